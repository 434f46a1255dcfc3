import { expect, it } from 'vitest'
import { spread, type Spot, type Wanted } from './labels'

const at = (x: number, y: number, anchor: Spot['anchor'] = 'middle'): Spot => ({ x, y, anchor })
const word = (key: string, ...spots: Spot[]): Wanted => ({ key, text: 'telescope', spots })

it('leaves words where they are wanted while they keep clear', () => {
  const found = spread([word('a', at(0, 0), at(0, 50)), word('b', at(100, 0), at(100, 50))], 10)
  expect(found.get('a')).toEqual(at(0, 0))
  expect(found.get('b')).toEqual(at(100, 0))
})
it('moves the later of two that would cover each other', () => {
  const found = spread([word('a', at(0, 0)), word('b', at(20, 3), at(20, 30))], 10)
  expect(found.get('b')).toEqual(at(20, 30))
})
it('takes the spot that covers least where none is free', () => {
  const found = spread([word('a', at(0, 0)), word('b', at(0, 0), at(30, 0), at(5, 0))], 10)
  expect(found.get('b')).toEqual(at(30, 0))
})
it('reckons with the side that a word hangs on', () => {
  const found = spread([word('a', at(0, 0, 'start')), word('b', at(-1, 0, 'end'), at(0, 40))], 10)
  expect(found.get('b')).toEqual(at(-1, 0, 'end'))
})
