/**
 * Something that is read before it can be shown: being read, there, or not to be had. What was there stays when it
 * cannot be read again: then the sentence stands at the head of the page alone.
 */
import { ref } from 'vue'
import { attempt, message } from '../shared/job'

export function useAsync(read: () => Promise<unknown>) {
  const isThere = ref(false)
  const failed = ref('')
  async function again(): Promise<void> {
    failed.value = ''
    if (await attempt(read)) isThere.value = true
    else if (!isThere.value && message.value) {
      failed.value = message.value
      message.value = ''
    }
  }
  return { isThere, failed, again }
}
