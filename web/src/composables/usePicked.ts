/** What was found by the search is chosen where it stands. */
import { watch, type Ref } from 'vue'
import { useRoute } from 'vue-router'

export function usePicked(kind: string, chosen: Ref<number | null>): void {
  const route = useRoute()
  watch(
    () => route.query.pick,
    (pick) => {
      if (typeof pick === 'string' && pick.startsWith(`${kind} `)) chosen.value = Number(pick.slice(kind.length + 1))
    },
    { immediate: true },
  )
}
