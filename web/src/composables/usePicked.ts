/** What was found by the search is chosen where it stands. */
import { nextTick, watch, type Ref } from 'vue'
import { useRoute } from 'vue-router'

export function usePicked(kind: string, chosen: Ref<number | null>): void {
  const route = useRoute() as ReturnType<typeof useRoute> | undefined
  watch(
    () => route?.query.pick,
    async (pick) => {
      if (typeof pick !== 'string' || !pick.startsWith(`${kind} `)) return
      chosen.value = Number(pick.slice(kind.length + 1))
      await nextTick()
      document.querySelector(`[data-row="${CSS.escape(pick)}"]`)?.scrollIntoView?.({ block: 'center' })
    },
    { immediate: true },
  )
}
