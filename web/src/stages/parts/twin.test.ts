import { mount } from '@vue/test-utils'
import { beforeEach, expect, it } from 'vitest'
import { job } from '../../shared/job'
import { materials, type Draft } from './part'
import TwinFields from './TwinFields.vue'

const row = (id: number, family: string) => ({ id, spec: { mark: `P${id}`, name: '', shape: { family, of: 1 } } })
const draft = (of: number) =>
  ({ mark: 'P9', material_id: '', features: [], shape: { family: 'twin', of, mirrored: true } }) as unknown as Draft
beforeEach(() => {
  materials.value = []
  job.value = { parts: [row(1, 'gusset'), row(2, 'bar'), row(3, 'twin')] } as never
})
const shown = (of: number, own?: number) => mount(TwinFields, { props: { modelValue: draft(of), own } })

it('offers what follows nothing itself, and not itself', () => {
  const options = (own?: number) =>
    (shown(1, own).findAllComponents({ name: 'ChoiceField' })[0].props('options') as { label: string }[]).map((o) =>
      o.label.trim(),
    )
  expect(options()).toEqual(['P1', 'P2'])
  expect(options(2)).toEqual(['P1'])
})
it('asks of a plate how much larger and how thick, of a bar how much longer', () => {
  expect(shown(1).text()).toContain('Larger all round by')
  expect(shown(1).text()).toContain('Thickness')
  expect(shown(2).text()).toContain('Longer by')
  expect(shown(2).text()).not.toContain('Thickness')
})
