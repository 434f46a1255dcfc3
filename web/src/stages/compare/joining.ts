/** Metals that the shop cannot weld with what it has, and why; the core says. */
import { computed, ref, watch } from 'vue'
import { call } from '../../api/client'
import { attempt, job } from '../../shared/job'
import { t } from '../../messages'

const cannot = ref<Record<string, string>>({})
/** Whether the shop has said with what it welds: where it has not, nothing is said of any metal. */
export const isSaid = computed(() => !!job.value?.job.spec.machines?.welders?.length)
export const whyNot = (material: string): string => cannot.value[material] ?? ''
export const joinsWords = (material: string): string =>
  !isSaid.value ? t('compare.not_said') : whyNot(material) ? t('compare.no') : t('compare.yes')
export function useJoining(): void {
  const look = () =>
    attempt(async () => {
      cannot.value = await call('GET', `/jobs/${job.value!.job.id}/joining`)
    })
  watch(() => [job.value?.job.id, job.value?.job.version], look, { immediate: true })
}
