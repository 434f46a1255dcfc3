import { mount } from '@vue/test-utils'
import { beforeEach, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import DataList from './DataList.vue'
import { holding, leave, left, sorted, turned, weakness, type Column } from './lists'

type Row = { id: number; mark: string; mass: number | null; metal: string }
const rows: Row[] = [
  { id: 1, mark: 'B10', mass: 4, metal: 'S355' },
  { id: 2, mark: 'B2', mass: null, metal: '6082' },
  { id: 3, mark: 'B1', mass: 11, metal: 'S235' },
]
const columns: Column<Row>[] = [
  { id: 'mark', head: 'Mark', by: (r) => r.mark },
  { id: 'mass', head: 'Mass', num: true, by: (r) => r.mass, words: (r) => `weighs ${r.mass ?? 'nothing yet'}` },
  { id: 'metal', head: 'Metal', by: (r) => r.metal, off: true },
]
const ids = (found: Row[]) => found.map((r) => r.id)
beforeEach(() => localStorage.clear())

it('sorts numbers as numbers and marks as a person counts them', () => {
  expect(ids(sorted(rows, columns, { id: 'mark', up: true }))).toEqual([3, 2, 1])
  expect(ids(sorted(rows, columns, { id: 'mark', up: false }))).toEqual([1, 2, 3])
  expect(ids(sorted(rows, columns, { id: 'mass', up: true }))).toEqual([1, 3, 2])
})
it('puts what has nothing there last, whichever way', () => {
  expect(ids(sorted(rows, columns, { id: 'mass', up: false }))).toEqual([3, 1, 2])
})
it('puts what is not checked before the weakest', () => {
  const reserves = [1.2, null, 0.8].map((value, id) => ({ id, value }))
  const by: Column<(typeof reserves)[0]>[] = [{ id: 'r', head: 'Breaks', by: (r) => weakness(r.value) }]
  expect(sorted(reserves, by, { id: 'r', up: true }).map((r) => r.value)).toEqual([null, 0.8, 1.2])
})
it('leaves rows as they came where no column, or one that is gone, is asked for', () => {
  expect(ids(sorted(rows, columns, null))).toEqual([1, 2, 3])
  expect(ids(sorted(rows, columns, { id: 'gone', up: true }))).toEqual([1, 2, 3])
})
it('finds rows by every word typed, in any column, shown or not', () => {
  expect(ids(holding(rows, columns, 's3 b1'))).toEqual([1])
  expect(ids(holding(rows, columns, 'weighs'))).toEqual([1, 2, 3])
  expect(ids(holding(rows, columns, '  '))).toEqual([1, 2, 3])
  expect(holding(rows, columns, 'tin')).toEqual([])
})
it('turns round when a head is pressed again, and lets go the third time', () => {
  const up = turned(null, 'mark')
  expect(up).toEqual({ id: 'mark', up: true })
  expect(turned(up, 'mark')).toEqual({ id: 'mark', up: false })
  expect(turned(turned(up, 'mark'), 'mark')).toBeNull()
  expect(turned(up, 'mass')).toEqual({ id: 'mass', up: true })
})
it('is found as it was left; what somebody else wrote there does no harm', () => {
  expect(left('here', columns)).toEqual({ order: null, hidden: ['metal'] })
  leave('here', { order: { id: 'mass', up: false }, hidden: [] })
  expect(left('here', columns)).toEqual({ order: { id: 'mass', up: false }, hidden: [] })
  localStorage.setItem('list here', '{"order":{"id":"gone"},"hidden":["gone","mark"]}')
  expect(left('here', columns)).toEqual({ order: null, hidden: ['mark'] })
  localStorage.setItem('list here', '{{')
  expect(left('here', columns)).toEqual({ order: null, hidden: ['metal'] })
})

function list(given: Row[] = rows, place = 'parts') {
  const chosen = ref<number | null>(null)
  const shown = mount(
    {
      components: { DataList },
      setup: () => ({ chosen, given, columns, place }),
      template: `<DataList v-model="chosen" label="Parts" :place="place" pick kind="part" :few="2" :rows="given"
        :columns="columns"><template #none>No part yet.</template></DataList>`,
    },
    { attachTo: document.body },
  )
  const marks = () => shown.findAll('tr.line td:first-child').map((td) => td.text())
  return { shown, chosen, marks }
}
it('shows the columns asked for, and says which way it is sorted', async () => {
  const { shown, marks } = list()
  expect(shown.findAll('th').map((th) => th.text())).toEqual(['Mark', 'Mass'])
  await shown.find('th button').trigger('click')
  expect(shown.find('th').attributes('aria-sort')).toBe('ascending')
  expect(marks()).toEqual(['B1', 'B2', 'B10'])
  const metal = shown.findAll('.which input').at(-1)!
  await metal.setValue(true)
  expect(shown.findAll('th').map((th) => th.text())).toEqual(['Mark ↑', 'Mass', 'Metal'])
  shown.unmount()
  const again = list()
  expect(again.marks()).toEqual(['B1', 'B2', 'B10'])
  expect(again.shown.findAll('th')).toHaveLength(3)
  again.shown.unmount()
})
it('filters as words are typed, says how many, and shows all again', async () => {
  const { shown, marks } = list()
  await shown.find('input[type=search]').setValue('s3')
  expect(marks()).toEqual(['B10'])
  expect(shown.find('[role=status]').text()).toBe('1 of 3')
  await shown.find('input[type=search]').setValue('tin')
  expect(shown.text()).toContain('None of 3 has “tin”.')
  await shown
    .findAll('button')
    .find((b) => b.text() === 'Show all')!
    .trigger('click')
  expect(marks()).toHaveLength(3)
  shown.unmount()
})
it('is led through by keys', async () => {
  const { shown, chosen } = list()
  const lines = shown.findAll('tr.line')
  await lines[0].find('button').trigger('click')
  expect(chosen.value).toBe(1)
  await lines[0].find('button').trigger('keydown', { key: 'ArrowDown' })
  await nextTick()
  expect(chosen.value).toBe(2)
  expect(document.activeElement?.textContent).toContain('B2')
  await lines[1].find('button').trigger('keydown', { key: 'End' })
  expect(chosen.value).toBe(3)
  await lines[2].find('button').trigger('keydown', { key: 'ArrowDown' })
  expect(chosen.value).toBe(3)
  await lines[2].find('button').trigger('keydown', { key: 'Home' })
  expect(chosen.value).toBe(1)
  shown.unmount()
})
it('draws two hundred of a long list, more when asked, and always the one that is chosen', async () => {
  const many = Array.from({ length: 520 }, (_, k) => ({ id: k, mark: `P${k}`, mass: k, metal: 'S355' }))
  const { shown, chosen, marks } = list(many)
  expect(marks()).toHaveLength(200)
  await shown
    .findAll('button')
    .find((b) => b.text().startsWith('320 more'))!
    .trigger('click')
  expect(marks()).toHaveLength(400)
  chosen.value = 510
  await nextTick()
  expect(marks()).toHaveLength(511)
  shown.unmount()
})
it('says what is missing where there is nothing', () => {
  const { shown } = list([])
  expect(shown.text()).toContain('No part yet.')
  shown.unmount()
})
