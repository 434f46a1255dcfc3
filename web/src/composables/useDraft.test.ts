import { effectScope, nextTick } from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { job, message } from '../shared/job'
import type { S } from '../api/client'
import { forget, letGo, typed, typedAnywhere, useDraft } from './useDraft'

type Spec = { name: string }
const sent: { path: string; method: string; body: unknown }[] = []
let answer: () => Promise<Response>
const good = () => new Response(JSON.stringify({ id: 7, changes: null }), { status: 200 })
beforeEach(() => {
  sessionStorage.clear()
  forget()
  sent.length = 0
  message.value = ''
  answer = async () => good()
  job.value = { job: { id: 4, spec: { unit: 'mm' } }, loads: [{ id: 7, version: 3 }] } as unknown as S['JobView']
  vi.stubGlobal('fetch', async (path: string, o: { method: string; body: string }) => {
    sent.push({ path, method: o.method, body: JSON.parse(o.body) })
    return answer()
  })
})
afterEach(() => vi.unstubAllGlobals())
/** A form in a view that can be left. */
function form(options = {}) {
  const scope = effectScope()
  return { ...scope.run(() => useDraft<Spec>('loads', options))!, leave: () => scope.stop() }
}

it('keeps what is typed over a stage that is left, and over a reload', async () => {
  const one = form()
  one.begin({ name: '' }, { id: 7, version: 2 })
  one.draft.value!.name = 'crowd'
  await nextTick()
  expect(typed.value).toEqual(['loads'])
  one.leave()
  const again = form()
  expect(again.draft.value).toEqual({ name: 'crowd' })
  expect(again.row.value).toEqual({ id: 7, version: 2 })
  expect(again.dirty.value).toBe(true)
  again.leave()
  forget()
  expect(form().draft.value).toEqual({ name: 'crowd' })
})
it('keeps nothing of a form that nobody typed into', () => {
  const one = form()
  one.begin({ name: 'crowd' })
  one.leave()
  expect(typed.value).toEqual([])
  expect(form().draft.value).toBeNull()
})
it('keeps the forms of two jobs apart', async () => {
  const one = form()
  one.begin({ name: '' })
  one.draft.value!.name = 'crowd'
  one.leave()
  job.value = { ...job.value!, job: { ...job.value!.job, id: 5 } }
  expect(typed.value).toEqual([])
  expect(form().draft.value).toBeNull()
})
it('begins no other form over what is typed, and says why', () => {
  const one = form()
  one.begin({ name: '' })
  one.draft.value!.name = 'crowd'
  expect(one.begin({ name: 'other' })).toBe(false)
  expect(message.value).toContain('not saved yet')
  expect(one.draft.value).toEqual({ name: 'crowd' })
  one.close()
  expect(one.begin({ name: 'other' })).toBe(true)
})
it('sends once however often it is asked, and closes', async () => {
  const saved: number[] = []
  const one = form({ saved: (id: number) => saved.push(id), whole: (d: Spec) => ({ ...d, note: 'x' }) })
  one.begin({ name: 'crowd' })
  const all = await Promise.all([one.store(), one.store()])
  expect(all).toEqual([true, false])
  expect(sent).toEqual([{ path: '/api/jobs/4/loads', method: 'POST', body: { name: 'crowd', note: 'x' } }])
  expect(one.draft.value).toBeNull()
  expect(saved).toEqual([7])
  expect(typed.value).toEqual([])
})
it('keeps what is typed while it is being saved, as a change of what was saved', async () => {
  let go: (r: Response) => void = () => {}
  answer = () => new Promise((done) => (go = done))
  const one = form()
  one.begin({ name: 'crowd' })
  const saving = one.store()
  one.draft.value!.name = 'crowd at the rail'
  go(good())
  expect(await saving).toBe(true)
  expect(one.draft.value).toEqual({ name: 'crowd at the rail' })
  expect(one.row.value).toEqual({ id: 7, version: 3 })
  expect(one.dirty.value).toBe(true)
})
it('keeps everything where it was not saved', async () => {
  answer = async () => new Response(JSON.stringify({ sentence: 'name: nothing was given.' }), { status: 422 })
  const one = form()
  one.begin({ name: '' })
  expect(await one.store()).toBe(false)
  expect(one.draft.value).toEqual({ name: '' })
  expect(one.wrong.value).toEqual([{ path: '', sentence: 'name: nothing was given.' }])
  expect(message.value).toBe('')
})
it('whoever logs out leaves nothing of what they typed for the next one at this screen', () => {
  const one = form()
  one.begin({ name: '' })
  expect(typedAnywhere()).toBe(false)
  one.draft.value!.name = 'crowd'
  expect(typedAnywhere()).toBe(true)
  one.leave()
  letGo()
  forget()
  expect(typedAnywhere()).toBe(false)
  expect(form().draft.value).toBeNull()
})
