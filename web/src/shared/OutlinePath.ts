/** SVG path of an outline of lines and arcs; y runs upwards in the drawing. */
import type { S } from '../api/client'

type Vertex = S['Ring']['vertices'][number]
function edge(a: Vertex, b: Vertex): string {
  if (!a.bulge) return `L${b.x} ${b.y}`
  const chord = Math.hypot(b.x - a.x, b.y - a.y)
  const sweep = 4 * Math.atan(a.bulge)
  const r = chord / (2 * Math.abs(Math.sin(sweep / 2)))
  return `A${r} ${r} 0 ${Math.abs(sweep) > Math.PI ? 1 : 0} ${sweep > 0 ? 1 : 0} ${b.x} ${b.y}`
}
export function ringPath(ring: S['Ring']): string {
  const v = ring.vertices
  return `M${v[0].x} ${v[0].y}${v.map((a, i) => edge(a, v[(i + 1) % v.length])).join('')}Z`
}
export const outlinePath = (o: S['Outline']): string => [o.outer, ...(o.openings ?? [])].map(ringPath).join('')

/** A cross in the middle of a ring, as wide as it is. */
export function cross(ring: S['Ring']): string {
  const [x, y] = centre(ring)
  const r = Math.max(...ring.vertices.map((v) => Math.hypot(v.x - x, v.y - y)))
  return `M${x - r} ${y}H${x + r}M${x} ${y - r}V${y + r}`
}

/** The middle of a ring's corners. */
export const centre = ({ vertices: v }: S['Ring']): [number, number] => [
  v.reduce((s, a) => s + a.x, 0) / v.length,
  v.reduce((s, a) => s + a.y, 0) / v.length,
]
const sides = ({ vertices: v }: S['Ring']) => v.map((a, i) => [a, v[(i + 1) % v.length]] as const)
const within = (ring: S['Ring'], x: number, y: number) =>
  sides(ring).filter(([a, b]) => a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)).length %
    2 ===
  1
/** How far a place is from the nearest side. */
const room = (ring: S['Ring'], x: number, y: number) =>
  Math.min(
    ...sides(ring).map(([a, b]) => {
      const l = Math.hypot(b.x - a.x, b.y - a.y) || 1
      const t = Math.max(0, Math.min(1, ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / (l * l)))
      return Math.hypot(a.x + t * (b.x - a.x) - x, a.y + t * (b.y - a.y) - y)
    }),
  )
const GRID = 14
/** Where something is written on a ring: the middle of its corners, or where that is outside the roomiest of a grid. */
export function middleOf(ring: S['Ring']): [number, number] {
  const middle = centre(ring)
  if (ring.vertices.length < 3 || within(ring, ...middle)) return middle
  const [xs, ys] = [ring.vertices.map((a) => a.x), ring.vertices.map((a) => a.y)]
  const between = (v: number[], i: number) => Math.min(...v) + ((Math.max(...v) - Math.min(...v)) * i) / GRID
  const steps = Array.from({ length: GRID - 1 }, (_, i) => i + 1)
  const grid = steps.flatMap((i) => steps.map((k): [number, number] => [between(xs, i), between(ys, k)]))
  const inside = grid.filter(([x, y]) => within(ring, x, y))
  return inside.reduce((best, at) => (room(ring, ...at) > room(ring, ...best) ? at : best), inside[0] ?? middle)
}
