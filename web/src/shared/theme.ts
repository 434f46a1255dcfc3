/** Light, or dark for the floor at night: as the machine is set, or as somebody chose here. */
import { ref, watch } from 'vue'

export type Theme = 'light' | 'dark'
const PLACE = 'yorvek theme'
const asSet = (): Theme =>
  typeof matchMedia === 'function' && matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
function kept(): Theme | null {
  try {
    const found = localStorage.getItem(PLACE)
    return found === 'dark' || found === 'light' ? found : null
  } catch {
    return null
  }
}
export const theme = ref<Theme>(kept() ?? asSet())
watch(
  theme,
  (now) => {
    document.documentElement.dataset.theme = now
  },
  { immediate: true },
)
export function choose(now: Theme): void {
  theme.value = now
  try {
    localStorage.setItem(PLACE, now)
  } catch {
    // it holds until the page is closed
  }
}
