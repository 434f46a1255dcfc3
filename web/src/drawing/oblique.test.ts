import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import StructureDrawing from '../stages/structures/StructureDrawing.vue'
import { flat, placesOf, WAYS } from './oblique'

it('sees depth to the right and downwards', () => {
  expect(flat([100, 50, 0])).toEqual([100, -50])
  expect(flat([0, 0, 100])).toEqual([42, 26])
})
it.each([...Object.keys(WAYS), 'other'])('a structure with a load that acts %s is drawn', (direction) => {
  const bar = {
    name: 'B1',
    i: 'a',
    j: 'b',
    length_mm: 1000,
    along_mm: [0, 1000],
    N_N: [0, 0],
    My_Nmm: [0, 0],
    Mz_Nmm: [0, 0],
    T_Nmm: [0, 0],
  }
  const verdict = {
    words: 'a beam',
    nodes: { a: [0, 0, 0], b: [1000, 0, 0] },
    moved: {},
    bars: [bar],
    loads: [{ name: 'crowd', direction, nodes: [], bars: ['B1'] }],
    handed: [],
  }
  const shown = mount(StructureDrawing, { props: { verdict: verdict as never, chosen: 'B1' } })
  expect(shown.findAll('.load').map((t) => t.text())).toEqual(direction === 'other' ? [] : ['crowd'])
})

const corner = [
  { name: 'post', i: 'foot', j: 'head' },
  { name: 'arm', i: 'head', j: 'tip' },
]
const nodes = { foot: [0, 0, 0], head: [0, 2000, 0], tip: [1000, 2000, 0] } as const
it('shows a force where it stands on its bars, in their order', () => {
  const load = { nodes: [], bars: ['post', 'arm'] }
  expect(placesOf({ ...load, at_mm: 2250 }, corner, nodes)).toEqual([[250, 2000, 0]])
  expect(placesOf({ ...load, at_mm: 500 }, corner, nodes)).toEqual([[0, 500, 0]])
  expect(placesOf({ ...load, somewhere: true }, corner, nodes)).toEqual([[0, 1500, 0]])
  expect(placesOf(load, corner, nodes)).toHaveLength(6)
})
