/** A form that is no row's: what did not fit when it was last sent stands at its head and at its fields. */
import { computed, ref } from 'vue'
import { attempt, message, wrong as lastWrong } from '../shared/job'
import { provideErrors, type Wrong } from '../ui/errors'

/** `name`: what the form is called where its help is told. */
export function useOwnForm(name: string) {
  const wrong = ref<Wrong[]>([])
  const found = provideErrors(wrong, name)
  /** Sentences for its head, by the names of its fields; of what has no field, without where it lies. */
  const troubles = computed(() =>
    found.value.map(({ sentence, field }) => (field ? sentence : sentence.replace(/^[\w.]+: /, ''))),
  )
  /** Whether it went well. What did not fit is said here, and not at the head of the page too. */
  async function send(work: () => Promise<unknown>): Promise<boolean> {
    wrong.value = []
    const well = await attempt(work)
    if (!well && lastWrong.value.length) {
      wrong.value = [...lastWrong.value]
      message.value = ''
    }
    return well
  }
  return { troubles, send }
}
