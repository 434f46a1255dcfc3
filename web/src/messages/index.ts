/**
 * What the screen says, one file a stage, a folder a language: whoever adds a folder adds a language. What the core
 * says (why a thing does not hold, what a field needs) comes as it is.
 */
import { createI18n } from 'vue-i18n'
import { keep, kept } from '../shared/kept'

type Messages = Record<string, Record<string, string>>
const files = import.meta.glob<{ default: Record<string, string> }>('./*/*.ts', { eager: true })

/** Everything that there is, by language and stage. */
export const messages: Record<string, Messages> = {}
for (const [path, file] of Object.entries(files)) {
  const [, language, stage] = /^\.\/(\w+)\/(\w+)\.ts$/.exec(path) ?? []
  if (language && stage) (messages[language] ??= {})[stage] = file.default
}
export const languages = Object.keys(messages)

const PLACE = 'yorvek language'
/** The first that somebody asks for and that there is; English where there is none. */
export function chosen(asked: readonly (string | null)[], there: readonly string[] = languages): string {
  const short = asked.map((a) => a?.split('-')[0])
  return short.find((a): a is string => !!a && there.includes(a)) ?? 'en'
}
const wanted = [kept(PLACE), ...(globalThis.navigator?.languages ?? [])]
export const i18n = createI18n({
  legacy: false,
  locale: chosen(wanted),
  fallbackLocale: 'en',
  missingWarn: false,
  messages: messages as Record<string, Messages>,
})
export function speak(language: string): void {
  i18n.global.locale.value = chosen([language])
  keep(PLACE, i18n.global.locale.value)
}
/** How dates and numbers are written: as where the screen stands, if that is a place of the language it speaks. */
export function writing(): string {
  const language = i18n.global.locale.value
  return (globalThis.navigator?.languages ?? []).find((l) => l.split('-')[0] === language) ?? language
}
/** The same, in a script. */
export const t = (key: string, params: unknown[] = []): string => i18n.global.t(key, params)
