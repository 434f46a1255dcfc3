/** The five rooms of Cut: the figure that each stands for now. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import type { Room } from '../../shared/places'

const some = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`

/** What each room has in it, in a few words. */
export function figures(view: S['JobView']): Record<Room, string> {
  const { figures: f, sheets, cuts, sheets_cut: plates, bars, purchase: buys } = view
  const nests = sheets.filter((s) => s.done).length
  const short = bars.reduce((sum, b) => sum + b.plan.unplaced.reduce((n, u) => n + u.qty, 0), 0)
  return {
    buy: buys.lines.length ? `${view.job.spec.currency} ${buys.money.toFixed(0)}` : 'nothing',
    bars: short ? t('cut.without_stock_x', [some(short, 'piece', 'pieces')]) : some(f.bars_to_cut, 'bar', 'bars'),
    sheets: sheets.length ? t('cut.of_x', [nests, some(sheets.length, 'nest', 'nests')]) : 'none',
    table: nests ? some(nests, 'program', 'programs') : t('cut.nothing_on_it'),
    after: [
      some(cuts.length, t('cut.bar_cut'), t('cut.bars_cut')),
      ...(plates.length ? [some(plates.length, t('cut.sheet_cut'), t('cut.sheets_cut'))] : []),
    ].join(', '),
  }
}

/** Where somebody who only says Cut is taken: to the metal that the job has. */
export const firstRoom = (view: S['JobView']): Room => (!view.bars.length && view.sheets.length ? 'sheets' : 'bars')
