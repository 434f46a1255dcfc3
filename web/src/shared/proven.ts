/** How load tests stand, in words; what the thread says of them. */
import type { S } from '../api/client'
import { t } from '../messages'

type Result = S['LoadTestResult']
const WORDS: Record<Result['state'], string> = {
  trouble: t('prove.cannot_be_worked_out'),
  'not begun': t('prove.not_begun'),
  'under way': t('prove.under_way'),
  stop: t('prove.stop'),
  carried: t('prove.carried'),
  'not carried': t('prove.not_carried'),
}
export const stateWords = (state: Result['state']): string => WORDS[state]
export const isBad = (state: Result['state']): boolean => ['trouble', 'stop', 'not carried'].includes(state)
/** What Prove comes to in the thread: the worst first. */
export function proven(rows: readonly Pick<S['LoadTestRow'], 'spec' | 'result'>[]): {
  figure: string
  bad: boolean
  more: string
} {
  const bad = rows.filter((r) => isBad(r.result.state))
  const open = rows.filter((r) => ['not begun', 'under way'].includes(r.result.state))
  const stale = rows.some((r) => r.result.taken_holds === false)
  const figure = bad.length
    ? t('prove.x_not_carried', [bad.length])
    : open.length
      ? t('prove.x_open', [open.length])
      : rows.length
        ? t('prove.x_carried', [rows.length])
        : t('prove.no_test')
  const open_ = rows.filter((r) => r.result.offers && !r.spec.taken).length
  const decide = open_ ? t('prove.x_to_decide', [open_]) : ''
  return { figure, bad: bad.length > 0, more: stale ? t('prove.tested_before_this_change') : decide }
}
