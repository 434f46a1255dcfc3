/**
 * What is being typed into the form of a record. It stays while somebody looks at another stage, reloads the page or
 * saves slowly, until it is saved or given up; the thread says where something is typed and not saved.
 */
import { t } from '../messages'
import { computed, onScopeDispose, reactive, ref, watch, type Ref } from 'vue'
import { attempt, copy, job, message, save as saveRow, wrong as lastWrong, type Kind } from '../shared/job'
import type { Wrong } from '../ui/errors'

export type Row = { id: number; version: number }
type Held = { text: string; begun: string; row: Row | null; more?: unknown }
/** What is typed in forms, by job and form; in the session's own store too, so that a reload keeps it. */
const held = reactive(new Map<string, Held>())
const PLACE = 'yorvek typed'
const UNSAVED = t('common.what_you_typed_here_is')

function remember(): void {
  try {
    sessionStorage.setItem(PLACE, JSON.stringify([...held]))
  } catch {
    // a full or forbidden store: it still stays while the page does
  }
}
function recall(): void {
  try {
    for (const [key, one] of JSON.parse(sessionStorage.getItem(PLACE) ?? '[]') as [string, Held][])
      // a form that nobody typed into is not opened again by a reload
      if (one.text !== one.begun) held.set(key, one)
  } catch {
    sessionStorage.removeItem(PLACE)
  }
}
recall()
/** For tests: as in a page that has just been opened. */
export function forget(): void {
  held.clear()
  recall()
}

/** Whether anything is typed and not saved, in whatever job. */
export const typedAnywhere = (): boolean => [...held.values()].some((one) => one.text !== one.begun)
/** Whoever leaves takes nothing of it along for the next one at this screen. */
export function letGo(): void {
  held.clear()
  sessionStorage.removeItem(PLACE)
}

const keyOf = (form: string): string => `${job.value?.job.id ?? 0} ${form}`
/** Whether a form of the job in view has something typed in it. */
export const isTyped = (form: string): boolean => held.has(keyOf(form))
/** Forms of the job in view with something typed and not saved. */
export const typed = computed(() =>
  [...held]
    .filter(([key, one]) => key.startsWith(`${job.value?.job.id ?? 0} `) && one.text !== one.begun)
    .map(([key]) => key.slice(key.indexOf(' ') + 1)),
)

type Options<T> = {
  /** What is sent of the draft; the draft as it is where not said. */
  whole?: (draft: T) => unknown
  /** How it is saved, if not as a row of the job. Gives the row's number. */
  send?: (row: Row | null, spec: unknown) => Promise<number>
  /** What belongs to the form beside the record itself; kept with it. */
  more?: Ref<unknown>
  /** Once it is saved. */
  saved?: (id: number) => void
}

/** `form`: what the form is called, the kind of its rows where they are the job's. */
export function useDraft<T>(form: string, options: Options<T> = {}) {
  const draft = ref<T | null>(null) as Ref<T | null>
  const row = ref<Row | null>(null)
  const saving = ref(false)
  const begun = ref('')
  /** What did not fit when it was last sent; it stands in the form, and at its fields. */
  const wrong = ref<Wrong[]>([])
  const at = keyOf(form)
  let gone = false
  const before = held.get(at)
  if (before) {
    draft.value = JSON.parse(before.text) as T
    row.value = before.row
    begun.value = before.begun
    if (options.more) options.more.value = before.more
  }
  const text = computed(() => (draft.value === null ? '' : JSON.stringify(draft.value)))
  const dirty = computed(() => draft.value !== null && text.value !== begun.value)
  watch(
    [text, row, begun, ...(options.more ? [options.more] : [])],
    () => {
      if (gone) return
      if (draft.value === null) held.delete(at)
      else held.set(at, { text: text.value, begun: begun.value, row: row.value, more: options.more?.value })
      remember()
    },
    { flush: 'sync' },
  )
  function end(): void {
    gone = true
    // what nobody typed into is not kept: it would only stand in the way
    if (!dirty.value) {
      held.delete(at)
      remember()
    }
  }
  onScopeDispose(end)
  /** Begin a form, unless something is typed in the one that is open. */
  function begin(spec: T, of: Row | null = null): boolean {
    if (dirty.value) {
      message.value = UNSAVED
      return false
    }
    wrong.value = []
    draft.value = copy(spec)
    row.value = of ? { id: of.id, version: of.version } : null
    begun.value = text.value
    return true
  }
  /** What the form itself filled in is not typed. */
  function settle(): void {
    if (draft.value !== null) begun.value = text.value
  }
  /** Close a form into which nobody typed; true where none is open after it. */
  function leave(): boolean {
    if (dirty.value) {
      message.value = UNSAVED
      return false
    }
    close()
    return true
  }
  function close(): void {
    wrong.value = []
    draft.value = null
    row.value = null
    begun.value = ''
  }
  const send = options.send ?? ((of: Row | null, spec: unknown) => saveRow(form as Kind, of, spec))
  /** Save it; asked once more while it is being saved, nothing is sent. What is typed meanwhile stays open. */
  async function store(): Promise<boolean> {
    if (saving.value || draft.value === null) return false
    saving.value = true
    try {
      wrong.value = []
      const done = await attempt(async () => {
        const now = text.value
        const id = await send(row.value, options.whole ? options.whole(draft.value as T) : draft.value)
        if (text.value === now) close()
        else stay(id, now)
        options.saved?.(id)
      })
      if (!done && message.value && draft.value !== null) {
        // said where it was typed, and not at the head of the page as well
        wrong.value = lastWrong.value.length ? lastWrong.value : [{ path: '', sentence: message.value }]
        message.value = ''
      }
      return done
    } finally {
      saving.value = false
    }
  }
  /** It was saved as it was, and somebody typed on: what they typed is a change of the row that now is. */
  function stay(id: number, as: string): void {
    const rows = (job.value as unknown as Record<string, Row[] | undefined>)[form] ?? []
    const saved = rows.find((r) => r.id === id)
    if (saved) row.value = { id: saved.id, version: saved.version }
    begun.value = as
  }
  return { name: form, draft, row, dirty, saving, wrong, begin, settle, leave, close, store }
}
