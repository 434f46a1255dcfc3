/** What can be chosen, as whoever offers it has it at hand. */
export type Value = string | number | boolean | null | undefined
export type Choice = { value: Value; label: string; disabled?: boolean }
export type Choices = readonly (string | number | Choice)[] | Record<string, string>

export function listed(options: Choices): Choice[] {
  if (!Array.isArray(options))
    return Object.entries(options as Record<string, string>).map(([value, label]) => ({ value, label }))
  return options.map((one: string | number | Choice) =>
    typeof one === 'object' ? one : { value: one, label: String(one) },
  )
}
