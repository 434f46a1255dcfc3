import { expect, it } from 'vitest'
import { shown, word } from './reserve'

it.each([
  [null, 'not checked'],
  [0.999, 'gives'],
  [1, 'tight'],
  [1.15, 'holds'],
  [2, 'holds'],
  [2.01, 'heavy'],
])('%s is %s', (v, w) => {
  expect(word(v as number | null)).toBe(w)
})
it.each([
  [1.149, '1.14'],
  [0.9999, '0.99'],
  [1.15, '1.15'],
  [2.3, '2.30'],
])('%s is shown as %s, never above itself', (v, w) => expect(shown(v)).toBe(w))
it('never shows a missing check as a number', () => expect(shown(null)).toBe('not checked'))
