import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { ApiError, call, whenDenied } from './client'

type Answer = { status: number; body: unknown } | 'broken' | 'never'
let answers: Answer[] = []
const sent: { path: string; method: string; key?: string }[] = []
beforeEach(() => {
  vi.useFakeTimers()
  answers = []
  sent.length = 0
  vi.stubGlobal(
    'fetch',
    async (path: string, o: { method: string; headers: Record<string, string>; signal: AbortSignal }) => {
      sent.push({ path, method: o.method, key: o.headers['Idempotency-Key'] })
      const next = answers.shift() ?? 'broken'
      if (next === 'never')
        return new Promise((_, no) => o.signal.addEventListener('abort', () => no(new DOMException('', 'AbortError'))))
      if (next === 'broken') throw new TypeError('no network')
      return new Response(JSON.stringify(next.body), { status: next.status })
    },
  )
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
async function tried(method: string, path: string, body?: unknown): Promise<unknown> {
  const asked = call(method, path, body).catch((e: unknown) => e)
  await vi.runAllTimersAsync()
  return asked
}

it('sends a write again under the same key when the line breaks', async () => {
  answers = ['broken', { status: 200, body: { id: 7 } }]
  expect(await tried('POST', '/jobs', { name: 'Heron Hide' })).toEqual({ id: 7 })
  expect(sent).toHaveLength(2)
  expect(sent[0].key).toBeTruthy()
  expect(sent[1].key).toBe(sent[0].key)
})
it('says that it is not known whether a write was saved, and asks again under the same key', async () => {
  const error = (await tried('POST', '/jobs', { name: 'Scope Pier' })) as ApiError
  expect(error.status).toBe(0)
  expect(error.sentence).toContain('not known whether')
  answers = [{ status: 200, body: {} }]
  await tried('POST', '/jobs', { name: 'Scope Pier' })
  expect(new Set(sent.map((s) => s.key)).size).toBe(1)
})
it('takes a new key once the end of a write is known', async () => {
  answers = [
    { status: 200, body: {} },
    { status: 200, body: {} },
    { status: 422, body: { sentence: 'name: nothing was given.' } },
    { status: 503, body: { sentence: 'nothing was saved.', saved: 'nothing' } },
    { status: 200, body: {} },
  ]
  for (let k = 0; k < 5; k++) await tried('POST', '/jobs', { name: 'Reed Barrow' })
  expect(new Set(sent.map((s) => s.key)).size).toBe(5)
})
it('keeps the key while a fault leaves it open whether it was saved', async () => {
  answers = [
    { status: 500, body: { sentence: 'it is not known', saved: 'perhaps' } },
    { status: 200, body: { already: 'new job' } },
  ]
  expect(((await tried('POST', '/jobs', { name: 'Sluice Seven' })) as ApiError).sentence).toBe('it is not known')
  expect(await tried('POST', '/jobs', { name: 'Sluice Seven' })).toEqual({ already: 'new job' })
  expect(sent[1].key).toBe(sent[0].key)
})
it('reads without a key, and says that the server is away', async () => {
  const error = (await tried('GET', '/jobs')) as ApiError
  expect(sent.every((s) => s.key === undefined)).toBe(true)
  expect(error.sentence).not.toContain('saved')
})

it('stops waiting for an answer, and does not send a write again that may still be at work', async () => {
  answers = ['never']
  const error = (await tried('POST', '/jobs', { name: 'Heron Hide' })) as ApiError
  expect(error.sentence).toContain('not known whether')
  expect(sent).toHaveLength(1)
  answers = ['never']
  expect(((await tried('GET', '/jobs')) as ApiError).sentence).toContain('too long')
})
it('asks for a log-in where the session has ended, and sends the same again under its key', async () => {
  let asked = 0
  whenDenied(async () => {
    asked++
    return true
  })
  answers = [
    { status: 401, body: { sentence: 'Log in first' } },
    { status: 200, body: { id: 3 } },
  ]
  expect(await tried('POST', '/jobs', { name: 'Heron Hide' })).toEqual({ id: 3 })
  expect(asked).toBe(1)
  expect(sent[1].key).toBe(sent[0].key)
  answers = [
    { status: 403, body: { detail: 'CSRF check Failed' } },
    { status: 200, body: {} },
  ]
  await tried('PUT', '/jobs/1', {})
  expect(asked).toBe(2)
})
it('says why where nobody logs in, and asks nobody for a wrong password', async () => {
  let asked = 0
  whenDenied(async () => {
    asked++
    return false
  })
  answers = [
    { status: 401, body: { sentence: 'Log in first' } },
    { status: 401, body: { sentence: 'do not belong together' } },
    { status: 403, body: { sentence: 'a checker may not' } },
  ]
  expect(((await tried('POST', '/jobs', {})) as ApiError).sentence).toBe('Log in first')
  expect(((await tried('POST', '/login', {})) as ApiError).sentence).toContain('belong together')
  expect(((await tried('POST', '/jobs', {})) as ApiError).sentence).toBe('a checker may not')
  expect(asked).toBe(1)
})
