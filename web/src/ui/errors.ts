/** What does not fit in a form: said all at once at its head, and each at its own field. */
import { computed, inject, onScopeDispose, provide, reactive, type InjectionKey, type Ref } from 'vue'

/** `path`: where in what was sent, in the words of whoever found it; empty where it concerns the whole. */
export type Wrong = { path: string; sentence: string }
type Field = { id: string; label: string; at: string }
type Form = { wrong: Ref<Wrong[]>; fields: Map<string, Field>; name: string }
const KEY: InjectionKey<Form> = Symbol('form')

const NUMBER = /^\d+$/
/** What an entry is made of is said of the entry. */
const INSIDE = /\.(text|value|unit)$/

/**
 * Whether a place in what was sent is a field's: "loads.0.at.text" is of "loads.0.at". What one of several models says
 * has the model's name in its place: "shape.gusset.nose" is of "shape.nose". A row's number is never passed over.
 */
function lies(path: string, at: string): boolean {
  const [there, here] = [path.replace(INSIDE, '').split('.'), at.split('.')]
  if (there[0] !== here[0] || there.at(-1) !== here.at(-1)) return false
  let met = 0
  for (const step of there)
    if (step === here[met]) met++
    else if (NUMBER.test(step)) return false
  return met === here.length
}

/** Whether it is said of that field: by its place, or, in words of the core, by its own name. */
export function concerns(wrong: Wrong, field: { label: string; at: string }): boolean {
  const path = wrong.path.toLowerCase().trim()
  const at = field.at.toLowerCase()
  const label = field.label.toLowerCase()
  if (!path) return false
  if (at && lies(path, at)) return true
  const last = path.slice(path.lastIndexOf(':') + 1).trim()
  return last === label || (at !== '' && (last === at || last === at.replace(/_/g, ' ')))
}

/** A sentence as the form says it: by the field's own name, and not by where it lies in what was sent. */
export function inWords(wrong: Wrong, field: { label: string } | null | undefined): string {
  const { path, sentence } = wrong
  return field && path && sentence.startsWith(`${path}: `) ? field.label + sentence.slice(path.length) : sentence
}

/** For whatever within the form repeats what was said elsewhere. */
export function useWords(): (sentence: string) => string {
  const form = inject(KEY, null)
  return (sentence) => {
    const path = /^([\w.]+): /.exec(sentence)?.[1] ?? ''
    const wrong = { path, sentence }
    return inWords(wrong, form && path ? [...form.fields.values()].find((f) => concerns(wrong, f)) : null)
  }
}

/** For the form: what is wrong, with the field that it stands at, if there is one. */
export function provideErrors(wrong: Ref<Wrong[]>, name = '') {
  const fields: Form['fields'] = reactive(new Map())
  provide(KEY, { wrong, fields, name })
  return computed(() =>
    wrong.value.map((one) => {
      const field = [...fields.values()].find((f) => concerns(one, f)) ?? null
      return { path: one.path, sentence: inWords(one, field), field }
    }),
  )
}

/** What the form is called that a field stands in; nothing where it stands in none. */
export const useFormName = (): string => inject(KEY, null)?.name ?? ''

/** For a field: what is wrong at it. */
export function useError(id: string, field: () => { label: string; at: string }) {
  const form = inject(KEY, null)
  if (!form) return computed(() => '')
  form.fields.set(id, {
    id,
    get label() {
      return field().label
    },
    get at() {
      return field().at
    },
  })
  onScopeDispose(() => form.fields.delete(id))
  return computed(() => {
    const found = form.wrong.value.find((one) => concerns(one, field()))
    return found ? inWords(found, field()) : ''
  })
}
