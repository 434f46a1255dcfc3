import { expect, it } from 'vitest'
import type { S } from '../../api/client'
import { corners, outline, turned, turnedWords } from './lying'

const piece = (more: object) =>
  ({ part: 'F', at_mm: 0, length_mm: 600, left: 0, right: 0, over: false, round: false, ...more }) as S['LaidPiece']

it('draws the longer side of a slanted piece where it is', () => {
  const trapezium = corners(piece({ left: 45, right: 45 }), 60)
  expect(trapezium.upper[0]).toBeCloseTo(0.1)
  expect(trapezium.upper[1]).toBeCloseTo(0.9)
  expect(trapezium.lower).toEqual([0, 1])
  const turnedOver = corners(piece({ left: -45, right: -45 }), 60)
  expect(turnedOver.upper).toEqual([0, 1])
  expect(turnedOver.lower[0]).toBeCloseTo(0.1)
  const leaning = corners(piece({ left: 45, right: -45 }), 60)
  expect([leaning.upper[0], leaning.upper[1]]).toEqual([expect.closeTo(0.1), 1])
  expect([leaning.lower[0], leaning.lower[1]]).toEqual([0, expect.closeTo(0.9)])
})

it('leaves square pieces as they are', () => {
  expect(outline(piece({}), 60)).toBeUndefined()
  expect(outline(piece({ right: 30 }), 60)).toContain('polygon(0.000% 0')
})

it('says how a piece is turned', () => {
  expect(turned(piece({}))).toBe('')
  expect(turned(piece({ over: true, round: true }))).toBe('⇅ ⇄')
  expect(turnedWords(piece({ over: true, round: true }))).toBe('turned over, end for end')
})
