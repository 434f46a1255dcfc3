/** Names or figures typed one after the other, apart by a sign. */
export const named = (typed: string, apart = ',') =>
  typed
    .split(apart)
    .map((t) => t.trim())
    .filter(Boolean)
