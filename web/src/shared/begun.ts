/** A form that opens takes the hand to its first field; once it is gone, the hand is back where it was opened from. */
import { nextTick, type Directive } from 'vue'

/** Where the hand was last: what was pressed may be gone by the time its form is there. */
let last: Element | null = null
document.addEventListener('focusin', (event) => (last = event.target as Element), true)
document.addEventListener(
  'pointerdown',
  (event) => (last = (event.target as Element).closest('button, a') ?? last),
  true,
)

const FIELDS = 'input:not([type=hidden]), select, textarea'
const from = new WeakMap<HTMLElement, { was: Element | null; words: string }>()

/** The button that was pressed, or the one that has come in its place. */
function opener({ was, words }: { was: Element | null; words: string }): HTMLElement | null {
  if (was instanceof HTMLElement && was.isConnected) return was
  const buttons = [...document.querySelectorAll<HTMLElement>('main button, main a')]
  return (
    (words && buttons.find((b) => b.textContent?.trim() === words)) || document.querySelector<HTMLElement>('main h1')
  )
}

export const begun: Directive<HTMLElement> = {
  mounted(form, { value }) {
    if (value === false) return
    const now = document.activeElement
    const was = now && now !== document.body ? now : last
    from.set(form, { was, words: was?.tagName === 'BUTTON' ? (was.textContent?.trim() ?? '') : '' })
    // what stood open when the stage came was not opened by anybody
    if (was && !was.closest('nav, header')) form.querySelector<HTMLElement>(FIELDS)?.focus()
  },
  beforeUnmount(form) {
    const inside = form.contains(document.activeElement)
    const before = from.get(form)
    if (!inside || !before) return
    void nextTick(() => {
      const to = opener(before)
      if (!to) return
      if (to.tagName === 'H1') to.tabIndex = -1
      to.focus()
    })
  },
}
