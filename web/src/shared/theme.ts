/** Light, or dark for the floor at night: as the machine is set, or as somebody chose here. */
import { ref, watch } from 'vue'
import { keep, kept } from './kept'

export type Theme = 'light' | 'dark'
const PLACE = 'yorvek theme'
const asSet = (): Theme =>
  typeof matchMedia === 'function' && matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
function asChosen(): Theme | null {
  const found = kept(PLACE)
  return found === 'dark' || found === 'light' ? found : null
}
export const theme = ref<Theme>(asChosen() ?? asSet())
watch(
  theme,
  (now) => {
    document.documentElement.dataset.theme = now
  },
  { immediate: true },
)
export function choose(now: Theme): void {
  theme.value = now
  keep(PLACE, now)
}
