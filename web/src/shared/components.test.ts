import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { call } from '../api/client'
import EntryField from '../ui/QuantityField.vue'
import Reserve from './Reserve.vue'
import { attempt, conflict, message } from './job'
import { unit } from './units'

let answers: { status: number; body: unknown }[] = []
const asked: { path: string; body: Record<string, unknown> }[] = []
beforeEach(() => {
  vi.useFakeTimers()
  answers = []
  asked.length = 0
  unit.value = 'mm'
  vi.stubGlobal('fetch', async (path: string, options: { body?: string }) => {
    asked.push({ path, body: JSON.parse(options.body ?? '{}') })
    const next = answers.shift()
    if (!next) throw new TypeError('no network')
    return new Response(JSON.stringify(next.body), { status: next.status })
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

function field(text = '') {
  const entry = ref<{ text: string; unit?: 'mm' | 'in' } | null | undefined>({ text, unit: 'mm' })
  const shown = mount({
    components: { EntryField },
    setup: () => ({ entry }),
    template: '<EntryField v-model="entry" label="Length" />',
  })
  return { entry, shown }
}
async function settled() {
  await vi.advanceTimersByTimeAsync(250)
  await flushPromises()
}

it('echoes what the server understood, in both units', async () => {
  answers = [{ status: 200, body: { text_mm: '1994 mm', text_in: '6\' 6 1/2"' } }]
  const { entry, shown } = field()
  await shown.find('input').setValue('6\' 6-1/2"')
  await settled()
  expect(asked[0].path).toBe('/api/quantity')
  expect(asked[0].body).toMatchObject({ text: '6\' 6-1/2"', kind: 'length', unit: 'mm', field: 'Length' })
  expect(shown.find('.echo').text()).toBe('1994 mm = 6\' 6 1/2"')
  expect(entry.value).toEqual({ text: '6\' 6-1/2"', unit: 'mm' })
})

it('says what is wrong beside the field and keeps what was typed', async () => {
  answers = [{ status: 422, body: { sentence: 'Length: “abc” was given; write a length.' } }]
  const { entry, shown } = field()
  await shown.find('input').setValue('abc')
  await settled()
  expect(shown.find('.echo').classes()).toContain('bad')
  expect(shown.find('.echo').text()).toContain('write a length')
  expect(shown.find('input').attributes('aria-invalid')).toBe('true')
  expect(entry.value?.text).toBe('abc')
})

it('keeps what was typed while the server is away', async () => {
  const { entry, shown } = field()
  await shown.find('input').setValue('1200')
  await settled()
  expect(shown.find('.echo').text()).toContain('does not answer')
  expect(entry.value?.text).toBe('1200')
})

it('asks once for a text that is typed in one go', async () => {
  answers = [{ status: 200, body: { text_mm: '12 mm', text_in: '1/2"' } }]
  const { shown } = field()
  for (const text of ['1', '12']) await shown.find('input').setValue(text)
  await settled()
  expect(asked).toHaveLength(1)
})

it('takes the chosen unit with the text', async () => {
  answers = [{ status: 200, body: {} }]
  unit.value = 'in'
  const { entry, shown } = field()
  await shown.find('input').setValue('78 1/2')
  expect(entry.value).toEqual({ text: '78 1/2', unit: 'in' })
})

it.each([
  [0.5, 'gives'],
  [1.07, 'tight'],
  [1.4, 'holds'],
  [3, 'heavy'],
])('a reserve of %s stands with its word', (value, word) => {
  const shown = mount(Reserve, { props: { value } })
  expect(shown.text()).toContain(word)
  expect(shown.text()).toContain(value.toFixed(2))
})

it('a missing check never looks like a figure', () => {
  const shown = mount(Reserve, { props: { value: null } })
  expect(shown.text()).toBe('not checked')
  expect(shown.find('svg').exists()).toBe(false)
})

it('an error of the server is its sentence; a conflict keeps its fields', async () => {
  answers = [
    { status: 404, body: { sentence: 'There is no such job in this shop.' } },
    { status: 409, body: { sentence: 'Changed meanwhile.', fields: ['name'], current: { version: 3, spec: {} } } },
  ]
  expect(await attempt(() => call('GET', '/jobs/9'))).toBe(false)
  expect(message.value).toBe('There is no such job in this shop.')
  expect(await attempt(() => call('PUT', '/jobs/1', {}))).toBe(false)
  expect(conflict.value).toMatchObject({ sentence: 'Changed meanwhile.', fields: ['name'] })
  answers = [{ status: 200, body: {} }]
  expect(await attempt(() => call('GET', '/jobs/1'))).toBe(true)
  expect(message.value).toBe('')
  expect(conflict.value).toBeNull()
})

it('a fault of our own is not swallowed', async () => {
  await expect(
    attempt(async () => {
      throw new RangeError('a bug')
    }),
  ).rejects.toThrow('a bug')
})
