/** A part as it is entered: what each family begins with, and what the list says of it. */
import { t } from '../../messages'
import { ref } from 'vue'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { catalogue } from '../../composables/useCatalogue'
import { length, unit } from '../../shared/units'
import { begunAll } from '../../ui/asked'

/* eslint-disable @typescript-eslint/no-explicit-any -- a form over every family; the server's models decide */
export type Draft = {
  mark: string
  name: string
  module: string
  qty: number
  material_id: string
  shape: any
  edge?: string
  mirror?: boolean
  first?: boolean
  grain: boolean
  features?: Feature[]
}
export type Feature = Record<string, any> & { kind: string; pattern: Record<string, any> }
/** Families of plates with what they ask for; the core says. */
export const families = ref<S['PartFamily'][]>([])
export const featureKinds = ref<S['Offered'][]>([])
export const featurePatterns = ref<S['Offered'][]>([])
/** What is asked of a bar's bends, and of one that has any. */
export const bendAsks = ref<S['Question'][]>([])
export const materials = ref<S['Material'][]>([])
export async function loadFamilies(): Promise<void> {
  const known = await catalogue()
  families.value = known.part_families ?? []
  featureKinds.value = known.features ?? []
  featurePatterns.value = known.patterns ?? []
  bendAsks.value = known.bend_asks ?? []
  materials.value = known.materials
}
const BAR = { kind: 'bar', words: t('parts.bar_or_tube'), letter: 'P' }
const known = (kind: string) => families.value.find((f) => f.kind === kind)
export const wordsOf = (kind: string): string =>
  kind === 'bar' ? BAR.words : (known(kind)?.words ?? t('parts.from_a_drawing'))
/** What can be added, plates first. */
export const offered = () => [...families.value, BAR].map(({ kind, words }) => ({ kind, words }))

const entry = (text: string) => ({ text, unit: unit.value })
const blankPlate = (family: S['PartFamily']): Record<string, unknown> => ({
  family: family.kind,
  ...begunAll(family.asks, unit.value),
})
const blankBar = () => ({
  family: 'bar',
  member_id: null,
  section_id: unit.value === 'mm' ? 'SHS 60×60×4 hot' : 'HSS3X3X1/4',
  length: entry(''),
  left_end: entry('0'),
  right_end: entry('0'),
  left_shape: { kind: 'straight', size: null, offset: null },
  right_shape: { kind: 'straight', size: null, offset: null },
  bends: [],
  first_leg: null,
  measured: 'outside',
})
const metal = () => job.value!.members[0]?.spec.material_id ?? (unit.value === 'mm' ? 'S355' : 'A36')

/** A new part of a family, under the next mark that is free. */
export function blank(kind: string): Draft {
  const letter = kind === 'bar' ? BAR.letter : known(kind)!.letter
  const taken = job.value!.parts.map((p) => p.spec.mark)
  let n = 1
  while (taken.includes(`${letter}${n}`)) n++
  return {
    mark: `${letter}${n}`,
    name: '',
    module: '',
    qty: 1,
    material_id: metal(),
    shape: kind === 'bar' ? blankBar() : blankPlate(known(kind)!),
    edge: 'rough',
    mirror: false,
    first: false,
    grain: false,
    features: [],
  }
}
/** Where on its form stands what was pressed on a drawing: of its family, or of one of its features. */
export const fieldOf = (asked: string): string => (asked.startsWith('features.') ? asked : `shape.${asked}`)

export function sizeOf({ geometry: g }: S['PartRow']): string {
  if (!g) return ''
  return g.kind === 'bar' ? length(g.length_mm ?? 0) : `${length(g.width_mm)} × ${length(g.height_mm)}`
}
export function stockOf({ geometry: g }: S['PartRow']): string {
  if (!g) return ''
  return g.kind === 'bar' ? (g.section_id ?? '') : t('parts.plate_x', [length(g.thickness_mm ?? 0)])
}
