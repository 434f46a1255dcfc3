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

const AWAY = 'The server does not answer: nothing was saved. What you typed is still here; try again in a moment.'

function cookie(name: string): string {
  return (
    document.cookie
      .split('; ')
      .find((c) => c.startsWith(`${name}=`))
      ?.slice(name.length + 1) ?? ''
  )
}

export async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: { 'Content-Type': 'application/json', 'X-CSRFToken': cookie('csrftoken') },
      body: body === undefined ? undefined : JSON.stringify(body),
    })
  } catch {
    throw new ApiError(0, AWAY)
  }
  const data = await response.json().catch(() => ({}))
  if (!response.ok) throw new ApiError(response.status, data.sentence ?? AWAY, data)
  return data as T
}
