/** How a piece lies on its bar: its outline from the side, and the signs of how it is turned. */
import { t } from '../../messages'
import type { S } from '../../api/client'

type Laid = S['BarView']['laid'][number][number]
export const OVER = '⇅'
export const ROUND = '⇄'

/** How far the upper side begins and ends within a piece's length, and the lower one, in shares of it. */
export function corners(p: Laid, depth: number): { upper: [number, number]; lower: [number, number] } {
  const lean = (deg: number) => (depth * Math.tan((deg * Math.PI) / 180)) / p.length_mm
  const [left, right] = [lean(p.left ?? 0), lean(p.right ?? 0)]
  const side = (sign: number): [number, number] => [Math.max(sign * left, 0), 1 - Math.max(sign * right, 0)]
  return { upper: side(1), lower: side(-1) }
}

/** The outline in a box of 1 by 1. */
export function points(p: Laid, depth: number): string {
  const { upper, lower } = corners(p, depth)
  return `${upper[0]},0 ${upper[1]},0 ${lower[1]},1 ${lower[0]},1`
}

/** The outline as a style of the piece's box; none where both its ends are square. */
export function outline(p: Laid, depth: number): string | undefined {
  if (!p.left && !p.right) return undefined
  const { upper, lower } = corners(p, depth)
  const at = (x: number) => `${(100 * x).toFixed(3)}%`
  return `polygon(${at(upper[0])} 0, ${at(upper[1])} 0, ${at(lower[1])} 100%, ${at(lower[0])} 100%)`
}

export const turned = (p: Laid): string => [p.over && OVER, p.round && ROUND].filter(Boolean).join(' ')
export const turnedWords = (p: Laid): string =>
  [p.over && t('cut.turned_over'), p.round && t('cut.end_for_end')].filter(Boolean).join(', ')
