import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { isSaid, joinsWords, useJoining, whyNot } from './joining'
import SwapAll from './SwapAll.vue'

const view = (welders: string[]) =>
  ({ job: { id: 7, version: 1, spec: { machines: { welders }, currency: 'EUR' } }, last_edit: null }) as never
const member = (strength: number | null, why_not = '') => ({ mark: 'R1', strength, stiffness: 2, why_not })
const metals = [
  { id: 'S355', name: 'S355' },
  { id: '6082-T6', name: '6082-T6' },
] as S['Material'][]
let asked: string[] = []
function answers(byMetal: Record<string, unknown>) {
  asked = []
  vi.stubGlobal('fetch', async (path: string) => {
    asked.push(path)
    const metal = new URL(path, 'http://x').searchParams.get('material_id')
    const body = metal ? byMetal[metal] : { '6082-T6': 'needs TIG on AC; the shop has stick' }
    return new Response(JSON.stringify(body), { status: 200 })
  })
}
afterEach(() => vi.unstubAllGlobals())

it('says of a metal whether it is welded here, and nothing where the shop has not said with what', async () => {
  job.value = view([])
  answers({})
  const shown = mount({ setup: useJoining, template: '<i />' })
  await flushPromises()
  expect([isSaid.value, joinsWords('6082-T6')]).toEqual([false, 'not said'])
  job.value = view(['stick'])
  await flushPromises()
  expect([joinsWords('6082-T6'), joinsWords('S355')]).toEqual(['not as it is', 'yes'])
  expect(whyNot('6082-T6')).toContain('the shop has stick')
  shown.unmount()
})
it('works the job out in one metal after the other, and names what nothing fits for', async () => {
  job.value = view([])
  answers({
    S355: { mass_kg: 100, price: 250, members: [member(1.4), member(1.1)] },
    '6082-T6': { mass_kg: null, price: null, members: [member(null, 'nothing stiff enough')] },
  })
  const shown = mount(SwapAll, { props: { metals, equal: 'stiffness' } })
  await shown.find('button').trigger('click')
  await flushPromises()
  await nextTick()
  expect(asked.filter((p) => p.includes('swap'))).toHaveLength(2)
  const rows = shown.findAll('tbody tr').map((r) => r.text())
  expect(rows[0]).toContain('1.10')
  expect(rows[1]).toContain('R1')
  await shown.setProps({ equal: 'section' })
  expect(shown.findAll('tbody tr')).toHaveLength(0)
})
it('is stopped before the next', async () => {
  job.value = view([])
  answers({ S355: { mass_kg: 1, price: 1, members: [member(1)] } })
  const shown = mount(SwapAll, { props: { metals, equal: 'stiffness' } })
  await shown.find('button').trigger('click')
  await shown.find('button').trigger('click')
  await flushPromises()
  expect(asked.filter((p) => p.includes('swap'))).toHaveLength(1)
  expect(shown.findAll('tbody tr')).toHaveLength(0)
})
