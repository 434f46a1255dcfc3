/** Bends of a part as they are marked and set, and what the shop's own came to. */
import type { S } from '../../api/client'
import { trim } from '../../shared/units'

type Geometry = S['PartGeometry']
type Tried = S['BendTried']
/** A bend along the flat, mm from the left: where it begins, its middle, where it ends; and from the flat's middle. */
export const marksOf = (g: Geometry) =>
  (g.bends ?? []).map((b, k) => ({
    number: k + 1,
    words: b.words ?? '',
    from: b.x1 - b.zone_mm / 2,
    middle: b.x1,
    to: b.x1 + b.zone_mm / 2,
    away: b.x1 - g.width_mm / 2,
    set: b.set_deg == null ? null : `${trim(b.set_deg, 1)}°`,
    by: b.set_by ?? '',
    radius: b.radius_mm ?? 0,
    set_deg: b.set_deg ?? Math.abs(b.turn_deg),
  }))
export type Mark = ReturnType<typeof marksOf>[number]
/** Own bends of the stock that a part is of, with where in the brief each stands. */
export const ownOf = (all: readonly Tried[], g: Geometry) =>
  all.map((t, at) => ({ ...t, at })).filter((t) => t.section_id === g.section_id && t.material_id === g.material_id)
/** A bend as it is kept. */
export const triedOf = (g: Geometry, mark: Mark, set: Tried['set'], came: Tried['came']): Tried => ({
  section_id: g.section_id ?? '',
  material_id: g.material_id,
  radius: { text: String(mark.radius), unit: 'mm', value: 0 },
  set,
  came,
})
