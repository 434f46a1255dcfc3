/** Bodies of a structure in space: every bar with the true outline of its section, its ground, its loads. */
import * as THREE from 'three'
import type { S } from '../api/client'
import { placesOf, WAYS, type Place } from '../drawing/oblique'

type Section = S['DrawnSection']
type Bar = S['DrawnBar']
export type { Place }
/** Edges of less than this many degrees are roundings, and not drawn as lines. */
const ROUND_DEG = 25

const ring = (points: readonly (readonly [number, number])[]): THREE.Vector2[] =>
  points.map(([x, y]) => new THREE.Vector2(x, y))

/** The flat shapes of a section; of one that is known by figures alone, the box around it. */
export function shapesOf(section: Section): THREE.Shape[] {
  if (!section.parts.length) {
    const [w, d] = [section.width_mm / 2, section.depth_mm / 2]
    return [
      new THREE.Shape(
        ring([
          [-w, -d],
          [w, -d],
          [w, d],
          [-w, d],
        ]),
      ),
    ]
  }
  return section.parts.map(([outer, ...openings]) => {
    const shape = new THREE.Shape(ring(outer as [number, number][]))
    shape.holes = openings.map((o) => new THREE.Path(ring(o as [number, number][])))
    return shape
  })
}

/** A section drawn out to one millimetre: each bar of it is the same body, made as long as the bar. */
export function bodyOf(section: Section): { solid: THREE.BufferGeometry; edges: THREE.BufferGeometry } {
  const solid = new THREE.ExtrudeGeometry(shapesOf(section), { depth: 1, bevelEnabled: false, curveSegments: 1 })
  return { solid, edges: new THREE.EdgesGeometry(solid, ROUND_DEG) }
}

/** Where a bar stands: its section's x along its width, y along its depth, drawn out from its first end. */
export function placeOf(bar: Bar, from: Place, to: Place): THREE.Matrix4 {
  const start = new THREE.Vector3(...from)
  const along = new THREE.Vector3(...to).sub(start)
  const width = new THREE.Vector3(...(bar.width as Place))
  const depth = new THREE.Vector3(...(bar.depth as Place))
  // seen along the bar, width by depth is right-handed or the body would be inside out
  if (new THREE.Vector3().crossVectors(width, depth).dot(along) < 0) width.negate()
  return new THREE.Matrix4().makeBasis(width, depth, along).setPosition(start)
}

/** The middle of what stands, and how large it is. */
export function extentOf(nodes: Record<string, Place>): { middle: THREE.Vector3; size: number } {
  const box = new THREE.Box3()
  for (const p of Object.values(nodes)) box.expandByPoint(new THREE.Vector3(...p))
  const size = box.getSize(new THREE.Vector3()).length()
  return { middle: box.getCenter(new THREE.Vector3()), size: Math.max(size, 1) }
}

/** Where arrows of a load stand, and which way they point. */
export function arrowsOf(
  load: { direction: string; nodes: string[]; bars: string[] },
  bars: Pick<Bar, 'name' | 'i' | 'j'>[],
  nodes: Record<string, Place>,
): { at: THREE.Vector3; way: THREE.Vector3 }[] {
  const way = WAYS[load.direction]
  if (!way) return []
  return placesOf(load, bars, nodes).map((at) => ({ at: new THREE.Vector3(...at), way: new THREE.Vector3(...way) }))
}
