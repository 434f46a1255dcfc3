/** How a structure begins, before anybody has said more than its shape. */
import type { S } from '../../api/client'
import { job } from '../../shared/job'
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
