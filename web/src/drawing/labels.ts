/** Words on a drawing that keep clear of each other. */
export type Anchor = 'start' | 'middle' | 'end'
export type Spot = { x: number; y: number; anchor: Anchor }
/** Where a word may stand, best first. */
export type Wanted = { key: string; text: string; spots: Spot[] }

/** Of one letter, on the whole, over the height of the type. */
const WIDE = 0.54
type Box = { left: number; right: number; top: number; bottom: number }
function boxOf({ x, y, anchor }: Spot, text: string, font: number): Box {
  const width = text.length * WIDE * font
  const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2
  return { left, right: left + width, top: y - font * 0.8, bottom: y + font * 0.25 }
}
const meet = (a: Box, b: Box) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
const shared = (a: Box, b: Box) =>
  meet(a, b)
    ? (Math.min(a.right, b.right) - Math.max(a.left, b.left)) * (Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top))
    : 0

/** One after the other: each at the first of its spots that is free, or where it covers least of what stands. */
export function spread(wanted: readonly Wanted[], font: number): Map<string, Spot> {
  const taken: Box[] = []
  const out = new Map<string, Spot>()
  for (const { key, text, spots } of wanted) {
    const tried = spots.map((spot) => {
      const box = boxOf(spot, text, font)
      return { spot, box, covers: taken.reduce((sum, other) => sum + shared(box, other), 0) }
    })
    const best = tried.reduce((a, b) => (b.covers < a.covers - 1e-9 ? b : a))
    taken.push(best.box)
    out.set(key, best.spot)
  }
  return out
}
