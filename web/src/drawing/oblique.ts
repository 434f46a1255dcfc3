/** Structures on a flat picture: seen from the front and a little from above; where loads on them stand. */
export type Place = readonly [number, number, number]
type Ends = { name: string; i: string; j: string }

/** A place in space on the picture, y downwards. */
export const flat = ([x, y, z]: readonly number[]): [number, number] => [x + 0.42 * z, -y + 0.26 * z]

/** Which way a load acts; one of a direction of its own has none of these. */
export const WAYS: Record<string, Place> = {
  down: [0, -1, 0],
  up: [0, 1, 0],
  sideways: [0, 0, 1],
  'sideways back': [0, 0, -1],
  along: [1, 0, 0],
  'along back': [-1, 0, 0],
}
type Lying = { nodes: string[]; bars: string[]; at_mm?: number | null; somewhere?: boolean }
const between = (a: Place, b: Place, share: number) =>
  [0, 1, 2].map((k) => a[k] + share * (b[k] - a[k])) as unknown as Place
const apart = (a: Place, b: Place) => Math.hypot(...[0, 1, 2].map((k) => b[k] - a[k]))
/** The bars of a load in order, each from its own start, and the mm at which it begins and ends. */
export function stretches(names: string[], bars: Ends[], nodes: Record<string, Place>) {
  const out: { a: Place; b: Place; from: number; to: number }[] = []
  for (const name of names) {
    const bar = bars.find((b) => b.name === name)
    if (!bar) continue
    const [a, b, from] = [nodes[bar.i], nodes[bar.j], out.at(-1)?.to ?? 0]
    out.push({ a, b, from, to: from + apart(a, b) })
  }
  return out
}
/** Places of a load: its nodes, where it stands on its bars, or three along each bar that it is spread over. */
export function placesOf(load: Lying, bars: Ends[], nodes: Record<string, Place>): Place[] {
  if (load.nodes.length) return load.nodes.flatMap((n) => (nodes[n] ? [nodes[n]] : []))
  const along = stretches(load.bars, bars, nodes)
  const mm = load.at_mm ?? (load.somewhere ? (along.at(-1)?.to ?? 0) / 2 : null)
  if (mm === null) return along.flatMap(({ a, b }) => [0.2, 0.5, 0.8].map((share) => between(a, b, share)))
  const s = along.find((x) => mm <= x.to + 1e-6) ?? along.at(-1)
  return s ? [between(s.a, s.b, Math.min((mm - s.from) / (s.to - s.from), 1))] : []
}

/** By how much movement is drawn larger, a round number: about a twelfth of what stands. */
export function timesOf(most: number, size: number): number {
  const rough = (0.08 * size) / Math.max(most, 1e-9)
  const power = 10 ** Math.floor(Math.log10(rough))
  return Math.max(1, Math.floor(rough / power) * power)
}
