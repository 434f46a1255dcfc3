/**
 * Plain numbers as people type them, read strictly: a comma or a point before the decimals, blanks between thousands.
 * What could be read two ways is not read at all.
 */
const DECIMAL = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d+)?$/i
const GROUPED = /^[+-]?\d{1,3}([ \u00a0\u202f]\d{3})+([.,]\d{1,2})?$/
/** 1,200 and 1.200: twelve hundred, or one and a fifth. */
const TWO_WAYS = /^[+-]?[1-9]\d{0,2}[.,]\d{3}$/

export type Read = { value: number | null; trouble: string }

export function readNumber(typed: string): Read {
  const text = typed.trim()
  if (!text) return { value: null, trouble: '' }
  if (TWO_WAYS.test(text))
    return { value: null, trouble: `“${text}” can be read two ways: write ${twoWays(text)}, whichever is meant` }
  if (!DECIMAL.test(text) && !GROUPED.test(text))
    return { value: null, trouble: `“${text}” is not a number: write it as 1.5 or 1,5, thousands as 12 000` }
  return { value: Number(text.replace(/[ \u00a0\u202f]/g, '').replace(',', '.')), trouble: '' }
}

function twoWays(text: string): string {
  const [whole, rest] = text.split(/[.,]/)
  return `${whole}${rest} or ${whole}.${rest.replace(/0+$/, '') || '0'}`
}
