/** From a thing on a drawing to the field that states it. */
import { nextTick } from 'vue'

/** The hand into the first of what is found, with what stands there marked, so that typing replaces it. */
export async function handTo(selector: string): Promise<void> {
  await nextTick()
  const field = document.querySelector<HTMLInputElement>(selector)
  field?.scrollIntoView?.({ block: 'center' })
  field?.focus({ preventScroll: true })
  field?.select?.()
}
/** The hand into the field of that place in the record. */
export const leadTo = (at: string): Promise<void> => handTo(`[data-at="${CSS.escape(at)}"] :is(input, textarea)`)
