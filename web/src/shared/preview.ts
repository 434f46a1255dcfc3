/**
 * A draft is alive: while something is typed, what it would come to is worked out and shown, and nothing is stored. The
 * ripple that saving would cause stands at the foot of the page.
 */
import { computed, onScopeDispose, reactive, ref, shallowRef, watch } from 'vue'
import { ApiError, call, type S } from '../api/client'
import { job, type Kind } from './job'

export type Draft = { kind: Kind; id?: number; spec: unknown }
const PAUSE_MS = 150
/** Something is being moved by hand: what it comes to is asked on the way, and not only once the hand rests. */
export const moving = ref(false)
/** What saving the draft in hand would do down the thread; none where nothing is drafted, or it cannot be yet. */
export const wouldBe = shallowRef<S['Ripple'] | null>(null)

/**
 * Work out what a draft comes to, a moment after each change of it.
 *
 * `found` is the newest answer, `sentence` why there is none, `stale` that something was typed since.
 */
export function usePreview(draft: () => Draft | null) {
  const found = shallowRef<S['Draft'] | null>(null)
  const sentence = ref('')
  const stale = ref(false)
  let timer = 0
  let asking = false
  let gone = false
  const text = computed(() => {
    const what = draft()
    return what ? JSON.stringify(what) : ''
  })
  const show = (answer: S['Draft'] | null, why = '') => {
    if (gone) return
    found.value = answer
    sentence.value = why
    wouldBe.value = answer?.ripple ?? null
  }
  /** One question at a time, however fast somebody types: the newest is asked when the one before is answered. */
  async function ask() {
    const asked = text.value
    if (!asked || asking || gone) return
    asking = true
    try {
      const answer = await call<S['Draft']>('POST', `/jobs/${job.value!.job.id}/preview`, JSON.parse(asked))
      if (asked === text.value) show(answer)
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (asked === text.value) show(null, error.status === 422 ? error.sentence : '')
    } finally {
      asking = false
      stale.value = asked !== text.value
      if (stale.value) void ask()
    }
  }
  function askSoon() {
    timer = window.setTimeout(() => {
      timer = 0
      void ask()
    }, PAUSE_MS)
  }
  function changed(now: typeof text.value) {
    stale.value = !!now
    if (timer && now && moving.value) return
    clearTimeout(timer)
    timer = 0
    if (now) askSoon()
    else show(null)
  }
  watch(text, changed, { immediate: true })
  onScopeDispose(() => {
    clearTimeout(timer)
    show(null)
    gone = true
  })
  return reactive({ found, sentence, stale })
}

export type Preview = ReturnType<typeof usePreview>

/** The drafted row itself, as it would stand in its list. */
export function drafted<
  K extends 'members' | 'structures' | 'parts' | 'assemblies' | 'load_tests' | 'plates' | 'joints' | 'loads',
>(answer: S['Draft'] | null, kind: K, id: number | undefined): NonNullable<S['Changes'][K]>['rows'][number] | null {
  const rows = answer?.changes[kind]?.rows as { id: number }[] | undefined
  return (rows?.find((r) => r.id === (id ?? 0)) as NonNullable<S['Changes'][K]>['rows'][number]) ?? null
}
