/** A size that was looked at: what it is known by, and how much of it lies here. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { length, lengthUnit } from '../../shared/units'

export const keyOf = (c: { section_id: string; material_id: string }): string => `${c.section_id}|${c.material_id}`

/** Millimetres of a size that lie on the rack: whole bars and drops, what is kept for whomever not counted. */
export function onRack(rows: readonly S['StockRow'][], c: { section_id: string; material_id: string }): number {
  return rows.reduce((sum, { spec: { item } }) => {
    if (item.form !== 'bar' || item.section_id !== c.section_id || item.material_id !== c.material_id) return sum
    return item.reserved_for == null ? sum + (item.qty ?? 0) * (item.length.value ?? 0) : sum
  }, 0)
}
export const rackWords = (mm: number): string =>
  mm > 0 ? t('compare.of_it_here_x', [length(mm), lengthUnit()]) : t('compare.none_of_it_here')
