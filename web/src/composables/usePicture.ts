/** A structure in space, read while somebody looks at it so, and again once it has changed. */
import { defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { call, type S } from '../api/client'
import { attempt, job } from '../shared/job'

const PLACE = 'yorvek in space'
/** Whoever looked at it flat the last time does so again. */
function asBefore(): boolean {
  try {
    return localStorage.getItem(PLACE) !== 'no'
  } catch {
    return true
  }
}
export const StructureInSpace = defineAsyncComponent(() => import('../scene/StructureInSpace.vue'))

export function usePicture(row: () => S['StructureRow'] | undefined) {
  const inSpace = ref(asBefore())
  /** Nothing here draws in space. */
  const cannot = ref(false)
  const picture = shallowRef<S['Picture'] | null>(null)
  watch(inSpace, (now) => {
    try {
      localStorage.setItem(PLACE, now ? 'yes' : 'no')
    } catch {
      // it holds until the page is closed
    }
  })
  watch(
    () => [row()?.id, row()?.version, job.value?.stand, inSpace.value, cannot.value],
    async (now, before) => {
      const one = row()
      if (!one?.verdict || !inSpace.value || cannot.value) picture.value = null
      else {
        if (now[0] !== before?.[0]) picture.value = null
        await attempt(async () => {
          picture.value = await call('GET', `/jobs/${job.value!.job.id}/structures/${one.id}/picture`)
        })
      }
    },
    { immediate: true },
  )
  return { inSpace, cannot, picture }
}
