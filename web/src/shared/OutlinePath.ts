/** SVG path of an outline of lines and arcs; y runs upwards in the drawing. */
import type { S } from '../api/client'

export function ringPath(ring: S['Ring']): string {
  const v = ring.vertices
  let d = `M${v[0].x} ${v[0].y}`
  v.forEach((a, i) => {
    const b = v[(i + 1) % v.length]
    if (!a.bulge) {
      d += `L${b.x} ${b.y}`
      return
    }
    const chord = Math.hypot(b.x - a.x, b.y - a.y)
    const sweep = 4 * Math.atan(a.bulge)
    const r = chord / (2 * Math.abs(Math.sin(sweep / 2)))
    d += `A${r} ${r} 0 ${Math.abs(sweep) > Math.PI ? 1 : 0} ${sweep > 0 ? 1 : 0} ${b.x} ${b.y}`
  })
  return `${d}Z`
}
export const outlinePath = (o: S['Outline']): string => [o.outer, ...(o.openings ?? [])].map(ringPath).join('')
