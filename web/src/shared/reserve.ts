/** Words of a reserve, as the core gives them, and how far its rule is filled. */
export const shown = (v: number | null | undefined): string => (v === null || v === undefined ? 'not checked' : v > 99 ? '> 99' : v.toFixed(2))
export const fill = (v: number): number => Math.min(1, v / 3)
export function word(v: number | null | undefined): string {
  if (v === null || v === undefined) return 'not checked'
  if (v < 1) return 'gives'
  if (v < 1.15) return 'tight'
  return v <= 2 ? 'holds' : 'heavy'
}
