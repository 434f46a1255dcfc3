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
/** Places of a load: its nodes, or three along each bar that it lies on. */
export function placesOf(
  load: { nodes: string[]; bars: string[] },
  bars: Ends[],
  nodes: Record<string, Place>,
): Place[] {
  if (load.nodes.length) return load.nodes.flatMap((n) => (nodes[n] ? [nodes[n]] : []))
  return load.bars.flatMap((name) => {
    const bar = bars.find((b) => b.name === name)
    if (!bar) return []
    const [a, b] = [nodes[bar.i], nodes[bar.j]]
    const at = (share: number) => [0, 1, 2].map((k) => a[k] + share * (b[k] - a[k])) as unknown as Place
    return [0.2, 0.5, 0.8].map(at)
  })
}

/** By how much movement is drawn larger, a round number: about a twelfth of what stands. */
export function timesOf(most: number, size: number): number {
  const rough = (0.08 * size) / Math.max(most, 1e-9)
  const power = 10 ** Math.floor(Math.log10(rough))
  return Math.max(1, Math.floor(rough / power) * power)
}
