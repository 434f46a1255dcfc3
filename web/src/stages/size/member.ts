/** A member as it is entered: what it begins with, how it stands, and what of it can be moved on its drawing. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import type { Grip } from '../../drawing/grips'
import { copy, job } from '../../shared/job'
import { entry, length, unit } from '../../shared/units'

type Spec = S['MemberSpec']
export const loadOf = (id: number) => job.value!.loads.find((l) => l.id === id)?.spec

/** A load of the brief put on it. */
export function on(load: S['LoadRow']): S['MemberLoad'] {
  return {
    load_id: load.id,
    at: load.spec.form === 'force' ? [entry('')] : [],
    width: load.spec.form === 'area' ? entry('') : null,
  } as S['MemberLoad']
}
export function blank(): Spec {
  const first = job.value!.loads[0]
  return {
    mark: `B${job.value!.members.length + 1}`,
    name: '',
    module: '',
    qty: 1,
    length: entry(''),
    supports: [],
    loads: first ? [on(first)] : [],
    axis: 'strong',
    section_id: unit.value === 'mm' ? 'SHS 60×60×4 hot' : 'HSS3X3X1/4',
    material_id: unit.value === 'mm' ? 'S355' : 'A500 Gr C',
    welded: true,
    pinned: [],
    decided: '',
  } as unknown as Spec
}
export const SHAPES: Record<string, string> = {
  simple: t('size.on_two_ends'),
  cantilever: t('size.an_arm_fixed_at_the'),
  fixed: t('size.fixed_at_both_ends'),
  propped: t('size.fixed_left_on_the_right'),
  'as it is': t('size.as_entered_below'),
}
const KINDS: Record<string, ['simple' | 'fixed', ('simple' | 'fixed')?]> = {
  simple: ['simple', 'simple'],
  cantilever: ['fixed'],
  fixed: ['fixed', 'fixed'],
  propped: ['fixed', 'simple'],
}
/** What is sent of it: where it stands by its shape, if that is not entered itself. */
export function whole(typed: Spec, shape: string): Spec {
  const spec = copy(typed)
  const kinds = KINDS[shape]
  if (kinds)
    spec.supports = kinds.map((kind, k) => ({ at: entry(k ? spec.length.text : '0'), kind: kind! })) as Spec['supports']
  return spec
}

/** Supports and forces that stand at a place of their own, where they were last understood to be. */
export function gripsOf(draft: Spec, worked: Spec, shape: string): Grip[] {
  const own = shape === 'as it is' ? draft.supports : []
  const supports = own.map((_, i) => ({
    key: `supports.${i}`,
    at: worked.supports[i]?.at.value ?? null,
    words: t('size.support_x', [i + 1]),
  }))
  const forces = (draft.loads ?? []).flatMap((l, i) =>
    l.runs
      ? []
      : (l.at ?? []).map((_, k) => ({
          key: `loads.${i}.${k}`,
          at: worked.loads?.[i]?.at?.[k]?.value ?? null,
          words: loadOf(l.load_id)?.name ?? 'load',
        })),
  )
  return [...supports, ...forces].filter((g): g is Grip => g.at !== null)
}
/** The same with one of them elsewhere: its field says where, as somebody would have typed it. */
export function moved(draft: Spec, key: string, mm: number): Spec {
  const spec = copy(draft)
  const [list, i, k] = key.split('.')
  const text = entry(length(mm))
  if (list === 'supports') spec.supports[Number(i)].at = text as never
  else spec.loads![Number(i)].at![Number(k)] = text as never
  return spec
}
/** The less of its two reserves; what is not checked counts as less than any. */
export const least = (m: S['MemberRow']) => Math.min(m.verdict?.strength.value ?? -1, m.verdict?.stiffness.value ?? -1)
