/** What a list does with its rows: sorts them, keeps those that hold the words typed, remembers how it was left. */
import { keep, kept } from '../shared/kept'

export type Cell = string | number | null | undefined
export type Column<R> = {
  id: string
  head: string
  /** Stands over figures. */
  num?: boolean
  /** What it sorts by, and shows where nothing else is said. */
  by?: (row: R) => Cell
  /** More words that it is found by. */
  words?: (row: R) => string
  /** Holds what can be done with the row. */
  acts?: boolean
  /** Holds what may be long and without a gap. */
  long?: boolean
  /** Not shown until somebody asks for it. */
  off?: boolean
}
export type Order = { id: string; up: boolean } | null
export type Left = { order: Order; hidden: string[] }

const NATURAL = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' })

/** Rows by one column, what has nothing there last whichever way; as they came where no column is named. */
export function sorted<R>(rows: readonly R[], columns: readonly Column<R>[], order: Order): R[] {
  const by = columns.find((c) => c.id === order?.id)?.by
  if (!by || !order) return [...rows]
  const way = order.up ? 1 : -1
  const empty = (c: Cell) => c === null || c === undefined || c === '' || Number.isNaN(c)
  const compare = (a: Cell, b: Cell) =>
    typeof a === 'number' && typeof b === 'number' ? a - b : NATURAL.compare(String(a), String(b))
  return [...rows].sort((a, b) => {
    const [x, y] = [by(a), by(b)]
    if (empty(x) || empty(y)) return Number(empty(x)) - Number(empty(y))
    return way * compare(x, y)
  })
}

/** Rows that hold every word typed, in any column. */
export function holding<R>(rows: readonly R[], columns: readonly Column<R>[], typed: string): R[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  if (!words.length) return [...rows]
  const said = (row: R) =>
    columns
      .map((c) => `${c.by?.(row) ?? ''} ${c.words?.(row) ?? ''}`)
      .join(' ')
      .toLowerCase()
  return rows.filter((row) => {
    const all = said(row)
    return words.every((w) => all.includes(w))
  })
}

/** What a reserve sorts by: what is not checked comes before the weakest. */
export const weakness = (reserve: number | null | undefined): number => reserve ?? -1

/** A column asked for again turns round; asked for a third time the rows stand as they came. */
export function turned(order: Order, id: string): Order {
  if (order?.id !== id) return { id, up: true }
  return order.up ? { id, up: false } : null
}

const asks = (columns: readonly { id: string; off?: boolean }[]): Left => ({
  order: null,
  hidden: columns.filter((c) => c.off).map((c) => c.id),
})
/** How a list was left on this screen. What is kept is somebody's file by now: it may hold anything. */
export function left(place: string, columns: readonly { id: string; off?: boolean }[]): Left {
  try {
    const found = JSON.parse(kept(`list ${place}`) ?? 'null') as Partial<Left> | null
    const hidden = Array.isArray(found?.hidden) ? found.hidden.filter((id) => columns.some((c) => c.id === id)) : null
    const order = found?.order && columns.some((c) => c.id === found.order?.id) ? found.order : null
    return { order, hidden: hidden ?? asks(columns).hidden }
  } catch {
    return asks(columns)
  }
}
export const leave = (place: string, how: Left): void => keep(`list ${place}`, JSON.stringify(how))
