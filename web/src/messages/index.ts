/**
 * What the screen says, one file a stage, a folder a language: whoever adds a folder adds a language. What the core
 * says (why a thing does not hold, what a field needs) comes as it is.
 */
import { createI18n } from 'vue-i18n'
import { keep, kept } from '../shared/kept'

type File = { default: Record<string, string> }
type Messages = Record<string, File['default']>
/** What the door says, and what comes right after it; the rest is fetched with the first view behind it. */
const first = import.meta.glob<File>('./*/{common,frame,jobs}.ts', { eager: true })
const rest = import.meta.glob<File>(['./*/*.ts', '!./*/common.ts', '!./*/frame.ts', '!./*/jobs.ts'])

/** What was read, by language and stage. */
export const messages: Record<string, Messages> = {}
const placeOf = (path: string) => /^\.\/(\w+)\/(\w+)\.ts$/.exec(path)!.slice(1) as [string, string]
function put(path: string, file: File): void {
  const [language, stage] = placeOf(path)
  ;(messages[language] ??= {})[stage] = file.default
}
for (const [path, file] of Object.entries(first)) put(path, file)
export const languages = [...new Set(Object.keys(first).map((path) => placeOf(path)[0]))]

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
let asked: Promise<void> | null = null
async function readOf(path: string, read: () => Promise<File>): Promise<void> {
  put(path, await read())
  const [language] = placeOf(path)
  i18n.global.setLocaleMessage(language, messages[language])
}
/** All that is said behind the door, in the language spoken and in English; once. */
export function readAll(): Promise<void> {
  const spoken = ['en', i18n.global.locale.value]
  const wanted = Object.entries(rest).filter(([path]) => spoken.includes(placeOf(path)[0]))
  asked ??= Promise.all(wanted.map(([path, read]) => readOf(path, read))).then(
    () => undefined,
    (error: unknown) => {
      asked = null
      throw error
    },
  )
  return asked
}
export function speak(language: string): void {
  keep(PLACE, chosen([language]))
  // what is worked out from words once is worked out anew
  globalThis.location.reload()
}
/** How dates and numbers are written: as where the screen stands, if that is a place of the language it speaks. */
export function writing(): string {
  const language = i18n.global.locale.value
  return (globalThis.navigator?.languages ?? []).find((l) => l.split('-')[0] === language) ?? language
}
/** The same, in a script. */
export const t = (key: string, params: unknown[] = []): string => i18n.global.t(key, params)
