/** What is moved along a drawing, by hand or by key, and the places that it snaps to. */
export type Grip = { key: string; at: number; words: string; track?: Track; loose?: boolean }
export type Point = readonly [number, number]
/** What a grip is moved along: stretches on the drawing, and the mm at which each begins and ends. */
export type Track = { a: Point; b: Point; from: number; to: number }[]
/** By so much a key moves it, and with Shift; mm and inches. */
export const STEPS = { mm: [10, 1], in: [25.4, 25.4 / 16] } as const
const NEAR_PX = 7

/** The step that a pointer moves by. */
export const stepOf = (unit: 'mm' | 'in'): number => STEPS[unit][0] / (unit === 'in' ? 4 : 1)
export const lengthOf = (track: Track): number => track.at(-1)?.to ?? 0
/** Where that many mm along it stands on the drawing. */
export function placeOn(track: Track, mm: number): Point {
  const s = track.find((x) => mm <= x.to) ?? track.at(-1)!
  const share = s.to > s.from ? Math.min(Math.max((mm - s.from) / (s.to - s.from), 0), 1) : 0
  return [s.a[0] + share * (s.b[0] - s.a[0]), s.a[1] + share * (s.b[1] - s.a[1])]
}
/** The place along it that is nearest to a point of the drawing, in mm, and how many mm a unit of the drawing is. */
export function nearest(track: Track, [x, y]: Point): { mm: number; perUnit: number } {
  let best = { off: Infinity, mm: 0, perUnit: 1 }
  for (const s of track) {
    const [dx, dy] = [s.b[0] - s.a[0], s.b[1] - s.a[1]]
    const square = dx * dx + dy * dy || 1
    const share = Math.min(Math.max(((x - s.a[0]) * dx + (y - s.a[1]) * dy) / square, 0), 1)
    const off = Math.hypot(s.a[0] + share * dx - x, s.a[1] + share * dy - y)
    if (off < best.off)
      best = { off, mm: s.from + share * (s.to - s.from), perUnit: (s.to - s.from) / Math.sqrt(square) }
  }
  return best
}
/** Ends, middle, thirds and quarters of what it is moved along, and where others stand. */
export function snapsOf(length: number, others: number[]): number[] {
  const shares = [0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4, 1].map((s) => s * length)
  return [...new Set([...shares, ...others])].sort((a, b) => a - b)
}
/** A place under the pointer: the nearest snap within reach, else the nearest whole step. */
export function snapped(mm: number, length: number, snaps: number[], step: number, mmPerPx: number): number {
  const inside = Math.min(Math.max(mm, 0), length)
  return Math.min(stepped(inside, snaps, step, mmPerPx), length)
}
/** The nearest snap within reach, else the nearest whole step. */
export function stepped(mm: number, snaps: number[], step: number, mmPerPx: number): number {
  const near = snaps.reduce((best, s) => (Math.abs(s - mm) < Math.abs(best - mm) ? s : best), Infinity)
  return Math.abs(near - mm) <= NEAR_PX * mmPerPx ? near : Math.round(mm / step) * step
}
