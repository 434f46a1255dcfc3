import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { job, me, message, question } from '../shared/job'
import Log from '../stages/log/Log.vue'
import Door from './Door.vue'
import People from './People.vue'
import RippleBar from './RippleBar.vue'

let replies: Record<string, { status?: number; body: unknown }> = {}
const sent: { what: string; body: Record<string, unknown> }[] = []
const person = (id: number, username: string, role: string, active = true) => ({
  id,
  username,
  role,
  active,
  last_seen: id === 1 ? '2026-11-27T05:50:00+00:00' : null,
})
beforeEach(() => {
  sent.length = 0
  message.value = ''
  question.value = null
  me.value = { username: 'Ines', role: 'owner', shop: 'Brackwater Metalwork', may_write: true }
  replies = { 'GET /api/people': { body: [person(1, 'Ines', 'owner'), person(2, 'Odd', 'checker')] } }
  vi.stubGlobal('fetch', async (path: string, o: { method: string; body?: string }) => {
    const what = `${o.method} ${path}`
    sent.push({ what, body: JSON.parse(o.body ?? '{}') })
    const reply = replies[what] ?? { body: {} }
    return new Response(JSON.stringify(reply.body), { status: reply.status ?? 200 })
  })
})
afterEach(() => vi.unstubAllGlobals())
const shown = async (what: unknown, props: object = {}) => {
  const page = mount(what as never, {
    props: props as never,
    global: { stubs: { 'router-link': { template: '<a><slot /></a>' } } },
  })
  await flushPromises()
  return page
}
const button = (page: Awaited<ReturnType<typeof shown>>, words: string) =>
  page.findAll('button').find((b) => (b.attributes('aria-label') ?? b.text()).includes(words))!

it('lists the people of the shop, and lets somebody in no more', async () => {
  const page = await shown(People)
  expect(page.text()).toContain('Odd')
  expect(page.text()).toContain('not yet')
  await button(page, 'Let Odd in no more').trigger('click')
  await flushPromises()
  expect(sent.find((s) => s.what === 'PUT /api/people/2')!.body).toEqual({ role: 'checker', active: false })
})
it('adds somebody, and keeps what was typed where it is refused', async () => {
  replies['POST /api/people'] = { status: 422, body: { sentence: 'password: not this one; it is too short.' } }
  const page = await shown(People)
  await page.find('#p-name').setValue('Tove')
  await page.find('#p-word').setValue('short')
  await page.findAll('form')[0].trigger('submit')
  await flushPromises()
  expect(page.find('[role=alert]').text()).toContain('too short')
  expect((page.find('#p-name').element as HTMLInputElement).value).toBe('Tove')
  replies['POST /api/people'] = { body: person(3, 'Tove', 'fabricator') }
  await page.findAll('form')[0].trigger('submit')
  await flushPromises()
  expect(page.find('[role=status]').text()).toBe('Tove can log in now.')
  expect((page.find('#p-name').element as HTMLInputElement).value).toBe('')
})
it('gives a new password to somebody else', async () => {
  const page = await shown(People)
  await button(page, 'New password for Odd').trigger('click')
  await page.find('[aria-label="New password of Odd"]').setValue('seven bolts in a tin')
  await page.find('td form').trigger('submit')
  await flushPromises()
  expect(sent.find((s) => s.what === 'POST /api/people/2/password')!.body).toEqual({ password: 'seven bolts in a tin' })
})
it('shows a checker only their own password', async () => {
  me.value = { ...me.value!, role: 'checker' }
  const page = await shown(People)
  expect(page.find('table').exists()).toBe(false)
  expect(page.find('#o-old').exists()).toBe(true)
  expect(sent).toEqual([])
})
it('asks for the code of the launcher where there is no account yet', async () => {
  const first = await shown(Door, { first: true })
  await first.find('#code').setValue('ABCD-EFGH-JKMN')
  await first.find('#shop').setValue('Brackwater Metalwork')
  await first.find('form').trigger('submit')
  await flushPromises()
  expect(sent[0]).toMatchObject({ what: 'POST /api/first-account', body: { code: 'ABCD-EFGH-JKMN' } })
  expect((await shown(Door, { first: false })).find('#code').exists()).toBe(false)
})

const edit = (more = {}) => ({ id: 9, title: 'load crowd', by: 'Odd', at: '', ripple: null, undone: false, ...more })
const inJob = (more = {}) =>
  ({ stand: '9', job: { id: 4, spec: { currency: '€' } }, notes: [], last_edit: edit(), ...more }) as never
it('asks before it undoes what somebody else did, and goes on only with a yes', async () => {
  job.value = inJob()
  replies['POST /api/jobs/4/undo'] = { status: 409, body: { sentence: 'done by Odd: undo it?', asks: 'sure' } }
  replies['POST /api/jobs/4/undo?sure=true'] = {
    body: { since: '9', stand: '10', last_edit: edit({ is_undo: true }) },
  }
  const bar = await shown(RippleBar)
  expect(button(bar, 'Do it again')).toBeUndefined()
  await button(bar, 'Undo').trigger('click')
  await flushPromises()
  expect(question.value!.sentence).toContain('done by Odd')
  await question.value!.go()
  await flushPromises()
  expect(question.value).toBeNull()
  expect(button(bar, 'Do it again').exists()).toBe(true)
})
it('offers to change only what one wrote oneself', async () => {
  const note = (id: number, author: string) => ({
    id,
    version: 1,
    author,
    at: '2026-11-27T05:50:00+00:00',
    spec: { kind: 'note', text: `by ${author}`, about: '' },
  })
  job.value = inJob({ notes: [note(1, 'Ines'), note(2, 'Odd')] })
  replies['GET /api/jobs/4/history'] = { body: [] }
  replies['PUT /api/jobs/4/notes/1'] = { body: { id: 1, changes: { since: '9', stand: '10' } } }
  const page = await shown(Log)
  const articles = page.findAll('article')
  expect(articles[1].find('button').exists()).toBe(false)
  await articles[0].find('button').trigger('click')
  await page.find('#note-text').setValue('said better')
  await page.find('form').trigger('submit')
  await flushPromises()
  expect(sent.find((s) => s.what === 'PUT /api/jobs/4/notes/1')!.body.spec).toMatchObject({ text: 'said better' })
})
