/** What the server offers to start from, the kinds of joint there are, and what their figures usually are. */
import { call, type S } from '../../api/client'
import { shallowRef } from 'vue'
import { begunAll } from '../../ui/asked'

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
    sizes: Object.fromEntries(k.sizes.filter((a) => !a.optional).map((a) => [a.name, { text: '', unit }])),
    counts: Object.fromEntries(k.counts.map((a) => [a.name, Number(a.usual_mm)])),
  } as unknown as S['StarterSpec']
}

export type Joint = S['JointAt']['joint']
export function blankJoint(kind: Joint['kind'], unit: 'mm' | 'in'): Joint {
  const { asks } = jointKinds.value.find((k) => k.kind === kind)!
  return { kind, ...begunAll(asks, unit, false) } as unknown as Joint
}
