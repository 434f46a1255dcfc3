import { flushPromises, mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import type { S } from '../api/client'
import AskedField from './AskedField.vue'
import { begun, begunAll, isAsked, isFigure } from './asked'

vi.stubGlobal('fetch', async () => new Response('{"text_mm":"","text_in":""}', { status: 200 }))
const ask = (of: Partial<S['Question']>): S['Question'] =>
  ({ name: 'leg', words: 'Leg', hint: '', typed: 'length', choices: [], optional: false, ...of }) as S['Question']

it.each([
  [ask({ usual_mm: '5', usual_in: '3/16' }), 'mm', { text: '5', unit: 'mm', value: 0 }],
  [ask({ usual_mm: '5', usual_in: '3/16' }), 'in', { text: '3/16', unit: 'in', value: 0 }],
  [ask({ optional: true, usual_mm: '5' }), 'mm', null],
  [ask({ typed: 'count', usual_mm: '2' }), 'mm', 2],
  [ask({ typed: 'number' }), 'mm', 1],
  [ask({ typed: 'choice', choices: ['8.8', '10.9'] }), 'mm', '8.8'],
  [ask({ typed: 'yes or no', optional: true }), 'mm', false],
  [ask({ typed: 'text' }), 'mm', ''],
] as const)('%o begins in %s with %o', (a, unit, value) => expect(begun(a, unit)).toEqual(value))

it('begins a record with what must be told, or with all of it', () => {
  const asks = [ask({ usual_mm: '5' }), ask({ name: 'play', optional: true })]
  expect(Object.keys(begunAll(asks, 'mm'))).toEqual(['leg', 'play'])
  expect(Object.keys(begunAll(asks, 'mm', false))).toEqual(['leg'])
})

it.each(['length', 'place', 'thickness', 'force', 'mass', 'pressure'] as const)('%s is typed as a figure', (typed) =>
  expect(isFigure(ask({ typed }))).toBe(true),
)

function field(of: Partial<S['Question']>, value: unknown) {
  const shown = mount(AskedField, {
    props: { asks: ask(of), within: 'joint.', modelValue: value },
    attachTo: document.body,
  })
  return { shown, now: () => shown.emitted('update:modelValue')?.at(-1)?.[0] }
}
it('gives a figure as it was typed, and nothing where it was emptied', async () => {
  const { shown, now } = field({ optional: true }, { text: '5', unit: 'mm', value: 5 })
  expect(shown.find('[data-at="joint.leg"]').exists()).toBe(true)
  await shown.find('input').setValue('6')
  expect(now()).toMatchObject({ text: '6' })
  await shown.find('input').setValue('')
  await flushPromises()
  expect(now()).toBeNull()
  shown.unmount()
})
it('gives words as words, and nothing for words that may be left out', async () => {
  const { shown, now } = field({ typed: 'text', optional: true }, 'bow')
  await shown.find('input').setValue('')
  expect(now()).toBeNull()
  shown.unmount()
})
it('asks yes or no by its own sentence', async () => {
  const { shown, now } = field({ typed: 'yes or no', hint: 'it must not slip' }, null)
  expect(shown.text()).toBe('it must not slip')
  await shown.find('input').setValue(true)
  expect(now()).toBe(true)
  shown.unmount()
})
it('asks for what the rest of the record calls for', () => {
  const size = ask({ name: 'force', typed: 'force', only: { form: ['force'] } })
  expect([isAsked(size, { form: 'force' }), isAsked(size, { form: 'area' }), isAsked(ask({}), {})]).toEqual([
    true,
    false,
    true,
  ])
})
it('calls a choice as the core calls it, and says between what a count lies', () => {
  const form = field({ typed: 'choice', choices: ['line', 'area'], said: { line: 'per length' } }, 'line')
  expect(form.shown.findComponent({ name: 'ChoiceField' }).props('options')).toContainEqual({
    value: 'line',
    label: 'per length',
  })
  const bays = field({ typed: 'count', least: 1, most: 40 }, 6)
  expect(bays.shown.text()).toContain('1 to 40')
  form.shown.unmount()
  bays.shown.unmount()
})
it('begins with yes where that is usual', () => {
  expect([begun(ask({ typed: 'yes or no', usual_mm: '1' }), 'mm'), begun(ask({ typed: 'yes or no' }), 'mm')]).toEqual([
    true,
    false,
  ])
})
