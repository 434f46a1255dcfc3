/** What is said of a field: read once, when the first form opens. */
import { shallowRef } from 'vue'
import { call, type S } from '../api/client'

type Told = Record<string, Record<string, S['Help']>>
const told = shallowRef<Told>({})
let asked: Promise<void> | null = null

/** Help is no reason to stop somebody: where it cannot be had, there is none. */
export function readHelp(): void {
  asked ??= call<Told>('GET', '/help').then(
    (found) => {
      told.value = found
    },
    () => {
      asked = null
    },
  )
}

/** As on a page that was just opened: the next form reads it anew. */
export function forgetHelp(): void {
  asked = null
  told.value = {}
}

/** A place in a record as help knows it: rows and roles without their numbers and names, both ends of a bar alike. */
export const placeOf = (at: string): string =>
  at
    .split('.')
    .filter((step, k, all) => step && !/^\d+$/.test(step) && all[k - 1] !== 'roles')
    .map((step) => (/^(left|right)_shape$/.test(step) ? 'end_shape' : step))
    .join('.')

/** What is said of a field; of a thing that stands in many kinds, what is said of what it lies in. */
export function helpFor(form: string, at: string): S['Help'] | null {
  const fields = told.value[form]
  if (!fields || !at) return null
  const steps = placeOf(at).split('.')
  return fields[steps.join('.')] ?? fields[steps.slice(0, -1).join('.')] ?? null
}
