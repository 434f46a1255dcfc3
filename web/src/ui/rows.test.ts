import { mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import type { S } from '../api/client'
import { unit } from '../shared/units'
import { begunAll } from './asked'
import AskedFields from './AskedFields.vue'

vi.stubGlobal('fetch', async () => new Response('{"text_mm":"","text_in":""}', { status: 200 }))
const ask = (name: string, typed: string, more: object = {}) => ({ name, words: name, typed, optional: false, ...more })
const ASKS = [
  ask('width', 'length', { usual_mm: '80' }),
  ask('bends', 'rows', {
    words: 'Bends',
    usual_mm: '1',
    rows: [ask('turn', 'angle', { usual_mm: '90' }), ask('radius', 'place', { optional: true })],
  }),
] as unknown as S['Question'][]
beforeEach(() => (unit.value = 'mm'))
const shown = (record: Record<string, unknown>) =>
  mount(AskedFields, { props: { asks: ASKS, within: 'shape.', prefix: 'p-', modelValue: record } })

it('begins with as many rows as is usual, each as its own questions begin', () => {
  expect(begunAll(ASKS, 'mm')).toEqual({
    width: { text: '80', unit: 'mm', value: 0 },
    bends: [{ turn: { text: '90', unit: 'mm', value: 0 }, radius: null }],
  })
})
it('adds rows, and takes away the one that is meant but never the last', async () => {
  const record = reactive(begunAll(ASKS, 'mm')) as { bends: { turn: { text: string } }[] }
  const form = shown(record)
  expect(form.find('[aria-label="Take away Bends 1"]').exists()).toBe(false)
  await form.find('[aria-label="Add to Bends"]').trigger('click')
  record.bends[1].turn.text = '-45'
  await form.find('[aria-label="Take away Bends 1"]').trigger('click')
  expect(record.bends.map((b) => b.turn.text)).toEqual(['-45'])
})
it('puts each field where the server says its trouble is', async () => {
  const record = reactive(begunAll(ASKS, 'mm'))
  const form = shown(record)
  await form.find('[aria-label="Add to Bends"]').trigger('click')
  expect(form.find('[data-at="shape.bends.1.turn"]').exists()).toBe(true)
  expect(form.find('[data-at="shape.width"]').exists()).toBe(true)
})
