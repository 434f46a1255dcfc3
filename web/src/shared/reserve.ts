/**
 * Words of a reserve, as the core gives them, and how far its rule is filled. Figures are cut, not rounded: 1.149
 * is tight and must not read 1.15.
 */
export const shown = (v: number | null | undefined): string =>
  v === null || v === undefined ? 'not checked' : v > 99 ? 'far above' : (Math.floor(v * 100 + 1e-9) / 100).toFixed(2)
export const fill = (v: number): number => Math.min(1, v / 3)
export function word(v: number | null | undefined): string {
  if (v === null || v === undefined) return 'not checked'
  if (v < 1) return 'gives'
  if (v < 1.15) return 'tight'
  return v <= 2 ? 'holds' : 'heavy'
}
