import { expect, test } from 'vitest'
import { named } from './named'

test('names typed one after the other lose their blanks and their gaps', () => {
  expect(named(' rail 1, rail 2 ,, post ')).toEqual(['rail 1', 'rail 2', 'post'])
  expect(named('1200; 6\' 6-1/2"; ', ';')).toEqual(['1200', '6\' 6-1/2"'])
  expect(named('')).toEqual([])
})
