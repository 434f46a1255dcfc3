import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { job, me } from '../../shared/job'
import { unit } from '../../shared/units'
import BendList from './BendList.vue'

const bend = (x1: number, more: object = {}) => ({
  x1,
  x2: x1,
  y1: 0,
  y2: 34,
  words: '45° up, R100',
  turn_deg: 45,
  zone_mm: 80,
  radius_mm: 100,
  set_deg: 48,
  set_by: 'rule of thumb',
  ...more,
})
const geometry = (more: object = {}) =>
  ({
    kind: 'bar',
    width_mm: 1000,
    section_id: 'CHS 33.7×3.2',
    material_id: 'S355',
    bends: [bend(300), bend(700, { set_deg: null, set_by: 'a trial' })],
    ...more,
  }) as never
const degrees = (text: string) => ({ text, unit: 'mm', value: Number(text) })
const own = (set: string, came: string, section_id = 'CHS 33.7×3.2') => ({
  section_id,
  material_id: 'S355',
  radius: { text: '100', unit: 'mm', value: 100 },
  set: degrees(set),
  came: degrees(came),
})
const sent = vi.fn()
beforeEach(() => {
  sent.mockReset()
  unit.value = 'mm'
  vi.stubGlobal('fetch', async (path: string, asked: { body: string }) => {
    if (path.endsWith('/quantity')) return new Response('{"text_mm":"","text_in":""}', { status: 200 })
    sent(JSON.parse(asked.body).spec.bends_tried)
    return new Response('{"changes":null}', { status: 200 })
  })
  me.value = { may_write: true } as never
  job.value = {
    job: { id: 3, version: 2, spec: { bends_tried: [own('92', '90', 'SHS'), own('49', '45')] } },
  } as never
})
const rows = (shown: ReturnType<typeof mount>) =>
  shown.findAll('tbody tr').map((r) => r.findAll('td').map((d) => d.text()))

it('marks each bend from the left and about the middle, and says how far it is set', () => {
  const shown = mount(BendList, { props: { geometry: geometry() } })
  expect(rows(shown)[0].slice(0, 5)).toEqual(['1 45° up, R100', '260 – 340', '300', '−200', '48°'])
  expect(rows(shown)[1].slice(2, 5)).toEqual(['700', '+200', 'not said'])
  expect(shown.text()).toContain('by rule of thumb; a trial')
})
it('shows the own bends of this stock alone, and forgets the one that is meant', async () => {
  const shown = mount(BendList, { props: { geometry: geometry() } })
  expect(shown.findAll('li')).toHaveLength(1)
  await shown.find('li button').trigger('click')
  await flushPromises()
  expect(sent).toHaveBeenLastCalledWith([own('92', '90', 'SHS')])
})
it('keeps how a bend came out, with the stock and the radius it is of', async () => {
  const shown = mount(BendList, { props: { geometry: geometry() } })
  await shown.find('[aria-label="Came out…: bend 1"]').trigger('click')
  const [set, came] = shown.findAll('form input')
  expect((set.element as HTMLInputElement).value).toBe('48')
  expect(shown.find('form button[type=submit]').attributes('disabled')).toBeDefined()
  await came.setValue('44')
  await shown.find('form').trigger('submit')
  await flushPromises()
  const kept = sent.mock.lastCall![0]
  expect(kept).toHaveLength(3)
  expect(kept[2]).toMatchObject({ section_id: 'CHS 33.7×3.2', set: { text: '48' }, came: { text: '44' } })
  expect(kept[2].radius.text).toBe('100')
})
it('has no own bends of plates, and asks nobody who may only read', () => {
  expect(mount(BendList, { props: { geometry: geometry({ kind: 'plate' }) } }).findAll('button')).toHaveLength(0)
  me.value = { may_write: false } as never
  expect(mount(BendList, { props: { geometry: geometry() } }).findAll('button')).toHaveLength(0)
})
it('is not there where nothing is bent', () => {
  expect(
    mount(BendList, { props: { geometry: geometry({ bends: [] }) } })
      .find('section')
      .exists(),
  ).toBe(false)
})
