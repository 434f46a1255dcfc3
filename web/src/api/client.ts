/** The one way to the server: typed, with one kind of error that carries its sentence. */
import type { components } from './schema.gen'

export type S = components['schemas']

export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly sentence: string,
    readonly body: Record<string, unknown> = {},
  ) {
    super(sentence)
  }
}

const AWAY = 'The server does not answer. Try again in a moment.'
const SLOW = 'The server takes too long. Try again in a moment.'
const PERHAPS =
  'The server does not answer, so it is not known whether this was saved. What you typed is still here: ' +
  'saving it once more does it once.'
const PAUSES_MS = [400, 1500]
/** What is posted because it is long, and changes nothing: asked anew by whoever wants to know. */
const QUESTION =
  /^\/(quantity|section\/outline|login|table\/run)$|\/(compare|look|preview|section|drawings|starters(\/own)?)$/

function cookie(name: string): string {
  return (
    document.cookie
      .split('; ')
      .find((c) => c.startsWith(`${name}=`))
      ?.slice(name.length + 1) ?? ''
  )
}

/** A key by which the server knows a request that is sent again; pages without https have no randomUUID. */
function newKey(): string {
  return Array.from(crypto.getRandomValues(new Uint32Array(4)), (n) => n.toString(36)).join('-')
}

let link = ''
/** Whoever reads by a link shows it with every request. */
export function holdLink(token: string): void {
  link = token
}

/** How long an answer is waited for: reading and saving, and what works something out. */
const PATIENCE_MS = 20_000
const LONG_PATIENCE_MS = 120_000
const LONG_WORK = /\/(compare|swap|look|preview|plan|drawings|table\/run|findings|import|export|release)/

let denied: (() => Promise<boolean>) | null = null
/** What is done where a session has ended in the middle of work: true once somebody is logged in again. */
export function whenDenied(ask: () => Promise<boolean>): void {
  denied = ask
}
const ended = (path: string, status: number, data: Record<string, unknown>): boolean =>
  !link &&
  !/^\/(login|door|first-account)/.test(path) &&
  (status === 401 || (status === 403 && /csrf/i.test(String(data.detail ?? data.sentence ?? ''))))

/** Keys of writes that nobody knows the end of, by what they ask: asked again, they are done once. */
const open = new Map<string, string>()

async function sent(method: string, path: string, body: string | undefined, key: string): Promise<Response> {
  const headers: Record<string, string> = { 'Content-Type': 'application/json', 'X-CSRFToken': cookie('csrftoken') }
  if (key) headers['Idempotency-Key'] = key
  if (link) headers['X-Link'] = link
  for (const pause of key ? [...PAUSES_MS, 0] : [0]) {
    const stop = new AbortController()
    const timer = setTimeout(() => stop.abort(), LONG_WORK.test(path) ? LONG_PATIENCE_MS : PATIENCE_MS)
    try {
      return await fetch(`/api${path}`, { method, headers, body, signal: stop.signal })
    } catch {
      // it may still be at work on it: asked again at once it would only be slower
      if (stop.signal.aborted) throw new ApiError(0, key ? PERHAPS : SLOW)
      if (!pause) break
      await new Promise((done) => setTimeout(done, pause))
    } finally {
      clearTimeout(timer)
    }
  }
  throw new ApiError(0, key ? PERHAPS : AWAY)
}

/** A file that is not fetched by an address alone. */
export async function fileOf(path: string): Promise<Blob> {
  const response = await sent('GET', path, undefined, '')
  if (response.ok) return response.blob()
  const data = await response.json().catch(() => ({}))
  throw new ApiError(response.status, data.sentence ?? AWAY, data)
}

export async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const text = body === undefined ? undefined : JSON.stringify(body)
  const asked = `${method} ${path} ${text ?? ''}`
  const asks = method === 'GET' || (method === 'POST' && QUESTION.test(path.split('?')[0]))
  const key = asks ? '' : (open.get(asked) ?? newKey())
  if (key) open.set(asked, key)
  let response = await sent(method, path, text, key)
  let data = await response.json().catch(() => ({}))
  if (denied && ended(path, response.status, data) && (await denied())) {
    // the same request under the same key: what was typed goes out once
    response = await sent(method, path, text, key)
    data = await response.json().catch(() => ({}))
  }
  if (response.status < 500 || data.saved === 'nothing') open.delete(asked)
  if (!response.ok) throw new ApiError(response.status, data.sentence ?? (key ? PERHAPS : AWAY), data)
  return data as T
}
