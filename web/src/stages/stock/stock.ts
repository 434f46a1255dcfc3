/** A line of the stock book: how it begins, and what is said of it. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { entry, unit } from '../../shared/units'
import type { Column } from '../../ui/lists'

export type Bar = S['BarStockSpec']
export type Sheet = S['SheetStockSpec']
export type Item = Bar | Sheet
type Row = S['StockRow']

const COMMON = { location: '', drop: false, galvanised: false, duty_percent: 0, supplier: '', heat: '', note: '' }

/** What is most likely wanted: what the first group of the job is cut from. */
export function begun(form: Item['form'], job: S['JobView']): Item {
  const metric = unit.value === 'mm'
  if (form === 'bar') {
    const part = job.bars[0]?.group
    const length = entry(metric ? '6000' : "20'")
    return { ...COMMON, form, section_id: part?.section_id ?? '', material_id: part?.material_id ?? '', length } as Bar
  }
  const plate = job.sheets[0]
  return {
    ...COMMON,
    form,
    material_id: plate?.material_id ?? 'S355',
    thickness: plate ? { text: `${plate.thickness_mm} mm`, unit: 'mm' } : entry(''),
    width: entry(metric ? '2500' : '96'),
    height: entry(metric ? '1250' : '48'),
  } as Sheet
}

const typed = (e: { text: string; unit?: string }) => (/[a-z"']/.test(e.text) ? e.text : `${e.text} ${e.unit ?? ''}`)
export const whatOf = (i: Item): string => (i.form === 'bar' ? i.section_id : `${typed(i.thickness).trim()} plate`)
const corner = (i: Sheet) =>
  i.missing_width ? t('stock.corner_missing_x', [i.missing_width.text, i.missing_height?.text ?? '']) : ''
export const sizeOf = (i: Item): string =>
  i.form === 'bar' ? i.length.text : `${i.width.text} × ${i.height.text}${corner(i)}`

export function thereOf(i: Item, job: number): string {
  const kept =
    i.reserved_for == null
      ? ''
      : i.reserved_for === job
        ? t('stock.kept_for_this_job_2')
        : t('stock.kept_for_another_job')
  return `${i.qty ?? t('stock.on_offer')}${i.drop ? t('stock.left_over') : ''}${kept}`
}
export const onTop = (i: Item): string =>
  [i.duty_percent ? `+ ${i.duty_percent} %` : '', i.delivery ? `+ ${i.delivery.text}` : ''].filter(Boolean).join(' ')

type Amount = { value?: number } | null | undefined
const amount = (e: Amount) => e?.value ?? null
const item = (r: Row) => r.spec.item as Item
const long = (i: Item) => amount(i.form === 'bar' ? i.length : i.width)

/** Where it lies, and all that is known of it beside. */
export const whereOf = (i: Item): string =>
  [i.location, i.supplier, i.note, i.heat ? t('stock.heat_x', [i.heat]) : ''].filter(Boolean).join(', ')

/** The columns of the book; the last three before what can be done are shown by whoever asks for them. */
export const columns = (job: number): Column<Row>[] => [
  { id: 'what', head: t('stock.what'), by: (r) => whatOf(item(r)) },
  { id: 'material', head: t('stock.material'), by: (r) => item(r).material_id },
  { id: 'size', head: t('stock.size'), by: (r) => long(item(r)), words: (r) => sizeOf(item(r)) },
  { id: 'there', head: t('stock.there'), by: (r) => item(r).qty ?? null, words: (r) => thereOf(item(r), job) },
  { id: 'price', head: t('stock.price'), num: true, by: (r) => amount(item(r).price) },
  { id: 'where', head: t('stock.where'), by: (r) => item(r).location, words: (r) => whereOf(item(r)) },
  { id: 'supplier', head: t('stock.supplier'), by: (r) => item(r).supplier, off: true },
  { id: 'heat', head: t('stock.heat'), by: (r) => item(r).heat, off: true },
  { id: 'note', head: t('stock.note'), by: (r) => item(r).note, off: true },
  { id: 'acts', head: '', acts: true },
]
