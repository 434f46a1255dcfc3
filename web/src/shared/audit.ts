/** What the audit found and nobody has decided yet. */
import type { S } from '../api/client'

export const toDecide = (of: S['JobView']): number => of.figures.audit.filter((f) => f.open).length
