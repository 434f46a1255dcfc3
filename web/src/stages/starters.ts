/** What the server offers to start from, and the figures each kind of joint asks for. */
import { call, type S } from '../api/client'
import { shallowRef } from 'vue'

export type Entry = { text: string; unit: 'mm' | 'in' }
const kinds = shallowRef<S['StarterKind'][]>([])
export const starterKinds = kinds
export async function loadStarters(): Promise<void> {
  if (!kinds.value.length) kinds.value = await call<S['StarterKind'][]>('GET', '/starters')
}
export const starterWords = (kind: string): string => (kind === 'own' ? 'Model of one’s own' : (kinds.value.find((k) => k.kind === kind)?.words ?? kind))
export function blankStarter(kind: string, unit: 'mm' | 'in'): S['StarterSpec'] {
  const k = kinds.value.find((x) => x.kind === kind)!
  return {
    kind, own: null,
    sizes: Object.fromEntries(k.sizes.filter(([, , optional]) => !optional).map(([name]) => [name, { text: '', unit }])),
    counts: Object.fromEntries(k.counts.map(([name, , usual]) => [name, usual])),
  } as unknown as S['StarterSpec']
}

export type Joint = S['JointAt']['joint']
type Ask = [string, string, string, string]
/** name, words, usual in mm, usual in inches */
export const jointAsks: Record<Joint['kind'], { words: string; lengths: Ask[]; counts?: [string, string, number][]; force?: Ask }> = {
  weld: { words: 'weld all round', lengths: [['leg', 'Leg', '5', '3/16']] },
  pin: { words: 'pin through a lug', lengths: [['pin', 'Pin', '20', '3/4'], ['lug', 'Lug thickness', '10', '3/8'], ['cheek', 'Cheek thickness', '8', '5/16'], ['width', 'Lug width at the hole', '60', '2 1/2'], ['edge', 'Hole’s edge to the end', '20', '7/8'], ['play', 'Hole over pin', '0.5', '1/32'], ['gap', 'Lug to cheek', '1', '1/32']] },
  bolts: { words: 'bolts through a plate', lengths: [['bolt', 'Bolt', '12', '1/2'], ['pitch', 'Pitch along the bar', '40', '1 1/2'], ['gauge', 'Gauge across', '40', '1 1/2'], ['edge', 'To the plate’s end', '25', '1'], ['side', 'To the plate’s side', '25', '1'], ['plate', 'Plate thickness', '8', '5/16']], counts: [['rows', 'Rows along', 2], ['columns', 'Columns across', 1], ['planes', 'Shear planes', 1]] },
  'end plate': { words: 'end plate on bolts', lengths: [['bolt', 'Bolt', '12', '1/2'], ['pitch', 'Between the rows', '120', '5'], ['gauge', 'Between the columns', '110', '4 1/2'], ['width', 'Plate width', '160', '6 1/2'], ['plate', 'Plate thickness', '12', '1/2']], counts: [['rows', 'Rows', 2]] },
  'base plate': { words: 'base plate on four anchors', lengths: [['length', 'Plate length', '200', '8'], ['width', 'Plate width', '200', '8'], ['plate', 'Plate thickness', '12', '1/2'], ['anchor', 'Anchor', '12', '1/2'], ['edge', 'Anchor to the edge', '30', '1 1/4']] },
  friction: { words: 'held by friction', lengths: [['bolt', 'Bolt', '10', '3/8']], counts: [['bolts', 'Bolts', 2], ['torque_Nm', 'Tightened to, Nm', 40], ['friction', 'Friction', 0.15]] },
  'groove weld': { words: 'groove weld all round', lengths: [['throat', 'Throat; empty: right through', '', '']] },
  'fish plates': { words: 'splice with fish plates', lengths: [['plate', 'Plate thickness', '8', '5/16'], ['width', 'Plate width', '60', '2 1/2'], ['lap', 'Lap on this side', '120', '5'], ['taper', 'of which tapered', '30', '1 1/4'], ['leg', 'Weld leg', '5', '3/16']] },
  gusset: { words: 'welded onto a gusset', lengths: [['plate', 'Plate thickness', '8', '5/16'], ['lap', 'Lap on the plate', '80', '3'], ['free', 'Free behind the bar’s end', '40', '1 1/2'], ['leg', 'Weld leg', '5', '3/16']], counts: [['welds', 'Welds along the bar', 2]] },
  screws: { words: 'self-tapping screws', lengths: [['screw', 'Screw', '5.5', '7/32'], ['head', 'Head or washer', '14', '9/16'], ['plate', 'Cleat thickness', '2', '5/64']], counts: [['screws', 'Screws', 4]] },
  'rated part': { words: 'bought part, by its rating', lengths: [], force: ['rating', 'Rating on its plate', '5 kN', '1000 lb'] },
}
export function blankJoint(kind: Joint['kind'], unit: 'mm' | 'in'): Joint {
  const a = jointAsks[kind]
  const lengths = a.lengths.filter(([, , mm]) => mm !== '').map(([k, , mm, inch]) => [k, { text: unit === 'mm' ? mm : inch, unit }])
  const more: Record<string, unknown> = kind === 'friction' ? { by: 'clamp' } : kind === 'rated part' ? { what: 'shackle', modified: false, rating: { text: unit === 'mm' ? a.force![2] : a.force![3], unit } } : ['bolts', 'pin', 'end plate', 'base plate'].includes(kind) ? { grade: '8.8' } : {}
  return { kind, ...Object.fromEntries(lengths), ...Object.fromEntries((a.counts ?? []).map(([k, , n]) => [k, n])), ...more } as unknown as Joint
}
