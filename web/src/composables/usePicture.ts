/** A structure in space, read while somebody looks at it so, and again once it has changed. */
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { call, type S } from '../api/client'
import { attempt, job } from '../shared/job'
import { keep, kept } from '../shared/kept'

const PLACE = 'yorvek in space'
export const StructureInSpace = defineAsyncComponent(() => import('../scene/StructureInSpace.vue'))

export function usePicture(row: () => S['StructureRow'] | undefined) {
  /** Whoever looked at it flat the last time does so again. */
  const inSpace = ref(kept(PLACE) !== 'no')
  /** Nothing here draws in space. */
  const cannot = ref(false)
  const picture = shallowRef<S['Picture'] | null>(null)
  watch(inSpace, (now) => keep(PLACE, now ? 'yes' : 'no'))
  // a row that nobody touched stays the object that it was
  const shown = computed(() => [row(), inSpace.value && !cannot.value] as const)
  async function read(one: S['StructureRow']) {
    const found = await call<S['Picture']>('GET', `/jobs/${job.value!.job.id}/structures/${one.id}/picture`)
    if (row() === one) picture.value = found
  }
  async function look([one, asked]: typeof shown.value, before?: typeof shown.value) {
    if (!asked || one?.id !== before?.[0]?.id) picture.value = null
    if (one?.verdict && asked) await attempt(() => read(one))
  }
  watch(shown, look, { immediate: true })
  return { inSpace, cannot, picture }
}
