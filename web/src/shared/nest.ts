/** Sheets and what lies on them, for drawing: y runs upwards in a nest. */
import type { S } from '../api/client'
import { centre, middleOf } from './OutlinePath'

/** A sheet of a nest by its name: which size, and which one of that size. */
export const keyOf = (p: S['Placement']): string => `${p.sheet}#${p.sheet_index}`
export const partsOf = (key: string): { sheet: string; sheet_index: number } => {
  const cut = key.lastIndexOf('#')
  return { sheet: key.slice(0, cut), sheet_index: Number(key.slice(cut + 1)) }
}
export const keysOf = (placements: S['Placement'][]): string[] => [...new Set(placements.map(keyOf))].sort()
export const stockOf = (plan: S['PlanView'], key: string): S['SheetStock'] =>
  plan.group.problem.sheets.find((s) => s.id === partsOf(key).sheet)!
export const frameOf = (s: { width: number; height: number }): string =>
  `-4 ${-s.height - 4} ${s.width + 8} ${s.height + 8}`

export function sheetPath(s: { width: number; height: number; outline?: number[][] | null }): string {
  const corners = s.outline ?? [
    [0, 0],
    [s.width, 0],
    [s.width, s.height],
    [0, s.height],
  ]
  return `M${corners.map((q) => q.join(' ')).join('L')}Z`
}
export const setDown = (p: S['Placement']): string =>
  `translate(${p.x} ${p.y}) rotate(${p.rotation_deg})${p.mirrored ? ' scale(-1 1)' : ''}`

/** A point of a piece as it was drawn, turned by so much: still about the piece's own origin. */
export function turned([x, y]: [number, number], p: S['Placement'], deg = p.rotation_deg): [number, number] {
  const across = p.mirrored ? -x : x
  const t = (deg * Math.PI) / 180
  return [across * Math.cos(t) - y * Math.sin(t), across * Math.sin(t) + y * Math.cos(t)]
}

const places = new WeakMap<object, [number, number]>()
/** Where the mark of a piece stands on its sheet. */
export function markAt(o: S['Outline'], p: S['Placement']): [number, number] {
  const own = places.get(o) ?? middleOf(o.outer)
  places.set(o, own)
  const [x, y] = turned(own, p)
  return [x + p.x, y + p.y]
}
/** How far under a part's middle its mark stands, so that an opening there does not hide it. */
export function below(o: S['Outline'], font: number): number {
  const [x, y] = centre(o.outer)
  const reach = (o.openings ?? []).map((r) => {
    const [cx, cy] = centre(r)
    const radius = Math.max(...r.vertices.map((v) => Math.hypot(v.x - cx, v.y - cy)))
    const off = Math.hypot(cx - x, cy - y)
    return off < radius + font ? radius + off : 0
  })
  const most = Math.max(0, ...reach)
  return most > 0 ? most + font * 1.1 : font * 0.35
}
/** Whether a nest is being worked out. */
export const going = (s: S['SheetView']): boolean => !!s.latest && ['waiting', 'running'].includes(s.latest.state)
