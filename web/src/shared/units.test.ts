import { describe, expect, it } from 'vitest'
import shared from '../../../tests/shared/quantities.json'
import { fraction, length, mass, value } from './units'

describe('lengths as a shop writes them', () => {
  it.each(shared.fractions)('$inches to 1/$denominator is $text', (c) => {
    expect(fraction(c.inches, c.denominator)).toBe(c.text)
  })
  it('carries into the next foot', () => expect(length(35.99 * 25.4, 'in')).toBe('3\' 0"'))
  it('keeps a tenth of a millimetre', () => expect(length(1993.94, 'mm')).toBe('1993.9'))
  it('shows mass in the chosen system', () => expect(mass(10, 'in')).toBe('22 lb'))
  it('shows section moduli with their power', () => expect(value(15131.4, 'mm3')).toBe('15131.4 mm³'))
})
