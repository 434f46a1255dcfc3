import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { S } from '../../api/client'
import PartDrawing from './PartDrawing.vue'

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
