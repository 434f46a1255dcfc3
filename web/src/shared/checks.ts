/** The checks of a member, a structure, a plate or a joint: one list for every view that shows them. */
import type { S } from '../api/client'

export function checksOf(
  verdict: S['BeamVerdict'] | S['FrameVerdict'] | S['PlateVerdict'] | S['FreeJointVerdict'] | null | undefined,
): S['Check'][] {
  if (!verdict) return []
  if (!('bars' in verdict)) return verdict.checks
  return [
    verdict.movement,
    ...(verdict.movements ?? []).filter((m) => m.id !== verdict.movement.id && (m.capacity != null || m.not_checked)),
    ...verdict.sways!,
    ...verdict.stability!,
    ...verdict.bars.flatMap((b) => [...b.checks, ...b.joints.flatMap((j) => j.checks)]),
  ]
}
