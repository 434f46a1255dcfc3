import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { job, me } from '../../shared/job'
import { families, follows, madeFamily, materials, titleOf, type Draft } from './part'
import PartSheet from './PartSheet.vue'
import WallFields from './WallFields.vue'

const row = (id: number, family: string) => ({
  id,
  version: 3,
  spec: { mark: `D${id}`, name: '', qty: 2, shape: { family } },
  followed: {},
  geometry: null,
})
const wall = { mark: 'D1-1', material_id: '', features: [], shape: { family: 'box_wall', of: 1, number: 2 } }
const wants = (part: number) => ({ rule: 'boxes', part })
beforeEach(() => {
  materials.value = []
  families.value = []
  me.value = { may_write: true } as never
  job.value = {
    job: { id: 7 },
    parts: [row(1, 'box_side'), row(2, 'gusset')],
    figures: { audit: [wants(1)] },
  } as never
})

it('is called by its number and its box, and is a plate of its own', () => {
  const draft = wall as unknown as Draft
  expect([follows(draft), titleOf(draft), madeFamily(draft)]).toEqual([true, 'Wall 2 of D1', 'box_wall'])
})
it('offers sides of boxes, and no other part', () => {
  const fields = mount(WallFields, { props: { modelValue: wall as unknown as Draft } })
  const [sides] = fields.findAllComponents({ name: 'ChoiceField' })
  expect((sides.props('options') as { label: string }[]).map((o) => o.label.trim())).toEqual(['D1'])
})
it('adds the walls of a box that wants some, with one request, and offers it nowhere else', async () => {
  const asked: [string, unknown][] = []
  vi.stubGlobal('fetch', async (path: string, how: { body: string }) => {
    asked.push([path, JSON.parse(how.body)])
    return new Response('{}', { status: 200 })
  })
  const button = (of: unknown) =>
    mount(PartSheet, { props: { row: of as never } })
      .findAll('button')
      .find((b) => b.text() === 'Add its walls')
  expect(button(row(2, 'gusset'))).toBeUndefined()
  await button(row(1, 'box_side'))!.trigger('click')
  await flushPromises()
  expect(asked[0]).toEqual(['/api/jobs/7/parts/1/walls', { version: 3 }])
})
