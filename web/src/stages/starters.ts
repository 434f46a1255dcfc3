/** The starters and the dimensions each asks for. What they are made of and where loads may stand, the server says. */
import type { S } from '../api/client'

export type Starter = S['StructureSpec']['starter']
export const starters: Record<Starter['kind'], { words: string; dims: [string, string][]; counts?: [string, string, number][] }> = {
  'tied arm': { words: 'Arm on a tie', dims: [['height', 'Height of the hinge'], ['reach', 'Reach of the arm'], ['tie_rise', 'Tie above the arm']] },
  'braced arm': { words: 'Arm on a knee brace', dims: [['height', 'Height of the arm'], ['reach', 'Reach of the arm'], ['knee_drop', 'Knee below the arm'], ['knee_reach', 'Knee out from the post']] },
  portal: { words: 'Portal on legs', dims: [['span', 'Span'], ['height', 'Height']] },
  'side arm': { words: 'Arm with a side arm', dims: [['reach', 'Reach from the wall'], ['side', 'Length of the side arm']] },
  deck: { words: 'Deck on rails', dims: [['length', 'Length'], ['width', 'Width'], ['post_height', 'Height of posts']], counts: [['bays', 'Bays', 6]] },
  truss: { words: 'Flat truss', dims: [['span', 'Span'], ['height', 'Height']], counts: [['panels', 'Panels', 6]] },
}
export const optionalDims = ['post_height']

export function blankStarter(kind: Starter['kind'], unit: 'mm' | 'in'): Starter {
  const s = starters[kind]
  const dims = s.dims.map(([k]) => [k, optionalDims.includes(k) ? null : { text: '', unit }])
  return { kind, ...Object.fromEntries(dims), ...Object.fromEntries((s.counts ?? []).map(([k, , n]) => [k, n])) } as Starter
}
