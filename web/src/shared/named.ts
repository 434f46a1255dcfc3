/** Names or figures typed one after the other, apart by a sign. */
export const named = (typed: string, apart: string | RegExp = ',') =>
  typed
    .split(apart)
    .map((t) => t.trim())
    .filter(Boolean)
/** A section by the name it was given, where it has one. */
export const shortName = (id: string) => id.split(' = ')[0]
