/** Keys that do something wherever the hand is, but for letters while somebody types. */
import { onBeforeUnmount, onMounted } from 'vue'

const FIELDS = ['INPUT', 'TEXTAREA', 'SELECT']
/** A key by its name, with Ctrl (or the key that stands for it) before it: "u", "/", "Ctrl-k". */
export type Shortcuts = Record<string, () => void>
export function useShortcuts(keys: Shortcuts): void {
  function press(event: KeyboardEvent) {
    const held = event.ctrlKey || event.metaKey
    const typing = !held && FIELDS.includes((event.target as HTMLElement).tagName)
    const does = keys[held ? `Ctrl-${event.key}` : event.key]
    if (!does || typing) return
    event.preventDefault()
    does()
  }
  onMounted(() => window.addEventListener('keydown', press))
  onBeforeUnmount(() => window.removeEventListener('keydown', press))
}
