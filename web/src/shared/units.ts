/** Showing core units (mm, N, MPa, kg) in the unit system that is chosen. Formatting only; the core does the rest. */
import { ref } from 'vue'

export type Unit = 'mm' | 'in'
export const unit = ref<Unit>('mm')
/** By unit system and kind of quantity, the unit that a bare number takes; the core says. */
export const bareUnits = ref<Record<string, Record<string, string>>>({})
/** What was typed, in the system that it was typed in; the core works out what it comes to. */
export const entry = (text: string) => ({ text, unit: unit.value, value: 0 })
export const bareUnit = (kind: string, u: Unit): string => bareUnits.value[u]?.[kind] ?? ''
export const IN = 25.4
const LB = 4.4482216152605
/** Below it a length is a thickness, whose hundredths count. */
const THIN = 20

export function fraction(inches: number, denominator = 16): string {
  const parts = Math.floor(Math.abs(inches) * denominator + 0.5 + 1e-9)
  const sign = inches < 0 && parts > 0 ? '-' : ''
  const whole = Math.floor(parts / denominator)
  let top = parts % denominator
  if (!top) return `${sign}${whole}`
  let bottom = denominator
  while (top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  return `${sign}${whole ? `${whole} ` : ''}${top}/${bottom}`
}

export const trim = (value: number, digits = 2): string => String(Number(value.toFixed(digits)) || 0)

export function length(mm: number, u: Unit = unit.value, denominator = 16): string {
  const thin = Math.abs(mm) < THIN
  if (u === 'mm') return trim(mm, thin ? 2 : 1)
  const inches = mm / IN
  if (thin)
    return Math.abs(Math.round(inches * 64) / 64 - inches) > 0.0005 ? `${trim(inches, 3)}"` : `${fraction(inches, 64)}"`
  if (Math.abs(inches) < 24) return `${fraction(inches, denominator)}"`
  const rounded = Math.round(Math.abs(inches) * denominator) / denominator
  return `${inches < 0 ? '-' : ''}${Math.floor(rounded / 12)}' ${fraction(rounded % 12, denominator)}"`
}

export const small = (mm: number, u: Unit = unit.value): string =>
  u === 'mm' ? `${trim(mm, 2)} mm` : `${(mm / IN).toFixed(3)}"`
export const lengthUnit = (u: Unit = unit.value): string => (u === 'mm' ? ' mm' : '')
export const force = (n: number, u: Unit = unit.value): string =>
  u === 'in' ? `${(n / LB).toFixed(0)} lb` : `${trim(n / 1000, 2)} kN`
export const moment = (nmm: number, u: Unit = unit.value): string =>
  u === 'in'
    ? `${trim(nmm / LB / 304.8, Math.abs(nmm) < 1e6 ? 1 : 0)} lb·ft`
    : Math.abs(nmm) < 1e5
      ? `${trim(nmm / 1e3, 1)} Nm`
      : `${trim(nmm / 1e6, 2)} kNm`
export const mass = (kg: number, u: Unit = unit.value): string =>
  u === 'in' ? `${trim(kg / 0.45359237, 1)} lb` : `${trim(kg, 1)} kg`
/** How far a torch or a seam runs. */
export const run = (mm: number, u: Unit = unit.value): string =>
  u === 'mm' ? `${(mm / 1000).toFixed(2)} m` : `${trim(mm / 304.8, 1)} ft`
export const area = (mm2: number, u: Unit = unit.value): string =>
  u === 'mm' ? `${(mm2 / 1e6).toFixed(2)} m²` : `${(mm2 / 92903.04).toFixed(1)} ft²`
export const massPerMetre = (kg: number, u: Unit = unit.value): string =>
  u === 'in' ? `${trim((kg / 0.45359237) * 0.3048, 2)} lb/ft` : `${trim(kg, 2)} kg/m`
export const line = (nmm: number, u: Unit = unit.value): string =>
  u === 'in' ? `${trim((nmm / LB) * 304.8, 1)} lb/ft` : `${trim(nmm, 2)} kN/m`
export const stress = (mpa: number, u: Unit = unit.value): string =>
  u === 'in' ? `${trim(mpa / 6.894757, 1)} ksi` : mpa >= 1e4 ? `${trim(mpa / 1000, 1)} GPa` : `${trim(mpa, 1)} MPa`

/** A value of a check with its core unit. */
export function value(v: number, core: string): string {
  if (core === 'Nmm') return moment(v)
  if (core === 'N') return force(v)
  if (core === 'mm') return small(v)
  if (core === 'MPa') return stress(v)
  const powers: Record<string, [number, string, string]> = {
    mm2: [2, 'in²', 'cm²'],
    mm3: [3, 'in³', 'cm³'],
    mm4: [4, 'in⁴', 'cm⁴'],
    mm6: [6, 'in⁶', 'cm⁶'],
  }
  const found = powers[core]
  if (found && unit.value === 'in') return `${trim(v / IN ** found[0], 3)} ${found[1]}`
  if (found) return `${trim(v / 10 ** found[0], 2)} ${found[2]}`
  return `${v >= 1e5 ? v.toExponential(3) : trim(v, 1)} ${core.replace(/(\d)$/, (d) => '⁰¹²³⁴⁵⁶'[Number(d)])}`
}
