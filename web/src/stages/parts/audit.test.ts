import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { job, me } from '../../shared/job'
import { toDecide } from '../../shared/audit'
import Audit from './Audit.vue'

const finding = (mark: string, more: object = {}) => ({
  key: `edge:${mark}`,
  rule: 'edges',
  level: 'stop',
  mark,
  part: 4,
  asked: 'features.0.x',
  reason: '',
  open: true,
  words: 'a hole stands 12 mm from the edge',
  mend: '17 mm or more',
  ...more,
})
const sent = vi.fn()
beforeEach(() => {
  sent.mockReset()
  vi.stubGlobal('fetch', async (_: string, asked: { method: string; body: string }) => {
    sent(asked.method, JSON.parse(asked.body).spec.going_on)
    return new Response('{"changes":null}', { status: 200 })
  })
  me.value = { may_write: true } as never
  job.value = {
    job: { id: 3, version: 2, spec: { going_on: [{ finding: 'edge:F2', reason: 'a cable' }] } },
    figures: {
      audit: [
        finding('F1'),
        finding('F2', { reason: 'a cable', open: false }),
        finding('F3', { level: 'care', open: false }),
      ],
    },
  } as never
})

it('counts what nobody has decided, and what is only said is not to be decided', () => {
  expect(toDecide(job.value!)).toBe(1)
  expect(mount(Audit).find('h2').text()).toContain('1 to decide')
})
it('leads to the field that states it', async () => {
  const shown = mount(Audit)
  await shown.find('button.link').trigger('click')
  expect(shown.emitted('lead')).toEqual([[4, 'features.0.x']])
})
it('leads to the structure or the joint of the sizing that it is of', () => {
  const of = (mark: string) => finding(mark, { part: 0, asked: '' })
  const rows = (mark: string, id: number) => [{ id, spec: { mark } }]
  job.value = {
    ...job.value!,
    structures: rows('G1', 7),
    joints: rows('J2', 9),
    figures: { audit: [of('G1'), of('J2'), of('X3')] },
  } as never
  const shown = mount(Audit, { global: { stubs: { RouterLink: RouterLinkStub } } })
  expect(shown.findAllComponents(RouterLinkStub).map((l) => l.props('to'))).toEqual([
    { path: '/jobs/3/size', query: { pick: 'structure 7' } },
    { path: '/jobs/3/size', query: { pick: 'joint 9' } },
  ])
})
it('keeps a reason beside those there are, and takes the one that is meant back', async () => {
  const shown = mount(Audit)
  await shown.find('[aria-label="Go on as it is: F1"]').trigger('click')
  expect(shown.find('form button[type=submit]').attributes('disabled')).toBeDefined()
  await shown.find('form input').setValue('no bolt there')
  await shown.find('form').trigger('submit')
  await flushPromises()
  expect(sent).toHaveBeenLastCalledWith('PUT', [
    { finding: 'edge:F2', reason: 'a cable' },
    { finding: 'edge:F1', reason: 'no bolt there' },
  ])
  await shown.find('[aria-label="Take back the reason: F2"]').trigger('click')
  await flushPromises()
  expect(sent).toHaveBeenLastCalledWith('PUT', [])
})
it('asks nobody who may only read', () => {
  me.value = { may_write: false } as never
  expect(mount(Audit).findAll('.el-button')).toHaveLength(0)
})
it('is not there where nothing was found', () => {
  job.value = { ...job.value!, figures: { audit: [] } } as never
  expect(mount(Audit).find('section').exists()).toBe(false)
})
