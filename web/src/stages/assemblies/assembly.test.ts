import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { forget } from '../../composables/useDraft'
import { job } from '../../shared/job'
import { blank, placed, saidOf, standing, weld, type Spec } from './assembly'
import Drawing from './Drawing.vue'
import PlacedFields from './PlacedFields.vue'

const part = (id: number, mark: string) => ({ id, spec: { mark, name: 'of it' } })
beforeEach(() => {
  forget()
  job.value = {
    job: { id: 4, spec: {} },
    parts: [part(1, 'F1'), part(2, 'P1')],
    structures: [{ id: 9, spec: { mark: 'S' }, verdict: { bars: [{ name: 'rail 1' }, { name: 'rail 2' }] } }],
    joints: [],
    assemblies: [],
  } as never
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

function two(): Spec {
  const spec = blank(1)
  spec.placed!.push(placed(spec, 1))
  spec.placed!.push(placed(spec, 2))
  return spec
}

it('places the first by its corner and others against it, under names of their own', () => {
  const spec = two()
  spec.placed!.push(placed(spec, 2))
  expect(spec.placed!.map((p) => p.name)).toEqual(['F1.1', 'P1.1', 'P1.2'])
  expect(spec.placed!.map((p) => p.stands?.by)).toEqual(['place', 'side', 'side'])
  expect(spec.placed!.map(saidOf)).toEqual(['at 0, 0, 0', 'against the top of F1.1', 'against the top of F1.1'])
})
it('says rows, bars and what is only counted', () => {
  const spec = two()
  const [, second] = spec.placed!
  second.count = 4
  expect(saidOf(second)).toBe('against the top of F1.1, 4 in a row')
  second.stands = { ...standing('bar', [])!, bar: 'rail 1' } as never
  expect(saidOf(second)).toBe('along rail 1')
  second.stands = standing('none', [])
  expect(second.stands).toBeNull()
  expect(saidOf(second)).toBe('only counted')
})
it('welds what came second to what came first', () => {
  const made = weld(two())
  expect([made.part_id, made.onto_id, made.kind]).toEqual([2, 1, 'fillet'])
})
it('asks for what says where a row stands, and for the rest of a row only where there is one', async () => {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response('{}')))
  const spec = two()
  spec.structure_id = 9
  const form = mount(PlacedFields, { props: { number: 1, spec, modelValue: spec.placed![1] } })
  const fields = () => form.findAll('[data-at]').map((f) => f.attributes('data-at'))
  expect(fields()).toContain('placed.1.stands.onto')
  expect(fields()).not.toContain('placed.1.every')
  spec.placed![1].count = 3
  await form.setProps({ modelValue: { ...spec.placed![1] } })
  expect(fields()).toContain('placed.1.every')
  await form.setProps({ modelValue: { ...spec.placed![1], stands: standing('bar', []) } })
  expect(fields()).toContain('placed.1.stands.bar')
  expect(fields()).not.toContain('placed.1.stands.onto')
})

const VIEW = {
  view: 'space',
  words: 'in space',
  width_mm: 200,
  height_mm: 100,
  scale: 20,
  lines: [
    {
      points: [
        [0, 0],
        [10, 10],
      ],
      layer: 'BODY',
      row: 0,
      dashed: false,
      filled: false,
    },
    {
      points: [
        [10, 10],
        [20, 0],
      ],
      layer: 'BODY',
      row: 0,
      dashed: false,
      filled: false,
    },
    {
      points: [
        [0, 5],
        [5, 5],
      ],
      layer: 'BODY',
      row: 1,
      dashed: false,
      filled: false,
    },
    {
      points: [
        [0, 5],
        [5, 5],
      ],
      layer: 'WELD',
      row: -1,
      dashed: true,
      filled: false,
    },
  ],
  texts: [{ x: 5, y: 90, words: '2× P1', layer: 'MARK', row: 1, anchor: 'start' }],
}
it('draws what the server works out, upright, and says which row was pressed', async () => {
  const asked: unknown[] = []
  const answer = (_: string, { body }: { body: string }) => {
    asked.push(JSON.parse(body))
    return Promise.resolve(new Response(JSON.stringify(VIEW), { headers: { 'Content-Type': 'application/json' } }))
  }
  vi.stubGlobal('fetch', answer)
  const drawing = mount(Drawing, { props: { spec: two(), row: 1, picks: true, width: 200, height: 100 } })
  await vi.waitFor(() => expect(drawing.find('text').exists()).toBe(true))
  expect(asked[0]).toMatchObject({ view: 'space', apart: false, step: null })
  expect(drawing.find('text').attributes('y')).toBe('11')
  expect(drawing.find('path.BODY').attributes('d')).toBe('M0.00 100.00L10.00 90.00M10.00 90.00L20.00 100.00')
  expect(drawing.findAll('path.on')).toHaveLength(1)
  expect(drawing.findAll('path.dashed')).toHaveLength(1)
  await drawing.findAll('path.reach')[0].trigger('click')
  expect(drawing.emitted('pick')).toEqual([[0]])
  vi.useFakeTimers()
  await drawing.findAll('button')[1].trigger('click')
  await nextTick()
  expect(drawing.find('.assembly').classes()).toContain('stale')
  await vi.advanceTimersByTimeAsync(200)
  expect(asked[1]).toMatchObject({ view: 'front' })
  drawing.unmount()
})
