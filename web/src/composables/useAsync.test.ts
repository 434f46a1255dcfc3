import { beforeEach, expect, it } from 'vitest'
import { ApiError } from '../api/client'
import { message } from '../shared/job'
import { useAsync } from './useAsync'

const away = () => new ApiError(503, 'The server does not answer.')
beforeEach(() => (message.value = ''))

it('is there once it was read', async () => {
  const found = useAsync(async () => 1)
  expect([found.isThere.value, found.failed.value]).toEqual([false, ''])
  await found.again()
  expect([found.isThere.value, found.failed.value]).toEqual([true, ''])
})
it('says why it could not be had where it would stand, and not at the head as well; and can be had again', async () => {
  let down = true
  const found = useAsync(async () => {
    if (down) throw away()
  })
  await found.again()
  expect(found.isThere.value).toBe(false)
  expect(found.failed.value).toContain('does not answer')
  expect(message.value).toBe('')
  down = false
  await found.again()
  expect([found.isThere.value, found.failed.value]).toEqual([true, ''])
})
it('keeps what was there when it cannot be read again', async () => {
  let down = false
  const found = useAsync(async () => {
    if (down) throw away()
  })
  await found.again()
  down = true
  await found.again()
  expect([found.isThere.value, found.failed.value]).toEqual([true, ''])
  expect(message.value).toContain('does not answer')
})
