/** What the server offers to start from, the kinds of joint there are, and what their figures usually are. */
import { call, type S } from '../../api/client'
import { shallowRef } from 'vue'

export type Entry = { text: string; unit: 'mm' | 'in' }
export const starterKinds = shallowRef<S['StarterKind'][]>([])
export const jointKinds = shallowRef<S['JointKind'][]>([])
export async function loadStarters(): Promise<void> {
  if (!starterKinds.value.length) starterKinds.value = await call<S['StarterKind'][]>('GET', '/starters')
  if (!jointKinds.value.length) jointKinds.value = await call<S['JointKind'][]>('GET', '/joint-kinds')
}
export const starterWords = (kind: string): string =>
  kind === 'own' ? 'Model of one’s own' : (starterKinds.value.find((k) => k.kind === kind)?.words ?? kind)
export const jointWords = (kind: string): string => jointKinds.value.find((k) => k.kind === kind)?.words ?? kind
export function blankStarter(kind: string, unit: 'mm' | 'in'): S['StarterSpec'] {
  const k = starterKinds.value.find((x) => x.kind === kind)!
  return {
    kind,
    own: null,
    sizes: Object.fromEntries(
      k.sizes.filter(([, , optional]) => !optional).map(([name]) => [name, { text: '', unit }]),
    ),
    counts: Object.fromEntries(k.counts.map(([name, , usual]) => [name, usual])),
  } as unknown as S['StarterSpec']
}

export type Joint = S['JointAt']['joint']
/** Of what a kind must be told: figures to begin with, in mm and in inches; a kind's own go before the common ones. */
const USUAL: Record<string, [string, string]> = {
  leg: ['5', '3/16'],
  pin: ['20', '3/4'],
  lug: ['10', '3/8'],
  cheek: ['8', '5/16'],
  width: ['60', '2 1/2'],
  edge: ['30', '1 1/4'],
  bolt: ['12', '1/2'],
  pitch: ['40', '1 1/2'],
  gauge: ['40', '1 1/2'],
  side: ['25', '1'],
  plate: ['8', '5/16'],
  lap: ['80', '3'],
  free: ['40', '1 1/2'],
  length: ['200', '8'],
  anchor: ['12', '1/2'],
  screw: ['5.5', '7/32'],
  head: ['14', '9/16'],
  rating: ['5 kN', '1000 lb'],
  'pin edge': ['40', '1 5/8'],
  'end plate pitch': ['120', '5'],
  'end plate gauge': ['110', '4 1/2'],
  'end plate width': ['160', '6 1/2'],
  'end plate plate': ['12', '1/2'],
  'base plate width': ['200', '8'],
  'base plate plate': ['12', '1/2'],
  'fish plates lap': ['120', '5'],
  'screws plate': ['2', '5/64'],
  along: ['100', '4'],
  over: ['100', '4'],
  gusset_leg: ['5', '3/16'],
}
const NUMBERS: Record<string, number> = { rows: 2, columns: 1, bolts: 2, screws: 4, torque_Nm: 40 }
export function blankJoint(kind: Joint['kind'], unit: 'mm' | 'in'): Joint {
  const asks = jointKinds.value.find((k) => k.kind === kind)!.asks.filter((a) => !a.optional)
  const usual = (a: S['JointQuestion']) => {
    if (a.typed === 'choice') return a.choices![0]
    if (a.typed === 'count' || a.typed === 'number') return NUMBERS[a.name] ?? 1
    if (a.typed === 'text') return ''
    return { text: (USUAL[`${kind} ${a.name}`] ?? USUAL[a.name] ?? ['', ''])[unit === 'mm' ? 0 : 1], unit }
  }
  return { kind, ...Object.fromEntries(asks.map((a) => [a.name, usual(a)])) } as unknown as Joint
}
