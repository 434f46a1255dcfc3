/** A part as it is entered: what each family begins with, and what the list says of it. */
import { t } from '../../messages'
import { ref } from 'vue'
import type { S } from '../../api/client'
import { copy, job } from '../../shared/job'
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
  hand?: S['PartSpec']['hand']
  jig?: S['PartSpec']['jig']
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

/** The next mark of a letter that is free. */
function freeMark(letter: string): string {
  const taken = job.value!.parts.map((p) => p.spec.mark)
  let n = 1
  while (taken.includes(`${letter}${n}`)) n++
  return `${letter}${n}`
}
/** A new part of a family, under the next mark that is free. */
export function blank(kind: string): Draft {
  return {
    mark: freeMark(kind === 'bar' ? BAR.letter : known(kind)!.letter),
    name: '',
    module: '',
    qty: known(kind)?.pieces ?? 1,
    material_id: metal(),
    shape: kind === 'bar' ? blankBar() : blankPlate(known(kind)!),
    edge: 'rough',
    mirror: false,
    first: false,
    grain: false,
    hand: '',
    jig: null,
    features: [],
  }
}
const over = (of: number, mirrored: boolean) => ({
  family: 'twin',
  of,
  mirrored,
  bare: false,
  grown: null,
  thickness: null,
})
const letterOf = (mark: string) => /^[^\d]*/.exec(mark)![0].slice(0, 12) || BAR.letter
/** The other hand of a part, as many as there are of it. */
export function otherHand({ id, spec }: S['PartRow']): Draft {
  return {
    ...(copy(spec) as Draft),
    mark: freeMark(letterOf(spec.mark)),
    material_id: '',
    hand: spec.hand ? OTHER[spec.hand] : '',
    features: [],
    shape: over(id, true),
  }
}
/** A template that is laid on a part to drill it: one of the same outline and holes, used for each piece. Of a twin it
    follows the same part, with all that is changed in it. */
export function drillTemplate({ id, spec, followed }: S['PartRow']): Draft {
  const twin = spec.shape.family === 'twin'
  return {
    ...(copy(spec) as Draft),
    mark: freeMark('J'),
    name: t('parts.template_for_x', [spec.mark]),
    qty: 1,
    material_id: '',
    hand: '',
    features: twin ? copy(spec.features ?? []) : [],
    jig: { kind: 'drill template', uses: followed.qty ?? 1, kept: '', minutes: null },
    shape: twin ? copy(spec.shape) : over(id, false),
  }
}
/** What a jig is, how often it is used, and where it goes. */
export function saidOf(jig: NonNullable<S['PartSpec']['jig']>): string {
  const kept = jig.kept ? t('parts.keep_x', [jig.kept]) : ''
  const minutes = jig.minutes ? t('parts.x_minutes_each', [jig.minutes]) : ''
  return t('parts.jig_x_used_x', [jig.kind, jig.uses ?? 1]) + kept + minutes
}
const OTHER = { left: 'right', right: 'left' } as const
const firstOf = ({ shape }: Draft) => job.value!.parts.find((p) => p.id === shape.of)?.spec
/** Whether its outline comes from another part. */
export const follows = ({ shape }: Draft): boolean => shape.family === 'twin' || shape.family === 'box_wall'
/** What a draft is once it is made: a twin is what it follows. */
export const madeFamily = (draft: Draft): string =>
  draft.shape.family === 'twin' ? (firstOf(draft)?.shape.family ?? 'twin') : draft.shape.family
/** What a form is of: a family, or a part over again. */
export function titleOf(draft: Draft): string {
  if (!follows(draft)) return wordsOf(draft.shape.family)
  const mark = firstOf(draft)?.mark ?? '?'
  if (draft.shape.family === 'box_wall') return t('parts.wall_x_of_x', [draft.shape.number, mark])
  return draft.shape.mirrored ? t('parts.as_x_mirrored', [mark]) : t('parts.as_x', [mark])
}
/** Where on its form stands what was pressed on a drawing: of its family, of a feature, or of the part it follows. */
export function fieldOf(asked: string): string {
  if (asked.startsWith('of.')) return 'shape.of'
  return asked.startsWith('features.') ? asked : `shape.${asked}`
}

export function sizeOf({ geometry: g }: S['PartRow']): string {
  if (!g) return ''
  return g.kind === 'bar' ? length(g.length_mm ?? 0) : `${length(g.width_mm)} × ${length(g.height_mm)}`
}
export function stockOf({ geometry: g }: S['PartRow']): string {
  if (!g) return ''
  return g.kind === 'bar' ? (g.section_id ?? '') : t('parts.plate_x', [length(g.thickness_mm ?? 0)])
}
