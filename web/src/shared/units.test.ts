import { describe, expect, it } from 'vitest'
import shared from '../../../tests/shared/quantities.json'
import { fraction, length, mass, value, type Unit } from './units'

describe('lengths as a shop writes them', () => {
  it.each(shared.fractions)('$inches to 1/$denominator is $text', (c) => {
    expect(fraction(c.inches, c.denominator)).toBe(c.text)
  })
  it.each(shared.lengths)('$mm mm is $text', (c) => {
    expect(length(c.mm, c.unit as Unit)).toBe(c.text)
  })
  it('carries into the next foot', () => expect(length(35.99 * 25.4, 'in')).toBe('3\' 0"'))
  it('keeps a tenth of a millimetre', () => expect(length(1993.94, 'mm')).toBe('1993.9'))
  it('shows mass in the chosen system', () => expect(mass(10, 'in')).toBe('22 lb'))
  it.each([
    [15131.4, 'mm3', '15.13 cm³'],
    [115863, 'mm4', '11.59 cm⁴'],
    [679, 'mm2', '6.79 cm²'],
    [210000, 'MPa', '210 GPa'],
    [5300, 'N', '5.3 kN'],
  ])('shows %s %s as tables print it', (v, core, text) => expect(value(v as number, core as string)).toBe(text))
})
