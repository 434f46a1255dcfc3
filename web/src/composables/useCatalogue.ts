/** What is the same for every job: sections, metals, and what the core asks for. Read once, held by all. */
import { onMounted, shallowRef, type ShallowRef } from 'vue'
import { call, type S } from '../api/client'
import { attempt } from '../shared/job'
import { bareUnits } from '../shared/units'

const known = shallowRef<S['Catalogue'] | null>(null)
let asked: Promise<S['Catalogue']> | null = null
/** It, read once; where that failed the next who asks reads anew. */
export async function catalogue(): Promise<S['Catalogue']> {
  asked ??= call<S['Catalogue']>('GET', '/catalogue')
  try {
    known.value = await asked
  } catch (error) {
    asked = null
    throw error
  }
  bareUnits.value = known.value.bare_units ?? {}
  return known.value
}
/** As on a page that was just opened: the next who asks reads it anew. */
export function forgetCatalogue(): void {
  asked = null
  known.value = null
}
/** For a component: it, as soon as it is there. */
export function useCatalogue(): Readonly<ShallowRef<S['Catalogue'] | null>> {
  onMounted(() => attempt(catalogue))
  return known
}
