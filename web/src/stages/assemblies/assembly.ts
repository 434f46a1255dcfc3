/** Assemblies as they are entered: how one begins, a row of it, a weld, and in words where a row stands. */
import type { S } from '../../api/client'
import { t } from '../../messages'
import { job } from '../../shared/job'
import { unit } from '../../shared/units'

export type Spec = S['AssemblySpec']
export type Placed = S['Placed']
export type Stands = NonNullable<Placed['stands']>
export type Weld = S['Weld']
export type ViewName = S['AssemblyView']['view']

const typed = (text: string) => ({ text, unit: unit.value })
const nothing = () => typed('0')

export const blank = (number: number): Spec =>
  ({
    mark: `D${number}`,
    name: '',
    module: '',
    qty: 1,
    structure_id: null,
    drawing: '',
    callouts: null,
    placed: [],
    welds: [],
  }) as unknown as Spec

const atPlace = () => ({
  by: 'place',
  x: nothing(),
  y: nothing(),
  z: nothing(),
  turn_x: nothing(),
  turn_y: nothing(),
  turn_z: nothing(),
})
const onSide = (onto: string) => ({
  by: 'side',
  onto,
  onto_side: 'top',
  side: 'bottom',
  turn: nothing(),
  along_from: 'low',
  along: nothing(),
  across_from: 'middle',
  across: nothing(),
  gap: nothing(),
  each: false,
})
const alongBar = () => ({ by: 'bar', bar: '', start: null, rolled: nothing() })

/** How a row stands once somebody says by what. */
export function standing(by: string, others: readonly string[]): Placed['stands'] {
  if (by === 'none') return null
  const made = by === 'place' ? atPlace() : by === 'bar' ? alongBar() : onSide(others[0] ?? '')
  return made as unknown as Stands
}

const mark = (part: number) => job.value!.parts.find((p) => p.id === part)?.spec.mark ?? '?'

/** A name that no row has yet. */
function freeName(spec: Spec, part: number): string {
  const names = new Set((spec.placed ?? []).map((p) => p.name))
  let n = 1
  while (names.has(`${mark(part)}.${n}`)) n += 1
  return `${mark(part)}.${n}`
}
export function placed(spec: Spec, part: number): Placed {
  const names = (spec.placed ?? []).map((p) => p.name)
  return {
    name: freeName(spec, part),
    part_id: part,
    stands: standing(names.length ? 'side' : 'place', names),
    count: 1,
    every: null,
    way: 'along',
    step: Math.max(1, ...(spec.placed ?? []).map((p) => p.step ?? 1)),
    theirs: '',
  } as unknown as Placed
}
export const weld = (spec: Spec): Weld => {
  const parts = [...new Set((spec.placed ?? []).map((p) => p.part_id))]
  return {
    part_id: parts[1] ?? parts[0],
    onto_id: parts[0],
    kind: 'fillet',
    leg: typed(unit.value === 'mm' ? '5' : '3/16'),
    joint_id: null,
    sides: 'arrow',
    all_round: false,
    at_site: false,
    run: null,
    pitch: null,
    tail: '',
  } as unknown as Weld
}

/** A row in a few words: of what, and by what it stands. */
export function saidOf(p: Placed): string {
  const s = p.stands
  const row = (p.count ?? 1) > 1 ? t('assemblies.in_a_row_x', [p.count]) : ''
  if (!s) return t('assemblies.only_counted')
  if (s.by === 'bar') return t('assemblies.along_x', [s.bar])
  if (s.by === 'side') return `${t('assemblies.against_x', [s.onto_side, s.onto])}${row}`
  return `${t('assemblies.at_x', [[s.x, s.y, s.z].map((v) => v?.text ?? '0').join(', ')])}${row}`
}
export const markOf = mark
