/** A load as it is entered: what it begins with, and what of it is sent. */
import { shallowRef } from 'vue'
import type { S } from '../../api/client'
import { catalogue } from '../../composables/useCatalogue'
import { entry, unit } from '../../shared/units'
import { begunAll } from '../../ui/asked'

type Load = S['LoadSpec']

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

/** What a force may come out of; the core says, and what each asks for. */
export const sources = shallowRef<S['SourceKind'][]>([])
/** What a load is asked for. */
export const asks = shallowRef<S['Question'][]>([])
export async function loadSources(): Promise<void> {
  const known = await catalogue()
  sources.value = known.force_sources ?? []
  asks.value = known.load_asks ?? []
}
/** What the form of a load is called. */
export const formWords = (form: string): string => asks.value.find((a) => a.name === 'form')?.said?.[form] ?? form
export const sourceOf = (kind: string): Load['source'] => {
  const found = sources.value.find((s) => s.kind === kind)
  return found ? ({ kind, ...begunAll(found.asks, unit.value) } as unknown as Load['source']) : null
}
