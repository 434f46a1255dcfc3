import { mount } from '@vue/test-utils'
import { afterEach, expect, it } from 'vitest'
import { h } from 'vue'
import { unit } from '../shared/units'
import Grips from './Grips.vue'
import { nearest, placeOn, snapped, snapsOf, type Track } from './grips'

afterEach(() => {
  unit.value = 'mm'
})
const snaps = snapsOf(3000, [1234])

it('snaps to ends, middle, thirds, quarters and to what else stands there', () => {
  expect(snaps).toEqual([0, 750, 1000, 1234, 1500, 2000, 2250, 3000])
  expect(snapped(1490, 3000, snaps, 10, 4)).toBe(1500)
  expect(snapped(1230, 3000, snaps, 10, 4)).toBe(1234)
  expect(snapped(1100, 3000, snaps, 10, 4)).toBe(1100)
})
it('stays on what it is moved along, and on whole steps', () => {
  expect(snapped(-200, 3000, snaps, 10, 4)).toBe(0)
  expect(snapped(9999, 3000, snaps, 10, 4)).toBe(3000)
  expect(snapped(1117.4, 3000, snaps, 10, 1)).toBe(1120)
})

it('is moved along bars that turn a corner, each as long on the drawing as it is seen', () => {
  const track: Track = [
    { a: [0, 0], b: [100, 0], from: 0, to: 1000 },
    { a: [100, 0], b: [100, -50], from: 1000, to: 2000 },
  ]
  expect(placeOn(track, 500)).toEqual([50, 0])
  expect(placeOn(track, 1500)).toEqual([100, -25])
  expect(placeOn(track, 9999)).toEqual([100, -50])
  expect(nearest(track, [40, 7])).toMatchObject({ mm: 400, perUnit: 10 })
  expect(nearest(track, [130, -20])).toMatchObject({ mm: 1400, perUnit: 20 })
})

function shown() {
  const moves: [string, number][] = []
  const svg = mount({
    render: () =>
      h('svg', [
        h(Grips, {
          grips: [
            { key: 'loads.0.0', at: 1200, words: 'crowd' },
            { key: 'supports.1', at: 2995, words: 'Support 2' },
          ],
          track: [{ a: [0, 10], b: [300, 10], from: 0, to: 3000 }],
          onMove: (key: string, mm: number) => moves.push([key, mm]),
        }),
      ]),
  })
  return { svg, moves, of: (k: number) => svg.findAll('[role=slider]')[k] }
}
it('is moved by the arrow keys, finely with Shift, and not past the end', async () => {
  const { moves, of } = shown()
  await of(0).trigger('keydown', { key: 'ArrowRight' })
  await of(0).trigger('keydown', { key: 'ArrowLeft', shiftKey: true })
  await of(1).trigger('keydown', { key: 'ArrowRight' })
  await of(1).trigger('keydown', { key: 'Tab' })
  expect(moves).toEqual([
    ['loads.0.0', 1210],
    ['loads.0.0', 1199],
    ['supports.1', 3000],
  ])
})
it('steps by the inch in a job of inches', async () => {
  unit.value = 'in'
  const { moves, of } = shown()
  await of(0).trigger('keydown', { key: 'ArrowRight' })
  expect(moves[0][1]).toBeCloseTo(1225.4)
})
it('says what it is and where it stands', () => {
  const { of } = shown()
  expect([of(0).attributes('aria-label'), of(0).attributes('aria-valuetext')]).toEqual(['crowd, from the left', '1200'])
})
