import { flushPromises, mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import type { S } from '../../api/client'
import { job, message } from '../../shared/job'
import { unit } from '../../shared/units'
import PartDrawing from './PartDrawing.vue'
import PartViews from './PartViews.vue'
import TrueSize from './TrueSize.vue'

const corner = (x: number, y: number, bulge = 0) => ({ x, y, bulge })
const geometry = {
  kind: 'plate',
  outline: {
    outer: { vertices: [corner(0, 0), corner(80, 0), corner(80, 60), corner(0, 60)] },
    openings: [{ vertices: [corner(30, 30, 1), corner(50, 30, 1)] }],
  },
  dimensions: [
    { x1: 0, y1: 0, x2: 80, y2: 0, offset_mm: -10, value_mm: 80, label: '', asked: 'width' },
    { x1: 80, y1: 0, x2: 80, y2: 60, offset_mm: -10, value_mm: 60, label: '', asked: '' },
  ],
  openings_asked: ['hole'],
  width_mm: 80,
  height_mm: 60,
} as unknown as S['PartGeometry']
const drawn = (picks: boolean) => mount(PartDrawing, { props: { geometry, picks } })

it('leads from a dimension and from an opening to the question that states it', async () => {
  const shown = drawn(true)
  await shown.findAll('text')[0].trigger('click')
  await shown.find('path.opening').trigger('click')
  expect(shown.emitted('pick')).toEqual([['width'], ['hole']])
})
it('leads nowhere from what no question states, nor where nobody may change it', async () => {
  const shown = drawn(true)
  await shown.findAll('text')[1].trigger('click')
  expect(shown.emitted('pick')).toBeUndefined()
  const read = drawn(false)
  expect(read.find('path.opening').exists()).toBe(false)
  await read.findAll('text')[0].trigger('click')
  expect(read.emitted('pick')).toBeUndefined()
})
it('has words as large beside fields as alone', () => {
  const size = (small: boolean) => {
    const text = mount(PartDrawing, { props: { geometry, small } }).find('text')
    return Number(/font-size: ?([\d.]+)/.exec(text.attributes('style') ?? '')![1])
  }
  expect(size(true)).toBeGreaterThan(1.5 * size(false))
})
const bent = {
  ...geometry,
  bends: [{ x1: 40, y1: 0, x2: 40, y2: 60, turn_deg: 90, zone_mm: 9, words: '90° up, R8', asked: 'bends.0.turn' }],
  views: [
    {
      words: 'bent, from its end',
      outline: { outer: { vertices: [corner(0, 0), corner(50, 0), corner(50, 40)] } },
      dimensions: [{ x1: 0, y1: 0, x2: 50, y2: 0, offset_mm: -6, value_mm: 50, label: '', asked: 'first_leg' }],
      width_mm: 50,
      height_mm: 40,
    },
  ],
} as unknown as S['PartGeometry']
it('draws where it is bent, and leads to what says how far', async () => {
  const flat = mount(PartDrawing, { props: { geometry: bent, picks: true } })
  expect(flat.find('path.bend').attributes('d')).toBe('M40 0L40 60')
  await flat.findAll('text')[0].trigger('click')
  expect(flat.emitted('pick')).toEqual([['bends.0.turn']])
})
it('draws it as it is once it is bent, with the legs as they are measured', async () => {
  const made = mount(PartViews, { props: { geometry: bent, picks: true } })
  expect([made.find('figcaption').text(), made.find('text').text()]).toEqual(['bent, from its end', '50'])
  expect(made.find('path.bend').exists()).toBe(false)
  await made.find('text').trigger('click')
  expect(made.emitted('pick')).toEqual([['first_leg']])
})
it('offers what is printed in true size, on the paper that the unit goes with', () => {
  job.value = { job: { id: 3 }, figures: { held_up: [] } } as never
  const papers = (of: 'mm' | 'in') => {
    unit.value = of
    const row = { id: 7, spec: { mark: 'P1' }, geometry: { prints: ['front', 'left-end'] } } as unknown as S['PartRow']
    return mount(TrueSize, { props: { row } }).findAll('a')
  }
  expect(papers('mm').map((a) => a.text())).toEqual(['front', 'left end'])
  expect(papers('mm')[1].attributes('href')).toBe(
    '/api/jobs/3/export/parts/7/true-size.pdf?of=left-end&paper=A4&unit=mm',
  )
  expect(papers('in')[0].attributes('href')).toContain('paper=Letter&unit=in')
})
it('says why it cannot be printed, and stays', async () => {
  job.value = { job: { id: 3, spec: { name: 'Scope Pier' } }, figures: { held_up: [] } } as never
  vi.stubGlobal('fetch', async () => new Response('{"sentence":"at most 60 pages"}', { status: 422 }))
  const row = { id: 7, spec: { mark: 'P1' }, geometry: { prints: ['part'] } } as unknown as S['PartRow']
  await mount(TrueSize, { props: { row } }).find('a').trigger('click')
  await flushPromises()
  expect(message.value).toBe('at most 60 pages')
})
