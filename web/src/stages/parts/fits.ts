/** Fits of a job as they are entered. */
import type { S } from '../../api/client'
import { entry } from '../../shared/units'

export type Fit = NonNullable<S['JobSpec']['fits']>[number]
export type Side = S['FitSide']
/** What a side of a fit is said by. */
export type By = 'size' | 'section_id' | 'hole' | 'joint'
export const byOf = (side: Side): By =>
  side.section_id ? 'section_id' : side.hole ? 'hole' : side.joint ? 'joint' : 'size'
/** A side that is said by something else: what it was said by is gone. */
export function said(by: By, offers: S['FitOffers']): Side {
  const first = { hole: offers.holes?.[0]?.value, joint: offers.joints?.[0]?.value }
  return {
    size: by === 'size' ? entry('') : null,
    off: null,
    section_id: '',
    hole: by === 'hole' ? (first.hole ?? '') : '',
    joint: by === 'joint' ? (first.joint ?? '') : '',
  }
}
export const measured = (): Side => said('size', { holes: [], joints: [] })
export const row = () => ({ name: '', size: entry(''), off: null, count: 1 })
export const blank: Record<'pin' | 'stack', () => Fit> = {
  pin: () => ({ kind: 'pin', name: '', inner: measured(), outer: measured(), moves: 'turns' }),
  stack: () => ({ kind: 'stack', name: '', opening: measured(), rows: [row()], turns: true, bolt: '' }),
}
