/** A page that holds a job, and what edits changed of it. */
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { change, job, laidOver, save } from './job'

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
beforeEach(() => {
  asked.length = 0
  job.value = held()
  vi.stubGlobal('fetch', async (path: string, o: { method: string }) => {
    asked.push(`${o.method} ${path}`)
    return new Response(JSON.stringify(replies[`${o.method} ${path}`] ?? {}))
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
