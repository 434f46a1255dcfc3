import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import type { S } from '../api/client'
import { job, me } from '../shared/job'
import { unit } from '../shared/units'
import Guide from './Guide.vue'
import { guide, guided, look, STEPS, stepOf } from './guide'

const push = vi.fn()
let path = '/jobs/3/brief'
vi.mock('vue-router', () => ({
  useRoute: () => ({
    get path() {
      return path
    },
  }),
  useRouter: () => ({ push }),
}))
const view = (of: object = {}) =>
  ({ job: { id: 3 }, loads: [], members: [], parts: [], notes: [], ...of }) as unknown as S['JobView']
const row = (spec: object = {}) => ({ id: 1, version: 1, spec })
const asked: [string, string][] = []
beforeEach(() => {
  localStorage.clear()
  look('')
  unit.value = 'mm'
  path = '/jobs/3/brief'
  push.mockClear()
  asked.length = 0
  vi.stubGlobal('fetch', async (to: string, options: { method: string }) => {
    asked.push([options.method, to])
    return new Response('{"ok":true}', { status: 200 })
  })
  me.value = { role: 'owner', may_write: true } as S['Me']
})

it('goes on as each thing is done, in whatever way', () => {
  const load = { loads: [row()] }
  const member = { ...load, members: [row({ decided: '' })] }
  const chosen = { ...load, members: [row({ decided: 'light' })], notes: [row({ kind: 'decision' })] }
  const part = { ...chosen, parts: [row()] }
  expect([{}, load, member, chosen, part].map((of) => stepOf(view(of)))).toEqual([0, 1, 2, 3, 4])
  look('cut/bars')
  expect(stepOf(view(part))).toBe(5)
  expect(stepOf(view({ ...part, notes: [row({ kind: 'lesson' })] }))).toBe(STEPS.length)
})
it('says sizes in the units of the shop', () => {
  expect(STEPS[1].say()).toContain('1800 mm')
  unit.value = 'in'
  expect(STEPS[1].say()).toContain("6'")
})
it('says which of six it is, and leads there where it is elsewhere', async () => {
  job.value = view({ loads: [row()] })
  const shown = mount(Guide, { global: { stubs: { RouterLink: { template: '<a><slot /></a>' } } } })
  expect(shown.text()).toContain('2 of 6: Put a member under it')
  expect(shown.text()).toContain('Go there')
  shown.unmount()
})
it('ends where somebody finds their own way', async () => {
  job.value = view()
  guide(3)
  const shown = mount(Guide, { global: { stubs: { RouterLink: true } } })
  await shown.findAll('button').at(-1)!.trigger('click')
  expect(guided.value).toBe(0)
  shown.unmount()
})
it('throws the job away only when all is done, and only for who may', async () => {
  look('cut/bars')
  job.value = view({
    loads: [row()],
    members: [row({ decided: 'x' })],
    parts: [row()],
    notes: [row({ kind: 'lesson' })],
  })
  const shown = mount(Guide, { global: { stubs: { RouterLink: true } } })
  const away = () => shown.findAll('button').find((b) => b.text().startsWith('Throw'))
  await away()!.trigger('click')
  await flushPromises()
  expect(asked).toEqual([['DELETE', '/api/jobs/3']])
  expect(push).toHaveBeenCalledWith('/')
  me.value = { role: 'fabricator', may_write: true } as S['Me']
  await flushPromises()
  expect(away()).toBeUndefined()
  shown.unmount()
})
