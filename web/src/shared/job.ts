/** The job in view: read once, replaced by every answer that changes it. */
import { computed, ref, shallowRef } from 'vue'
import { ApiError, call, type S } from '../api/client'
import { unit } from './units'

export const me = ref<S['Me'] | null>(null)
export const job = shallowRef<S['JobView'] | null>(null)
export const why = ref<{
  title: string
  member: number
  structure?: number
  plate?: number
  joint?: number
  check: string
} | null>(null)
/** The job is read and not worked on: a release, or by a link. How a remark is made, if one may be. */
export const reading = shallowRef<{ say: ((remark: Remark) => Promise<unknown>) | null } | null>(null)
export type Remark = { text: string; about: string; check_id: string }
export const message = ref('')
/** What of the last thing that was sent did not fit, each with its place. */
export const wrong = shallowRef<{ path: string; sentence: string }[]>([])
type Spec = Record<string, unknown>
/** Somebody was faster: what they changed, how it stands now, what is in hand here, and how to save what is chosen. */
export type Clash = {
  sentence: string
  fields: string[]
  current: { id: number; version: number; spec: Spec }
  mine: Spec | null
  keep: (spec: Spec) => Promise<boolean>
}
export const conflict = shallowRef<Clash | null>(null)
/** What is sent in place of what a form has in hand, once somebody chose between theirs and mine. */
let chosen: { spec: Spec; version: number } | null = null
/** What the save in hand would have written; none where it is no save of a row. */
let mine: Spec | null = null

/** Send a change of a row, or what was chosen in its place. */
async function atVersion<T>(spec: unknown, version: number, send: (body: unknown) => Promise<T>): Promise<T> {
  const body = chosen ?? { spec: spec as Spec, version }
  chosen = null
  mine = body.spec
  return send(body)
}
/** Something that goes on only if it is meant: what it is, and how to go on. */
export const question = ref<{ sentence: string; go: () => Promise<unknown> } | null>(null)
export const mayWrite = computed(() => !reading.value && (me.value?.may_write ?? false))

export async function open(id: number): Promise<void> {
  const first = job.value?.job.id !== id || reading.value
  reading.value = null
  job.value = await call<S['JobView']>('GET', `/jobs/${id}`)
  if (first) {
    unit.value = job.value.job.spec.unit ?? 'mm'
    why.value = null
    message.value = ''
  }
}

/** Everything that did not fit, a line each; where only one thing did, its sentence. */
function everythingWrong(error: ApiError): string {
  const each = (error.body.errors as { path: string; sentence: string }[] | undefined) ?? []
  wrong.value = each
  return each.length > 1 ? [...new Set(each.map((e) => e.sentence))].join('\n') : error.sentence
}

/** Run something that may fail; the sentence stands on the page, nothing typed is lost. True if it went well. */
export async function attempt(work: () => Promise<unknown>): Promise<boolean> {
  message.value = ''
  wrong.value = []
  conflict.value = null
  question.value = null
  mine = null
  try {
    await work()
    return true
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    if (error.status === 409 && error.body.asks) return false
    if (error.status === 409 && error.body.current) {
      const body = error.body as Omit<Clash, 'mine' | 'keep'>
      const keep = (spec: Spec) => {
        chosen = { spec, version: body.current.version }
        return attempt(work).finally(() => {
          chosen = null
        })
      }
      conflict.value = { ...body, mine, keep }
    } else message.value = everythingWrong(error)
    return false
  }
}

export type Kind =
  | 'dimensions'
  | 'loads'
  | 'members'
  | 'structures'
  | 'plates'
  | 'joints'
  | 'profiles'
  | 'parts'
  | 'assemblies'
  | 'load_tests'
  | 'notes'
  | 'comments'

const listed = (part: unknown): part is { order: number[]; rows: { id: number }[] } =>
  typeof part === 'object' && part !== null && 'order' in part && 'rows' in part

/** A view with what an edit changed laid over it; rows that nobody touched stay the objects that they were. */
export function laidOver(view: S['JobView'], changes: S['Changes']): S['JobView'] {
  const whole: Record<string, unknown> = { ...view }
  for (const [name, part] of Object.entries(changes)) {
    if (name === 'since' || part === null || part === undefined) continue
    if (!listed(part)) whole[name] = part
    else {
      const rows = new Map([...(whole[name] as { id: number }[]), ...part.rows].map((row) => [row.id, row]))
      whole[name] = part.order.map((id) => rows.get(id))
    }
  }
  return whole as S['JobView']
}

/** Take in what an edit changed. Where somebody else was faster, what is held is not what it was made on: read anew. */
async function take(changes: S['Changes'] | null | undefined): Promise<void> {
  if (!changes || !job.value) return
  if (changes.since === job.value.stand) job.value = laidOver(job.value, changes)
  else if (changes.stand !== job.value.stand) await open(job.value.job.id)
}

/** How far sheet plans are; whatever else somebody did meanwhile. */
export async function refresh(): Promise<void> {
  const { job: at, stand } = job.value!
  await take(await call<S['Changes']>('GET', `/jobs/${at.id}/changes?since=${stand}`))
}

/** Say something of a mark or of one of its checks. */
export async function say(remark: Remark): Promise<void> {
  if (reading.value) await reading.value.say?.(remark)
  else await save('comments', null, { ...remark, answer: '' })
}

/** Change something of the job. */
export async function change(method: string, path: string, body?: unknown): Promise<void> {
  await take(await call<S['Changes']>(method, path, body))
}

/** Change something whose answer says more than what changed of the job. */
export async function changed<T extends { changes?: S['Changes'] | null }>(
  method: string,
  path: string,
  body?: unknown,
): Promise<T> {
  const answer = await call<T>(method, path, body)
  await take(answer.changes)
  return answer
}

export async function save(kind: Kind, row: { id: number; version: number } | null, spec: unknown): Promise<number> {
  const base = `/jobs/${job.value!.job.id}/${kind}`
  const saved = row
    ? await atVersion(spec, row.version, (body) => changed<S['Saved']>('PUT', `${base}/${row.id}`, body))
    : await changed<S['Saved']>('POST', base, spec)
  return saved.id
}
export const remove = (kind: Kind, row: { id: number; version: number }) =>
  change('DELETE', `/jobs/${job.value!.job.id}/${kind}/${row.id}?version=${row.version}`)
/** The brief, at the version that was read before it was changed here. */
export const saveBrief = (spec: S['JobSpec'], version: number) =>
  atVersion(spec, version, (body) => change('PUT', `/jobs/${job.value!.job.id}`, body))
/** Undo or do again; where it is somebody else's, the page asks first. */
async function back(path: string, sure = false): Promise<void> {
  const mark = path.includes('?') ? '&' : '?'
  try {
    await change('POST', `/jobs/${job.value!.job.id}/${path}${sure ? `${mark}sure=true` : ''}`)
  } catch (error) {
    if (error instanceof ApiError && error.body.asks)
      question.value = { sentence: error.sentence, go: () => attempt(() => back(path, true)) }
    throw error
  }
}
export const undo = (edit?: number) => back(edit === undefined ? 'undo' : `undo?edit_id=${edit}`)
export const redo = () => back('redo')
/** A copy to edit. */
export const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
