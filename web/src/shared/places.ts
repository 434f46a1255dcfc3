import { t } from '../messages'
/** The places of a job by name and address, in the order of the work. */
export const ROOMS = ['buy', 'bars', 'sheets', 'table', 'after'] as const
export type Room = (typeof ROOMS)[number]
/** What the rooms of Cut are called. */
export const ROOM_NAMES: Record<Room, string> = {
  buy: 'Buy',
  bars: 'Bars',
  sheets: 'Sheets',
  table: 'Table',
  after: t('common.after_the_cut'),
}
/** The room of Parts in which they are put together. */
export const TOGETHER = 'together'
export const PLACES: readonly [string, string][] = [
  ['Brief', 'brief'],
  ['Size', 'size'],
  ['Sections', 'section'],
  [t('common.check_and_release'), 'check'],
  ['Chain', 'chain'],
  ['Compare', 'compare'],
  ['Parts', 'parts'],
  [t('common.put_together'), `parts/${TOGETHER}`],
  ['Stock', 'stock'],
  ['Cut', 'cut'],
  ...ROOMS.map((room): [string, string] => [ROOM_NAMES[room], `cut/${room}`]),
  ['Prove', 'prove'],
  ['Log', 'log'],
]
/** What the place at an address within a job is called. */
export const placeAt = (path: string): string =>
  PLACES.find(([, at]) => at === path)?.[0] ?? PLACES.find(([, at]) => at === path.split('/')[0])?.[0] ?? ''
