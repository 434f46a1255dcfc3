/** A load as it is entered: what it begins with, and what of it is sent. */
import type { S } from '../../api/client'
import { entry } from '../../shared/units'

type Load = S['LoadSpec']
export const FORMS = { force: 'a force', line: 'per length', area: 'per area' } as const

export const blankLoad = (): Load =>
  ({
    name: '',
    case: 'live',
    form: 'area',
    area: entry(''),
    dynamic_factor: 1,
    cycles: 0,
    note: '',
  }) as Load

/** The size of the chosen form alone: what was begun in another form is not part of the load. */
export const onlyItsForm = (x: Load): Load => ({
  ...x,
  source: x.form === 'force' ? (x.source ?? null) : null,
  force: x.form === 'force' && !x.source ? x.force : null,
  line: x.form === 'line' ? x.line : null,
  area: x.form === 'area' ? (x.area ?? null) : null,
})

export const SOURCES = {
  '': 'known',
  cylinder: 'of a cylinder',
  stop: 'of a mass against a stop',
  drop: 'of a mass that drops',
}
const BLANK: Record<string, () => Load['source']> = {
  cylinder: () => ({
    kind: 'cylinder',
    bore: entry('50 mm'),
    rod: entry('28 mm'),
    pressure: entry('150 bar'),
    pulls: false,
  }),
  stop: () => ({ kind: 'stop', mass: entry('100 kg'), speed_m_s: 0.5, gives: entry('10 mm') }),
  drop: () => ({ kind: 'drop', mass: entry('100 kg'), height: entry('100 mm'), gives: entry('2 mm') }),
}
export const sourceOf = (kind: string): Load['source'] => BLANK[kind]?.() ?? null
