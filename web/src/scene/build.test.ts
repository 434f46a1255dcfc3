import * as THREE from 'three'
import { expect, it } from 'vitest'
import { timesOf } from '../drawing/oblique'
import { arrowsOf, bodyOf, extentOf, placeOf, shapesOf } from './build'

const tube = {
  depth_mm: 60,
  width_mm: 40,
  parts: [
    [
      [
        [-20, -30],
        [20, -30],
        [20, 30],
        [-20, 30],
      ],
      [
        [-16, -26],
        [16, -26],
        [16, 26],
        [-16, 26],
      ],
    ],
  ],
} as never
/** By the divergence theorem over its triangles. */
function volume(g: THREE.BufferGeometry): number {
  const p = g.toNonIndexed().getAttribute('position')
  let sum = 0
  const [a, b, c] = [new THREE.Vector3(), new THREE.Vector3(), new THREE.Vector3()]
  for (let k = 0; k < p.count; k += 3) {
    a.fromBufferAttribute(p, k)
    b.fromBufferAttribute(p, k + 1)
    c.fromBufferAttribute(p, k + 2)
    sum += a.dot(b.cross(c)) / 6
  }
  return Math.abs(sum)
}
const bar = { name: 'B1', role: 'beam', i: 'a', j: 'b', section_id: 't', width: [0, 0, 1], depth: [0, 1, 0] } as never

it('a tube is hollow: its body has the area of its walls', () => {
  expect(volume(bodyOf(tube).solid)).toBeCloseTo(40 * 60 - 32 * 52, 6)
})
it('what is known by figures alone is the box around it', () => {
  expect(shapesOf({ depth_mm: 80, width_mm: 40, parts: [] } as never)[0].getPoints()).toHaveLength(4)
})
it('a bar stands from its first node to its second, its depth upright', () => {
  const at = placeOf(bar, [100, 0, 0], [1100, 0, 0])
  expect(new THREE.Vector3(0, 0, 1).applyMatrix4(at).toArray()).toEqual([1100, 0, 0])
  expect(new THREE.Vector3(0, 30, 0).applyMatrix4(at).toArray()).toEqual([100, 30, 0])
  const solid = bodyOf(tube).solid.clone().applyMatrix4(at)
  expect(volume(solid)).toBeCloseTo((40 * 60 - 32 * 52) * 1000, 3)
  expect(at.determinant()).toBeGreaterThan(0)
})
it('what stands is framed whole, and movement drawn by a round number of times', () => {
  const { middle, size } = extentOf({ a: [0, 0, 0], b: [3000, 0, 4000] })
  expect([middle.toArray(), size]).toEqual([[1500, 0, 2000], 5000])
  expect([timesOf(2, 5000), timesOf(4.1, 5000), timesOf(4000, 5000)]).toEqual([200, 90, 1])
})
it('a load stands at its nodes, or three times along each bar', () => {
  const nodes = { a: [0, 0, 0], b: [1000, 0, 0] } as never
  const at = (l: object) => arrowsOf(l as never, [bar], nodes).map((x) => x.at.x)
  expect(at({ direction: 'down', nodes: ['b'], bars: [] })).toEqual([1000])
  expect(at({ direction: 'down', nodes: [], bars: ['B1'] })).toEqual([200, 500, 800])
  expect(at({ direction: 'other', nodes: ['b'], bars: [] })).toEqual([])
})
