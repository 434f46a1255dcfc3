import { expect, it } from 'vitest'
import { shown, word } from './reserve'

it.each([[null, 'not checked'], [0.999, 'gives'], [1, 'tight'], [1.15, 'holds'], [2, 'holds'], [2.01, 'heavy']])('%s is %s', (v, w) => {
  expect(word(v as number | null)).toBe(w)
})
it('never shows a missing check as a number', () => expect(shown(null)).toBe('not checked'))
