/** A page that holds a job, and what edits changed of it. */
import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import ClashPanel from '../frame/ClashPanel.vue'
import { attempt, change, conflict, job, laidOver, message, save } from './job'

type Whole = NonNullable<typeof job.value>
const row = (id: number, version = 1) => ({ id, version, spec: { name: `load ${id}` } })
const held = (more = {}) =>
  ({
    stand: '7',
    job: { id: 4, spec: {} },
    loads: [row(1), row(2), row(3)],
    members: [row(8)],
    ...more,
  }) as never as Whole
const changes = (more = {}) => ({ since: '7', stand: '8', members: null, ...more }) as never

let replies: Record<string, unknown> = {}
const asked: string[] = []
const bodies: unknown[] = []
beforeEach(() => {
  asked.length = 0
  bodies.length = 0
  job.value = held()
  vi.stubGlobal('fetch', async (path: string, o: { method: string; body?: string }) => {
    asked.push(`${o.method} ${path}`)
    bodies.push(JSON.parse(o.body ?? 'null'))
    const reply = replies[`${o.method} ${path}`] as { sentence?: string } | undefined
    return new Response(JSON.stringify(reply ?? {}), { status: reply?.sentence ? 409 : 200 })
  })
})
afterEach(() => vi.unstubAllGlobals())

it('takes rows that changed, in the order that is given, and leaves the others the objects that they were', () => {
  const before = held()
  const after = laidOver(before, changes({ loads: { order: [3, 1, 9], rows: [row(1, 2), row(9)] } }))
  expect(after.loads.map((x) => [x.id, x.version])).toEqual([
    [3, 1],
    [1, 2],
    [9, 1],
  ])
  expect(after.loads[0]).toBe(before.loads[2])
  expect(after.members).toBe(before.members)
  expect([after.stand, before.stand, before.loads.length]).toEqual(['8', '7', 3])
})
it('takes what is no list of rows as a whole, also where it is nothing', () => {
  const after = laidOver(held({ needs_checker: true, bars: [1] }), changes({ needs_checker: false, bars: [] }))
  expect([after.needs_checker, after.bars]).toEqual([false, []])
})
it('lays over what it holds only what was made on it', async () => {
  replies = { 'POST /api/jobs/4/undo': { since: '7', stand: '8', loads: { order: [1], rows: [] } } }
  await change('POST', '/jobs/4/undo')
  expect(job.value!.loads).toHaveLength(1)
  expect(asked).toEqual(['POST /api/jobs/4/undo'])
})
it('reads the job anew where somebody else was faster', async () => {
  replies = {
    'POST /api/jobs/4/loads': { id: 9, version: 1, changes: { since: '8', stand: '9', loads: null } },
    'GET /api/jobs/4': held({ stand: '9', loads: [row(5), row(9)] }),
  }
  expect(await save('loads', null, {})).toBe(9)
  expect(asked).toEqual(['POST /api/jobs/4/loads', 'GET /api/jobs/4'])
  expect(job.value!.loads.map((x) => x.id)).toEqual([5, 9])
})

const theirs = { name: 'crowd', note: 'with children', area: { text: '5 kPa' } }
const clash = {
  sentence: 'Tove changed this while you had it open.',
  fields: ['note', 'area', 'name'],
  current: { id: 1, version: 4, spec: theirs },
}
const typed = { name: 'crowd', note: 'school classes', area: { text: '4 kPa' } }
it('C3: shows both sides of what two changed, lets each be chosen, and saves it', async () => {
  replies = { 'PUT /api/jobs/4/loads/1': clash }
  let closed = false
  const store = () =>
    attempt(async () => {
      await save('loads', { id: 1, version: 2 }, typed)
      closed = true
    })
  expect(await store()).toBe(false)
  expect([closed, message.value]).toEqual([false, ''])
  const panel = mount(ClashPanel, { props: { clash: conflict.value! } })
  expect(panel.findAll('fieldset').map((f) => [f.find('legend'), ...f.findAll('label')].map((l) => l.text()))).toEqual([
    ['note', 'mine: school classes', 'theirs: with children'],
    ['area', 'mine: 4 kPa', 'theirs: 5 kPa'],
  ])
  await panel.findAll('fieldset')[1].findAll('input')[1].setValue()
  replies = { 'PUT /api/jobs/4/loads/1': { id: 1, version: 5, changes: null } }
  await panel.find('form').trigger('submit')
  await flushPromises()
  expect(bodies.at(-1)).toEqual({ version: 4, spec: { ...typed, area: { text: '5 kPa' } } })
  expect([closed, conflict.value]).toEqual([true, null])
})
it('C3: what was chosen goes with that one save, and with no other', async () => {
  replies = { 'PUT /api/jobs/4/loads/1': clash }
  const away = () =>
    attempt(async () => {
      if (asked.length) throw new RangeError('something else went wrong')
      await save('loads', { id: 1, version: 2 }, typed)
    })
  await away()
  await expect(conflict.value!.keep(typed)).rejects.toThrow('something else')
  replies = { 'PUT /api/jobs/4/loads/3': { id: 3, version: 2, changes: null } }
  await attempt(() => save('loads', { id: 3, version: 1 }, { name: 'wind' }))
  expect(bodies.at(-1)).toEqual({ version: 1, spec: { name: 'wind' } })
})
it('C3: where something else was asked of a row that is another by now, there is nothing to choose', async () => {
  replies = { 'PUT /api/jobs/4/loads/1': clash }
  await attempt(() => save('loads', { id: 1, version: 2 }, typed))
  expect(conflict.value!.mine).toEqual(typed)
  replies = { 'POST /api/jobs/4/members/8/choose': { ...clash, fields: ['section_id'] } }
  await attempt(() => change('POST', '/jobs/4/members/8/choose', { version: 1 }))
  const panel = mount(ClashPanel, { props: { clash: conflict.value! } })
  expect(panel.findAll('fieldset')).toEqual([])
  expect(panel.findAll('button').map((b) => b.text())).toEqual(['Show theirs'])
  replies = { 'GET /api/jobs/4': held({ stand: '9', loads: [] }) }
  await panel.find('button').trigger('click')
  await flushPromises()
  expect([conflict.value, job.value!.stand]).toEqual([null, '9'])
})

it('says everything that does not fit, each thing once', async () => {
  const { attempt, message } = await import('./job')
  const { ApiError } = await import('../api/client')
  const refuse = (errors: { path: string; sentence: string }[]) =>
    attempt(async () => {
      throw new ApiError(422, 'length: nothing was given.', { errors })
    })
  const one = { path: 'length', sentence: 'length: nothing was given.' }
  await refuse([one, { path: 'qty', sentence: 'qty: at least 1.' }, one])
  expect(message.value).toBe('length: nothing was given.\nqty: at least 1.')
  await refuse([one])
  expect(message.value).toBe('length: nothing was given.')
})
