/** The finished nests of the job, read as they come; while one is under way, how far it is. */
import { onBeforeUnmount, reactive, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job, refresh as catchUp } from '../../shared/job'
import { going } from '../../shared/nest'

const PAUSE_MS = 700

export function useNests(): Record<string, S['PlanView']> {
  const plans = reactive<Record<string, S['PlanView']>>({})
  let timer = 0
  async function read() {
    for (const s of job.value!.sheets)
      if (s.done && plans[s.key]?.id !== s.done.id)
        plans[s.key] = await call('GET', `/jobs/${job.value!.job.id}/plans/${s.done.id}`)
  }
  function watchOn() {
    clearTimeout(timer)
    if (!job.value!.sheets.some(going)) return
    timer = window.setTimeout(async () => {
      await attempt(catchUp)
      watchOn()
    }, PAUSE_MS)
  }
  watch(
    () => job.value!.sheets.map((s) => [s.key, s.latest?.id, s.latest?.state, s.done?.id, s.done?.stale].join()).join(),
    () => {
      void attempt(read)
      watchOn()
    },
    { immediate: true },
  )
  onBeforeUnmount(() => clearTimeout(timer))
  return plans
}
