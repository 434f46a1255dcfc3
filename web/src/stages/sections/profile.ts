/** Sections of a shop's own: how they begin, and what is asked where a maker states the figures. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { entry } from '../../shared/units'

export type Part = S['ProfilePart']
export const part = (kind: Part['kind'], more: object = {}): Part =>
  ({
    kind,
    section_id: '',
    width: null,
    thickness: null,
    outline: '',
    x: entry('0'),
    y: entry('0'),
    turn_deg: 0,
    mirrored: false,
    ...more,
  }) as unknown as Part
const plate = (w: string, t: string, x: string, y: string, turn = 0) =>
  part('plate', { width: entry(w), thickness: entry(t), x: entry(x), y: entry(y), turn_deg: turn })
export const presets: Record<string, () => Part[]> = {
  'a tube with a plate on it': () => [
    part('size', { section_id: 'SHS 60×60×4 hot' }),
    plate('80 mm', '6 mm', '-10 mm', '60 mm'),
  ],
  'an I of three plates': () => [
    plate('100 mm', '8 mm', '0', '0'),
    plate('184 mm', '6 mm', '53 mm', '8 mm', 90),
    plate('100 mm', '8 mm', '0', '192 mm'),
  ],
  'a box of four plates': () => [
    plate('100 mm', '8 mm', '0', '0'),
    plate('100 mm', '6 mm', '6 mm', '8 mm', 90),
    plate('100 mm', '6 mm', '100 mm', '8 mm', 90),
    plate('100 mm', '8 mm', '0', '108 mm'),
  ],
  'a flat stiffened by an angle': () => [
    plate('120 mm', '8 mm', '-60 mm', '-8 mm'),
    part('size', { section_id: 'L 50×50×5' }),
  ],
  'a channel closed by a plate': () => [
    part('size', { section_id: 'UPE 100' }),
    plate('100 mm', '6 mm', '61 mm', '0', 90),
  ],
  "a slotted profile by its maker's figures": () => [part('figures', { figures: figures() })],
  'one plate': () => [plate('80 mm', '6 mm', '0', '0')],
}
export const FIGURES = [
  ['depth_mm', 'Depth, mm', true],
  ['width_mm', 'Width, mm', true],
  ['A_mm2', 'A, mm²', true],
  ['Ix_mm4', 'Ix, mm⁴', true],
  ['Iy_mm4', 'Iy, mm⁴', true],
  ['J_mm4', 'J, mm⁴', true],
  ['shear_area_mm2', t('sections.shear_area_mm'), true],
  ['Sx_mm3', 'Sx, mm³', false],
  ['Sy_mm3', 'Sy, mm³', false],
  ['Ct_mm3', 'Ct, mm³', false],
  ['inside_b_t', t('sections.slimmest_wall_b_t'), false],
  ['outstand_b_t', t('sections.slimmest_lip_b_t'), false],
] as const
export type Figure = (typeof FIGURES)[number][0]
const figures = () => Object.fromEntries(FIGURES.map(([k]) => [k, null]))
export const missing = (p: Part) =>
  FIGURES.filter(([k, , asked]) => asked && p.figures?.[k] == null).map(([, words]) => words)

/** One more part, with what it usually is. */
const BEGUN: Partial<Record<Part['kind'], () => object>> = {
  size: () => ({ section_id: 'FL 60×8' }),
  plate: () => ({ width: entry('60 mm'), thickness: entry('6 mm') }),
  tube: () => ({ width: entry('60 mm'), thickness: entry('6 mm') }),
}
export const another = (kind: Part['kind']): Part => part(kind, BEGUN[kind]?.())
