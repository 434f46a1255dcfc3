/** A joint without a frame around it: how it begins. */
import type { S } from '../../api/client'
import { unit } from '../../shared/units'
import { blankJoint } from '../structures/starters'

export type Spec = S['FreeJointSpec']
const usual = () =>
  unit.value === 'mm'
    ? { section_id: 'SHS 60×60×4 hot', material_id: 'S355' }
    : { section_id: 'HSS3X3X1/4', material_id: 'A500 Gr C' }
export const blankFree = (number: number): Spec =>
  ({
    mark: `J${number}`,
    name: '',
    module: '',
    qty: 1,
    ...usual(),
    welded: true,
    hinged: false,
    joint: blankJoint('weld', unit.value),
    weld_leg: { text: unit.value === 'mm' ? '5' : '3/16', unit: unit.value },
    filler_MPa: 482.6,
    onto: [],
    forces: [{ name: 'greatest', case: 'live', dynamic_factor: 1 }],
    decided: '',
  }) as unknown as Spec
export const blankOnto = (): S['OntoSpec'] =>
  ({
    ...usual(),
    thickness: null,
    place: 'runs through',
    angle_deg: 90,
    turned: false,
    on_side: false,
    stress_MPa: 0,
    opposite: false,
    bears: null,
  }) as unknown as S['OntoSpec']
export const blankForces = (before: readonly S['JointForces'][]): S['JointForces'] =>
  ({
    name: `load ${before.length + 1}`,
    case: before[0]?.case ?? 'live',
    dynamic_factor: 1,
  }) as unknown as S['JointForces']
