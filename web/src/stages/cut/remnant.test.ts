import { expect, it } from 'vitest'
import { cornersOf } from './remnant'

it('reads corners in pairs', () => {
  expect(cornersOf('0 0, 900 0, 900 1250.5, 0 1250.5')).toEqual([
    [0, 0],
    [900, 0],
    [900, 1250.5],
    [0, 1250.5],
  ])
  expect(cornersOf('0/0; 900 x 0; 900×1250')).toHaveLength(3)
})

it.each(['', '0 0, 900 0', '0 0, 900, 900 1250', 'a b, 1 2, 3 4', '0 0 0, 1 1, 2 2'])('refuses %s', (text) => {
  expect(cornersOf(text)).toBeNull()
})
