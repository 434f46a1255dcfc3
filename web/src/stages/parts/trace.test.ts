import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { job, me } from '../../shared/job'
import { unit } from '../../shared/units'
import TraceIn from './TraceIn.vue'
import TracePicture from './TracePicture.vue'
import { ORDER, asked, back, overPicture, through, type Place } from './trace'

const M = [
  [2, 0.1, 30],
  [0.05, -2, 400],
  [0.0001, 0.0002, 1],
]
const square = {
  vertices: [
    { x: 0, y: 0, bulge: 0 },
    { x: 100, y: 0, bulge: 1 },
    { x: 100, y: 50, bulge: 0 },
    { x: 0, y: 50, bulge: 0 },
  ],
}
beforeEach(() => (unit.value = 'mm'))

it('goes into the picture and back', () => {
  const there = through(M, [40, 25])
  const [x, y] = through(back(M), there)
  expect(x).toBeCloseTo(40, 6)
  expect(y).toBeCloseTo(25, 6)
})
it('lays lines and arcs over the picture as they are seen', () => {
  const flat = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ]
  const places = overPicture(square, flat)
    .slice(1, -1)
    .split('L')
    .map((p) => p.split(' ').map(Number))
  expect(places).toHaveLength(3 + 16)
  // the arc turns counter-clockwise from (100, 0): furthest out at (125, 25)
  expect(Math.max(...places.map(([x]) => x))).toBeCloseTo(125, 0)
  for (const [x, y] of places.slice(1, 17)) expect(Math.hypot(x - 100, y - 25)).toBeCloseTo(25, 0)
})
it('asks by the way that is chosen', () => {
  const at = Object.fromEntries(ORDER.corners.map((n, k) => [n, [k, k] as Place]))
  const typed = (text: string) => ({ text, unit: 'mm' as const, value: 0 })
  const sizes = { across: typed('400'), up: typed('160'), length: typed('9'), second: typed('200') }
  const body = asked('corners', at, sizes, 'x')
  expect(body.scale).toMatchObject({
    kind: 'corners',
    corners: [
      [0, 0],
      [1, 1],
      [2, 2],
      [3, 3],
    ],
  })
  expect(body.check.ends).toEqual([
    [4, 4],
    [5, 5],
  ])
  expect(body.inside).toEqual([6, 6])
  const line = asked('length', { 'length a': [1, 2], 'length b': [3, 4] }, sizes, 'x')
  expect(line.scale).toMatchObject({
    kind: 'length',
    ends: [
      [1, 2],
      [3, 4],
    ],
    length: { text: '9' },
  })
})
const shown = (more: object = {}) =>
  mount(TracePicture, {
    props: { url: 'data:,', order: ORDER.length, words: (n: string) => `press ${n}`, modelValue: {}, ...more },
  })
async function open(picture: ReturnType<typeof shown>) {
  const image = picture.find('img')
  Object.defineProperty(image.element, 'naturalWidth', { value: 1000 })
  Object.defineProperty(image.element, 'naturalHeight', { value: 800 })
  await image.trigger('load')
  picture.find('svg').element.getBoundingClientRect = () => ({ left: 10, top: 20, width: 500, height: 400 }) as DOMRect
}
it('takes what is pressed in order, in pixels of the picture', async () => {
  const picture = shown()
  await open(picture)
  expect(picture.find('[role=status]').text()).toBe('press length a')
  await picture.find('svg').trigger('click', { clientX: 60, clientY: 120 })
  expect(picture.emitted('update:modelValue')![0]).toEqual([{ 'length a': [100, 200] }])
})
it('moves a place by the arrows, by ten with shift', async () => {
  const picture = shown({ modelValue: { 'length a': [100, 200] } })
  await open(picture)
  await picture.find('circle').trigger('keydown', { key: 'ArrowLeft' })
  await picture.find('circle').trigger('keydown', { key: 'ArrowDown', shiftKey: true })
  await picture.find('circle').trigger('keydown', { key: 'Enter' })
  expect(picture.emitted('update:modelValue')).toEqual([[{ 'length a': [99, 200] }], [{ 'length a': [99, 210] }]])
})
it('moves a corner of the outline, and presses nothing anew while it lies there', async () => {
  const flat = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ]
  const picture = shown({ outline: { outer: square, openings: [] }, matrix: flat })
  await open(picture)
  await picture.find('svg').trigger('click', { clientX: 60, clientY: 120 })
  expect(picture.emitted('update:modelValue')).toBeUndefined()
  await picture.findAll('circle')[1].trigger('keydown', { key: 'ArrowUp' })
  expect(picture.emitted('corner')).toEqual([[1, [100, -1]]])
})
it('makes a part of what was found, and says how far it may be off', async () => {
  const sent: [string, Record<string, unknown>][] = []
  let refused = true
  const found = { outline: { outer: square, openings: [] }, to_picture: M, off_mm: 0.42, check_off: 0.003, words: [] }
  vi.stubGlobal('fetch', async (path: string, how: { body: string }) => {
    if (path.endsWith('/quantity')) return new Response('{"text_mm":"","text_in":""}', { status: 200 })
    sent.push([path, JSON.parse(how.body)])
    if (refused) {
      refused = false
      const sentence = 'check.length: “200” was given; within 1 % of it'
      return new Response(JSON.stringify({ errors: [{ path: 'check.length', sentence }], error: sentence }), {
        status: 422,
      })
    }
    return new Response(JSON.stringify(path.endsWith('/trace') ? found : { changes: null }), { status: 200 })
  })
  me.value = { may_write: true } as never
  job.value = { job: { id: 3, version: 2, spec: {} }, parts: [{ spec: { mark: 'T1' } }], members: [] } as never
  const form = mount(TraceIn, { props: { materials: [] } })
  const input = form.find('input[type=file]')
  Object.defineProperty(input.element, 'files', {
    value: [{ name: 'strap.png', type: 'image/png', arrayBuffer: async () => new Uint8Array([1, 2]).buffer }],
  })
  await input.trigger('change')
  await flushPromises()
  await vi.waitFor(() => expect(form.findComponent(TracePicture).exists()).toBe(true))
  expect(form.find('button[type=submit]').attributes('disabled')).toBeDefined()
  const all = Object.fromEntries(ORDER.corners.map((n, k) => [n, [k, k]]))
  form.findComponent(TracePicture).vm.$emit('update:modelValue', all)
  await flushPromises()
  await form.find('form').trigger('submit')
  await flushPromises()
  expect(form.find('[role=alert]').text()).toContain('A second length, measured aslant: “200” was given')
  await form.find('form').trigger('submit')
  await flushPromises()
  expect(form.text()).toContain('Off by 0.5 mm at most.')
  await form.find('form').trigger('submit')
  await flushPromises()
  const [path, body] = sent.at(-1)!
  expect(path).toContain('/jobs/3/parts')
  expect(body).toMatchObject({ mark: 'T2', shape: { family: 'free', source: 'strap.png, off by 0.5 mm at most' } })
  expect(form.emitted('done')).toHaveLength(1)
})
