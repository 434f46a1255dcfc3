/** How a structure begins, before anybody has said more than its shape. */
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { flat, stretches } from '../../drawing/oblique'
import type { Grip } from '../../drawing/grips'
import { t } from '../../messages'
import { unit } from '../../shared/units'
import { blankStarter } from './starters'

/** What a part of it is usually made of. */
export const usual = (role: string) =>
  unit.value === 'mm'
    ? {
        section_id: ['tie', 'pin', 'brace'].includes(role) ? 'RD 20' : 'SHS 80×80×5 hot',
        material_id: 'S355',
        turned: false,
      }
    : { section_id: 'HSS3X3X1/4', material_id: 'A500 Gr C', turned: false }
type On = NonNullable<S['StructureSpec']['loads']>[number]
/** Forces that stand at a place of bars, or wherever they are worst until somebody puts them to a place. */
export const loadGrips = (loads: On[], verdict: S['FrameVerdict']): Grip[] =>
  loads.flatMap((on, i) => {
    const put = verdict.loads[i]
    if (!put || on.moves || (put.at_mm == null && !put.somewhere)) return []
    const along = stretches(put.bars, verdict.bars, verdict.nodes)
    const track = along.map(({ a, b, from, to }) => ({ a: flat(a), b: flat(b), from, to }))
    const at = put.at_mm ?? (along.at(-1)?.to ?? 0) / 2
    const words = put.somewhere ? t('structures.wherever_it_is_worst_x', [put.name]) : put.name
    return [{ key: String(i), at, words, track, loose: put.somewhere }]
  })
export function blank(kind: string): S['StructureSpec'] {
  return {
    mark: `T${job.value!.structures.length + 1}`,
    name: '',
    module: '',
    qty: 1,
    starter: blankStarter(kind, unit.value),
    roles: {},
    loads: [],
    welded: true,
    weld_leg: { text: unit.value === 'mm' ? '5' : '3/16', unit: unit.value },
    joints: [],
    situations: [],
    second_order: false,
    play: null,
    anchored: true,
    ground_friction: 0.3,
    decided: '',
  } as unknown as S['StructureSpec']
}
