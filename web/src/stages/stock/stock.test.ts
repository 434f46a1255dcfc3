import { expect, it } from 'vitest'
import type { S } from '../../api/client'
import { unit } from '../../shared/units'
import { holding, sorted } from '../../ui/lists'
import { begun, columns, sizeOf, thereOf, whatOf, whereOf, type Item } from './stock'

const length = (text: string, value: number) => ({ text, unit: 'mm' as const, value })
const bar = {
  form: 'bar',
  section_id: 'SHS 50×50×4 hot',
  material_id: 'S355',
  length: length('3480', 3480),
  location: 'rack 2',
  supplier: '',
  heat: 'H4471',
  note: 'miscut C1',
  drop: true,
  galvanised: false,
  qty: 1,
  duty_percent: 0,
} as unknown as Item
const sheet = {
  ...bar,
  form: 'sheet',
  thickness: length('12', 12),
  width: length('1150', 1150),
  height: length('500', 500),
  missing_width: length('250', 250),
  missing_height: length('120', 120),
  heat: '',
  note: '',
  qty: null,
} as unknown as Item
const row = (id: number, item: Item) => ({ id, version: 1, photos: [], spec: { item } }) as unknown as S['StockRow']

it('says what a line is, its size, whether it is here, and all that is known of it', () => {
  expect([whatOf(bar), sizeOf(bar), thereOf(bar, 3), whereOf(bar)]).toEqual([
    'SHS 50×50×4 hot',
    '3480',
    '1, left over',
    'rack 2, miscut C1, heat H4471',
  ])
  expect([whatOf(sheet), sizeOf(sheet)]).toEqual(['12 mm plate', '1150 × 500, corner 250 × 120 missing'])
})
it('says for which job a line is kept, and not which other one', () => {
  const kept = { ...bar, reserved_for: 3 } as Item
  expect(thereOf(kept, 3)).toContain('kept for this job')
  expect(thereOf(kept, 4)).toContain('kept for another job')
})
it('sorts by length and not by how it was typed, and is found by heat', () => {
  const rows = [row(1, bar), row(2, { ...bar, length: length("6'", 1828.8), heat: '' } as Item), row(3, sheet)]
  expect(sorted(rows, columns(3), { id: 'size', up: true }).map((r) => r.id)).toEqual([3, 2, 1])
  expect(holding(rows, columns(3), 'h4471').map((r) => r.id)).toEqual([1])
})
it('begins with what the first group of the job is cut from, in the units of the shop', () => {
  const job = {
    bars: [{ group: { section_id: 'FL 60×8', material_id: 'S235' } }],
    sheets: [],
  } as unknown as S['JobView']
  unit.value = 'mm'
  expect(begun('bar', job)).toMatchObject({ section_id: 'FL 60×8', material_id: 'S235', length: { text: '6000' } })
  unit.value = 'in'
  expect(begun('sheet', job)).toMatchObject({ width: { text: '96', unit: 'in' } })
  unit.value = 'mm'
})
