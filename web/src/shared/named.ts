/** Names or figures typed one after the other, apart by a sign. */
export const named = (typed: string, apart: string | RegExp = ',') =>
  typed
    .split(apart)
    .map((t) => t.trim())
    .filter(Boolean)
/** Rows that have a mark and a name, to be chosen from. */
export const marked = (rows: readonly { id: number; spec: { mark: string; name?: string } }[]) =>
  rows.map((r) => ({ value: r.id, label: `${r.spec.mark} ${r.spec.name}` }))
/** A section by the name it was given, where it has one. */
export const shortName = (id: string) => id.split(' = ')[0]
