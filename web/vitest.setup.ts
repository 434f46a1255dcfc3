import { config, disableAutoUnmount, enableAutoUnmount } from '@vue/test-utils'
import { afterAll, afterEach, vi } from 'vitest'
import { i18n, readAll } from './src/messages'
import { job, me, message, reading } from './src/shared/job'
import { unit } from './src/shared/units'

await readAll()
config.global.plugins = [i18n]
// files of tests share one page: what one leaves behind would be there in the next
disableAutoUnmount()
enableAutoUnmount(afterEach)
job.value = reading.value = me.value = null
message.value = ''
unit.value = 'mm'
afterAll(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
  document.body.innerHTML = ''
  localStorage.clear()
})
