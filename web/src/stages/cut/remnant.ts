/** Corners of a remnant as they are typed: pairs of millimetres from the sheet's lower left corner. */
export function cornersOf(text: string): [number, number][] | null {
  const pairs = text
    .split(/[,;\n]/)
    .map((pair) => pair.trim())
    .filter(Boolean)
    .map((pair) => pair.split(/[\s/x×]+/).map(Number))
  const sound = pairs.length > 2 && pairs.every((p) => p.length === 2 && p.every(Number.isFinite))
  return sound ? (pairs as [number, number][]) : null
}
