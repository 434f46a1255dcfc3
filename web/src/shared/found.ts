/** Everything of a job that has a name, and where it stands; and what of it a few words find. */
import { t } from '../messages'
import type { S } from '../api/client'
import { PLACES, TOGETHER } from './places'

export type Thing = { words: string; kind: string; to: string; pick: string }

type Named = { id: number; spec: { mark?: string; name?: string; text?: string; module?: string } }
const LISTS: [keyof S['JobView'], string, string][] = [
  ['members', 'member', 'size'],
  ['structures', 'structure', 'size'],
  ['plates', 'plate', 'size'],
  ['joints', 'joint', 'size'],
  ['parts', 'part', 'parts'],
  ['assemblies', 'assembly', `parts/${TOGETHER}`],
  ['load_tests', 'load test', 'prove'],
  ['loads', 'load', 'brief'],
  ['dimensions', 'dimension', 'brief'],
  ['notes', 'note', 'log'],
]

export function thingsOf(job: S['JobView']): Thing[] {
  return LISTS.flatMap(([list, kind, stage]) =>
    ((job[list] ?? []) as unknown as Named[]).map(({ id, spec }) => ({
      words: [spec.mark, spec.name, spec.text, spec.module].filter(Boolean).join(' '),
      kind,
      to: `/jobs/${job.job.id}/${stage}`,
      pick: `${kind} ${id}`,
    })),
  )
}
/** The places of a job: so the keys alone lead everywhere. */
export const placesOf = (job: S['JobView']): Thing[] =>
  PLACES.map(([words, path]) => ({ words, kind: 'place', to: `/jobs/${job.job.id}/${path}`, pick: '' }))

/** What lies on the rack, by what it is and where it lies; its own place is the stock of the job in view. */
export const stockAs = (rows: S['StockRow'][], job: S['JobView']): Thing[] =>
  rows.map(({ id, spec: { item } }) => ({
    words: [
      'section_id' in item ? item.section_id : t('common.sheet_x', [item.thickness.text]),
      item.material_id,
      item.location,
      item.supplier,
      item.heat && t('common.heat_x', [item.heat]),
      item.note,
    ]
      .filter(Boolean)
      .join(' '),
    kind: 'stock',
    to: `/jobs/${job.job.id}/stock`,
    pick: `stock ${id}`,
  }))
export const jobsAs = (jobs: S['JobLine'][]): Thing[] =>
  jobs.map((j) => ({ words: `${j.name} ${j.for_whom ?? ''}`.trim(), kind: 'job', to: `/jobs/${j.id}/brief`, pick: '' }))

/** Things that hold every word, those that begin with the first of them before the rest. */
export function foundIn(things: Thing[], typed: string, most = 12): Thing[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  if (!words.length) return []
  const holds = (t: Thing) => words.every((w) => `${t.words} ${t.kind}`.toLowerCase().includes(w))
  const begins = (t: Thing) => (t.words.toLowerCase().startsWith(words[0]) ? 0 : 1)
  return things
    .filter(holds)
    .sort((a, b) => begins(a) - begins(b))
    .slice(0, most)
}
