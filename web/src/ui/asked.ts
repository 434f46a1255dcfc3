/** What the core asks: what a field begins with, and what a record of all of them does. */
import type { S } from '../api/client'

type Question = S['Question']
type Unit = 'mm' | 'in'
const PLAIN = ['number', 'count', 'text', 'yes or no', 'choice', 'rows']
/** Typed in shop notation, and worked out by the core. */
export const isFigure = (a: Question): boolean => !PLAIN.includes(a.typed)

/** What stands in a field before anybody typed there. */
export function begun(a: Question, unit: Unit): unknown {
  const usual = (unit === 'mm' ? a.usual_mm : a.usual_in) ?? ''
  if (a.typed === 'yes or no') return usual === '1'
  if (a.typed === 'rows') return Array.from({ length: Number(usual) }, () => begunAll(a.rows ?? [], unit))
  if (a.optional) return null
  if (a.typed === 'choice') return a.choices![0]
  if (a.typed === 'text') return usual
  if (a.typed === 'number' || a.typed === 'count') return usual === '' ? 1 : Number(usual)
  return { text: usual, unit, value: 0 }
}
/** Whether it is asked at all, as the rest of the record stands. */
export const isAsked = (a: Question, record: Record<string, unknown>): boolean =>
  Object.entries(a.only ?? {}).every(([name, may]) => may.includes(String(record[name])))
/** A record with all that must be told, and nothing that may be left out unless `all` is asked for. */
export const begunAll = (asks: readonly Question[], unit: Unit, all = true): Record<string, unknown> =>
  Object.fromEntries(asks.filter((a) => all || !a.optional).map((a) => [a.name, begun(a, unit)]))
