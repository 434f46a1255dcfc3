/** A picture that is traced: its places, and an outline laid back over it. */
import type { S } from '../../api/client'

export type Place = [number, number]
export type Matrix = number[][]
export type Way = 'corners' | 'length'
/** What is pressed on the picture, in order: of the scale, of the second length, and on the piece. */
export const ORDER: Record<Way, string[]> = {
  corners: ['corner 1', 'corner 2', 'corner 3', 'corner 4', 'second a', 'second b', 'inside'],
  length: ['length a', 'length b', 'second a', 'second b', 'inside'],
}
export function through(m: Matrix, [x, y]: Place): Place {
  const w = m[2][0] * x + m[2][1] * y + m[2][2]
  return [(m[0][0] * x + m[0][1] * y + m[0][2]) / w, (m[1][0] * x + m[1][1] * y + m[1][2]) / w]
}
/** What undoes a matrix, but for its size. */
export function back([[a, b, c], [d, e, f], [g, h, i]]: Matrix): Matrix {
  return [
    [e * i - f * h, c * h - b * i, b * f - c * e],
    [f * g - d * i, a * i - c * g, c * d - a * f],
    [d * h - e * g, b * g - a * h, a * e - b * d],
  ]
}
const STEPS = 16
/** Places along an edge from a corner on, its arc in steps. */
function edge(a: S['Vertex'], b: S['Vertex']): Place[] {
  if (!a.bulge) return [[a.x, a.y]]
  const sweep = 4 * Math.atan(a.bulge)
  const k = 1 / Math.tan(sweep / 2) / 2
  const [mx, my] = [(a.x + b.x) / 2 - (b.y - a.y) * k, (a.y + b.y) / 2 + (b.x - a.x) * k]
  const [dx, dy] = [a.x - mx, a.y - my]
  return Array.from({ length: STEPS }, (_, s) => {
    const t = (sweep * s) / STEPS
    return [mx + dx * Math.cos(t) - dy * Math.sin(t), my + dx * Math.sin(t) + dy * Math.cos(t)]
  })
}
/** A ring as a path over the picture. */
export function overPicture(ring: S['Ring'], m: Matrix): string {
  const v = ring.vertices
  const places = v.flatMap((a, k) => edge(a, v[(k + 1) % v.length])).map((p) => through(m, p))
  return `M${places.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`
}
type Typed = { text: string; unit: 'mm' | 'in'; value: number }
export type Sizes = { across: Typed; up: Typed; length: Typed; second: Typed }
/** What is asked of the server, of a picture whose places are all pressed. */
export function asked(way: Way, at: Record<string, Place>, sizes: Sizes, content: string): S['TraceIn'] {
  const scale =
    way === 'corners'
      ? {
          kind: 'corners' as const,
          corners: [1, 2, 3, 4].map((k) => at[`corner ${k}`]),
          across: sizes.across,
          up: sizes.up,
        }
      : { kind: 'length' as const, ends: [at['length a'], at['length b']], length: sizes.length }
  return {
    scale,
    check: { ends: [at['second a'], at['second b']], length: sizes.second },
    inside: at.inside,
    content,
  } as S['TraceIn']
}
