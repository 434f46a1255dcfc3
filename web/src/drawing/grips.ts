/** What is moved along a drawing, by hand or by key, and the places that it snaps to. */
export type Grip = { key: string; at: number; words: string }
/** By so much a key moves it, and with Shift; mm and inches. */
export const STEPS = { mm: [10, 1], in: [25.4, 25.4 / 16] } as const
const NEAR_PX = 7

/** Ends, middle, thirds and quarters of what it is moved along, and where others stand. */
export function snapsOf(length: number, others: number[]): number[] {
  const shares = [0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4, 1].map((s) => s * length)
  return [...new Set([...shares, ...others])].sort((a, b) => a - b)
}
/** A place under the pointer: the nearest snap within reach, else the nearest whole step. */
export function snapped(mm: number, length: number, snaps: number[], step: number, mmPerPx: number): number {
  const inside = Math.min(Math.max(mm, 0), length)
  const near = snaps.reduce((best, s) => (Math.abs(s - inside) < Math.abs(best - inside) ? s : best), Infinity)
  if (Math.abs(near - inside) <= NEAR_PX * mmPerPx) return near
  return Math.min(Math.round(inside / step) * step, length)
}
