import { parse } from '@vue/compiler-sfc'
import { mount } from '@vue/test-utils'
import { afterEach, expect, it } from 'vitest'
import { ref } from 'vue'
import { chosen, i18n, messages, writing } from '.'
import { day } from '../shared/dates'
import Cautions from '../ui/Cautions.vue'
import DataList from '../ui/DataList.vue'
import EditForm from '../ui/EditForm.vue'

const views = import.meta.glob<string>('../**/*.vue', { query: '?raw', import: 'default', eager: true })
const scripts = import.meta.glob<string>('../**/*.ts', { query: '?raw', import: 'default', eager: true })
const all = Object.entries(messages.en).flatMap(([stage, of]) => Object.keys(of).map((key) => `${stage}.${key}`))
const asked = (text: string) => [...text.matchAll(/\bt\(\s*['"]([\w.]+)['"]/g)].map((found) => found[1])
/** A language that nobody speaks: what is said in it stands in brackets. */
const MADE_UP = Object.fromEntries(
  Object.entries(messages.en).map(([stage, of]) => [
    stage,
    Object.fromEntries(Object.entries(of).map(([key, text]) => [key, `⟦${text}⟧`])),
  ]),
)
afterEach(() => {
  i18n.global.locale.value = 'en'
})

it('has every word that a view asks for, and none that nobody does', () => {
  const used = new Set([...Object.values(views), ...Object.values(scripts)].flatMap(asked))
  expect([...used].filter((key) => !all.includes(key))).toEqual([])
  expect(all.filter((key) => !used.has(key))).toEqual([])
})

type Node = { type: number; content?: unknown; children?: Node[]; loc: { source: string } }
function bare(node: Node): string[] {
  const own = node.type === 2 && /[A-Za-z]{3,}/.test(node.loc.source) ? [node.loc.source.trim()] : []
  return [...own, ...(node.children ?? []).flatMap(bare)]
}
it.each(Object.entries(views))('no words are left in %s', (_, text) => {
  const ast = parse(text).descriptor.template?.ast as unknown as Node | undefined
  expect(ast ? bare(ast) : []).toEqual([])
})

it('takes as many things into a sentence in another language as in English', () => {
  for (const [language, stages] of Object.entries({ ...messages, made_up: MADE_UP }))
    for (const [stage, of] of Object.entries(stages))
      for (const [key, text] of Object.entries(of)) {
        const holes = (t: string) => [...new Set(t.match(/\{\d+\}/g) ?? [])].sort()
        expect([language, key, holes(text)]).toEqual([language, key, holes(messages.en[stage][key])])
      }
})

it('every sentence can be said: none is broken by a sign that means something else', () => {
  for (const key of all) expect(i18n.global.t(key, ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'])).not.toBe(key)
})

it('speaks a made-up language where it is asked to, in lists and forms alike', async () => {
  i18n.global.setLocaleMessage('xx', MADE_UP)
  i18n.global.locale.value = 'xx' as 'en'
  const form = { wrong: ref([]), saving: ref(false), dirty: ref(false), store: async () => true, close: () => {} }
  const many = Array.from({ length: 300 }, (_, id) => ({ id, name: `B${id}` }))
  const shown = mount(
    {
      components: { DataList, EditForm, Cautions },
      setup: () => ({ form, many, columns: [{ id: 'name', head: '', by: (r: { name: string }) => r.name }] }),
      template: '<div><EditForm :form="form" save="" /><DataList label="" :rows="many" :columns="columns" /></div>',
    },
    { global: { directives: { begun: {} } } },
  )
  const said = shown
    .text()
    .replace(/⟦[^⟧]*⟧/g, '')
    .replace(/B\d+/g, '')
  expect(shown.text()).toContain('⟦')
  expect(said.match(/[a-z]{3,}/gi) ?? []).toEqual([])
  shown.unmount()
})

it.each([
  [[null, 'en-US'], ['en'], 'en'],
  [['de', 'en'], ['en'], 'en'],
  [['de', 'en'], ['en', 'de'], 'de'],
  [[null, 'de-CH', 'en'], ['en', 'de'], 'de'],
  [[], ['en'], 'en'],
] as const)('asked for %o where there is %o it speaks %s', (wanted, there, language) =>
  expect(chosen(wanted, there)).toBe(language),
)
it('writes days as they are written where the screen stands', () => {
  expect(writing()).toBe('en-US')
  expect(day('2026-12-01T10:00:00Z')).toBe('Dec 1, 2026')
})
