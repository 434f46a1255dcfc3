/** What is to be seen of a structure: bars that can be picked, the ground under it, loads on it, and how it moves. */
import * as THREE from 'three'
import type { S } from '../api/client'
import { arrowsOf, bodyOf, extentOf, placeOf, type Place } from './build'
import { colour } from './viewer'

type Drawn = { picture: S['Picture']; position: S['DrawnPosition']; verdict: S['FrameVerdict'] }
const bodies = new WeakMap<S['DrawnSection'], ReturnType<typeof bodyOf>>()
function body(section: S['DrawnSection']) {
  const found = bodies.get(section) ?? bodyOf(section)
  bodies.set(section, found)
  return found
}

/** Bars of the position, each a body with its lines; what gives is told by colour and by the mark beside it. */
export function barsOf({ picture, position, verdict }: Drawn, chosen: string): THREE.Group {
  const group = new THREE.Group()
  const reserves = new Map(verdict.bars.map((b) => [b.name, b.strength.value]))
  const metal = (name: string) => new THREE.MeshLambertMaterial({ color: colour(name) })
  const looks = { plain: metal('metal'), chosen: metal('mark'), gives: metal('gives') }
  const line = new THREE.LineBasicMaterial({ color: colour('ink') })
  for (const bar of position.bars) {
    const made = body(picture.sections[bar.section_id])
    const gives = (reserves.get(bar.name) ?? Infinity) < 1
    const look = bar.name === chosen ? looks.chosen : gives ? looks.gives : looks.plain
    const solid = new THREE.Mesh(made.solid, look)
    const edges = new THREE.LineSegments(made.edges, line)
    const at = placeOf(bar, position.nodes[bar.i] as Place, position.nodes[bar.j] as Place)
    for (const one of [solid, edges]) {
      one.matrixAutoUpdate = false
      one.matrix.copy(at)
    }
    solid.userData.bar = bar.name
    group.add(solid, edges)
  }
  return group
}

/** A block under each node that the ground holds. */
export function groundOf({ position }: Drawn): THREE.Group {
  const group = new THREE.Group()
  const { size } = extentOf(position.nodes as Record<string, Place>)
  const block = new THREE.ConeGeometry(size * 0.018, size * 0.03, 4)
  const look = new THREE.MeshLambertMaterial({ color: colour('ink') })
  for (const n of position.held) {
    const one = new THREE.Mesh(block, look)
    one.position.set(...(position.nodes[n] as Place)).add(new THREE.Vector3(0, -size * 0.015, 0))
    group.add(one)
  }
  return group
}

export function loadsOf({ position, verdict }: Drawn): THREE.Group {
  const group = new THREE.Group()
  const nodes = position.nodes as Record<string, Place>
  const reach = extentOf(nodes).size * 0.13
  for (const load of verdict.loads)
    for (const { at, way } of arrowsOf(load, position.bars, nodes)) {
      const from = at.clone().addScaledVector(way, -reach * 1.15)
      group.add(new THREE.ArrowHelper(way, from, reach, colour('mark'), reach * 0.24, reach * 0.12))
    }
  return group
}

/** Bars where they go under the load that moves them most, so many times as far. */
export function movedOf({ position, verdict }: Drawn, times: number): THREE.LineSegments {
  const points: THREE.Vector3[] = []
  const there = (n: string) => {
    const d = (verdict.moved[n] ?? [0, 0, 0]) as Place
    return new THREE.Vector3(...(position.nodes[n] as Place)).addScaledVector(new THREE.Vector3(...d), times)
  }
  for (const b of position.bars) points.push(there(b.i), there(b.j))
  const size = extentOf(position.nodes as Record<string, Place>).size
  const look = new THREE.LineDashedMaterial({ color: colour('gives'), dashSize: size / 90, gapSize: size / 140 })
  return new THREE.LineSegments(new THREE.BufferGeometry().setFromPoints(points), look).computeLineDistances()
}

/** What was drawn is given back; bodies of sections are shared, and stay. */
export function giveBack(drawn: THREE.Object3D[], shared: ReadonlySet<THREE.BufferGeometry>): void {
  for (const one of drawn)
    one.traverse((part) => {
      if (!(part instanceof THREE.Mesh || part instanceof THREE.LineSegments || part instanceof THREE.Line)) return
      if (!shared.has(part.geometry)) part.geometry.dispose()
      for (const look of [part.material].flat()) look.dispose()
    })
}
/** Bodies of the sections of a picture. */
export const bodiesOf = (picture: S['Picture']): Set<THREE.BufferGeometry> =>
  new Set(Object.values(picture.sections).flatMap((s) => Object.values(body(s))))

/** The middle of a bar. */
export function middleOf(position: S['DrawnPosition'], name: string): THREE.Vector3 | null {
  const bar = position.bars.find((b) => b.name === name)
  if (!bar) return null
  const [a, b] = [position.nodes[bar.i], position.nodes[bar.j]] as [Place, Place]
  return new THREE.Vector3(...a).lerp(new THREE.Vector3(...b), 0.5)
}
