import { mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import type { S } from '../../api/client'
import { unit } from '../../shared/units'
import BarFaces from './BarFaces.vue'
import FeatureRows from './FeatureRows.vue'
import { featureKinds, featurePatterns, fieldOf, type Draft } from './part'

vi.stubGlobal('fetch', async () => new Response('{"text_mm":"","text_in":""}', { status: 200 }))
const ask = (name: string, more: object = {}) => ({ name, words: name, typed: 'length', optional: false, ...more })
beforeEach(() => {
  unit.value = 'mm'
  featureKinds.value = [
    { kind: 'hole', words: 'Hole', asks: [ask('size', { usual_mm: '13.5', usual_in: '9/16' })] },
    { kind: 'tapped', words: 'Tapped hole', asks: [ask('thread', { typed: 'text', usual_mm: 'M12' })] },
  ] as S['Offered'][]
  featurePatterns.value = [
    { kind: 'once', words: 'once', asks: [] },
    { kind: 'row', words: 'in a row', asks: [ask('count', { typed: 'count', usual_mm: '3' }), ask('pitch')] },
  ] as S['Offered'][]
})
function rows(features?: unknown[], family = 'rectangle') {
  const draft = reactive({ mark: 'F1', shape: { family }, features }) as unknown as Draft
  const shown = mount(FeatureRows, { props: { modelValue: draft } })
  return { shown, draft }
}

it('adds a row that begins with what is usual, beside those there are', async () => {
  const { shown, draft } = rows()
  await shown.find('#p-add-tapped').trigger('click')
  await shown.find('#p-add-hole').trigger('click')
  expect(draft.features).toMatchObject([
    { kind: 'tapped', thread: 'M12', pattern: { pattern: 'once' } },
    { kind: 'hole', size: { text: '13.5', unit: 'mm' }, x: { text: '' } },
  ])
})
it('shows each with its questions, and takes away the one that is meant', async () => {
  const at = { x: { text: '20', unit: 'mm' }, y: { text: '20', unit: 'mm' }, pattern: { pattern: 'once' } }
  const hole = { kind: 'hole', size: { text: '14', unit: 'mm' }, ...at }
  const { shown, draft } = rows([hole, { kind: 'tapped', thread: 'M8', ...at }])
  expect(shown.findAll('[role=group]').map((g) => g.attributes('aria-label'))).toEqual(['Hole 1', 'Tapped hole 2'])
  expect(shown.find('[data-at="features.1.thread"]').exists()).toBe(true)
  await shown.find('[aria-label="Take away: Hole 1"]').trigger('click')
  expect(draft.features!.map((f) => f.kind)).toEqual(['tapped'])
})
it('asks of a pattern what it is repeated by', () => {
  const at = { x: { text: '20', unit: 'mm' }, y: { text: '20', unit: 'mm' } }
  const pattern = { pattern: 'row', count: 4, pitch: { text: '30', unit: 'mm' } }
  const { shown } = rows([{ kind: 'hole', size: { text: '14', unit: 'mm' }, ...at, pattern }])
  expect(shown.find('[data-at="features.0.pattern.count"]').exists()).toBe(true)
})
it('leads from a drawing to a field of the family, or to one of a feature', () => {
  expect(['hole', 'features.2.x'].map(fieldOf)).toEqual(['shape.hole', 'features.2.x'])
})

it('asks of a bar on which face it is', async () => {
  const { shown, draft } = rows([], 'bar')
  await shown.find('#p-add-hole').trigger('click')
  expect(shown.find('[data-at="features.0.face"]').exists()).toBe(true)
  expect(draft.features).toMatchObject([{ face: 'front', through: true }])
  expect(rows([]).shown.find('[data-at="features.0.face"]').exists()).toBe(false)
})
it('draws the faces of a bar that are drilled, with where each hole is', () => {
  const hole = (x: number) => ({
    vertices: [
      { x: x - 5, y: 30 },
      { x: x + 5, y: 30 },
    ],
  })
  const faces = [{ face: 'top', width_mm: 60, openings: [hole(200), hole(600)], asked: [] }]
  const shown = mount(BarFaces, { props: { geometry: { faces, width_mm: 800 } as unknown as S['PartGeometry'] } })
  expect(shown.findAll('circle').map((c) => Number(c.attributes('cx')))).toEqual([100, 300])
  expect(shown.findAll('text').map((t) => t.text())).toEqual(['top, 60', '200', '600'])
  expect(mount(BarFaces, { props: { geometry: { faces: [] } as unknown as S['PartGeometry'] } }).text()).toBe('')
})
