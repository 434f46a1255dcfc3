import { beforeEach, expect, it } from 'vitest'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { proven } from '../../shared/proven'
import { unit } from '../../shared/units'
import { blank, loadsOf, step, test, testedOf, withGauge, withoutGauge, type Spec } from './loadTest'

const LOADS = [{ load_id: 4 }]
const VIEW = {
  members: [{ id: 1, spec: { mark: 'C1', name: 'cross member', loads: LOADS } }],
  structures: [
    { id: 2, spec: { mark: 'B1', name: 'frame', loads: [] }, verdict: { bars: [{ name: 'post' }, { name: 'arm' }] } },
  ],
  loads: [
    { id: 4, spec: { name: 'crowd' } },
    { id: 5, spec: { name: 'wind' } },
  ],
}
beforeEach(() => {
  unit.value = 'mm'
  job.value = VIEW as unknown as S['JobView']
})
const todo = [{ load_N: 1500, going: 'on', low: [1], high: [2] }] as S['TestTodo'][]

it('begins with the first thing there is to test, and one gauge', () => {
  const spec = blank(3)
  expect([spec.mark, testedOf(spec), spec.gauges?.length, spec.weights?.bar]).toEqual(['T3', 'member 1', 1, ''])
  expect(loadsOf(spec)).toEqual([{ value: 4, label: 'crowd' }])
  test(spec, 'structure 2')
  expect([spec.member_id, spec.structure_id, loadsOf(spec)]).toEqual([null, 2, []])
})
it('takes the next weight from the plan, in the unit that is chosen, and the last one where the plan is done', () => {
  const spec = blank(1)
  expect(step(spec, todo).load.text).toBe('1.5 kN')
  unit.value = 'in'
  expect(step(spec, todo).load.text).toBe('337.213 lb')
  spec.steps = [{ ...step(spec, todo), going: 'off' }]
  expect(step(spec, [])).toMatchObject({ load: { text: '337.213 lb' }, going: 'off' })
})
it('keeps readings beside the gauges that are left', () => {
  const spec = blank(1)
  withGauge(spec)
  const read = (text: string) => ({ text, unit: 'mm', value: 0 }) as const
  spec.steps = [{ load: read('1 kN'), going: 'on', moved: [read('1'), read('2')], held: [null, read('3')], minutes: 0 }]
  withoutGauge(spec, 0)
  withGauge(spec)
  expect(spec.steps[0].moved?.map((v) => v?.text)).toEqual(['2', undefined])
  expect(spec.steps[0].held?.map((v) => v?.text)).toEqual(['3', undefined])
})

type Stand = Parameters<typeof proven>[0][number]
const one = (state: string, more = {}, taken: unknown = null) =>
  ({ spec: { taken } as Spec, result: { state, says: '', ...more } }) as unknown as Stand
it.each([
  [[], 'no test yet', ''],
  [[one('carried'), one('carried')], '2 carried', ''],
  [[one('carried'), one('under way')], '1 open', ''],
  [[one('not begun'), one('stop'), one('not carried')], '2 not carried', ''],
  [[one('carried', { offers: { stiffness: 0.8, play_mm: 0 } })], '1 carried', '1 to decide'],
  [[one('carried', { offers: { stiffness: 0.8, play_mm: 0 } }, {})], '1 carried', ''],
  [[one('carried', { taken_holds: false }, {})], '1 carried', 'tested before this change'],
])('says in the thread how tests stand: %#', (rows, figure, more) =>
  expect(proven(rows)).toMatchObject({ figure, more }),
)
