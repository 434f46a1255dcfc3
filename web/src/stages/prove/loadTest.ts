/** Load tests as they are entered: how one begins, a gauge, a step, and what stands in a list of them. */
import type { S } from '../../api/client'
import { t } from '../../messages'
import { job } from '../../shared/job'
import { marked } from '../../shared/named'
import { entry, unit } from '../../shared/units'

export type Spec = S['LoadTestSpec']
export type Result = S['LoadTestResult']
export type Gauge = S['TestGauge']
export type Step = S['TestStep']
export type Todo = S['TestTodo']

const PER_LB = 4.4482216152605
/** What is tested: a member or a structure, as one choice. */
export const tested = () => [
  ...marked(job.value!.members).map((m) => ({ value: `member ${m.value}`, label: m.label })),
  ...marked(job.value!.structures).map((s) => ({ value: `structure ${s.value}`, label: s.label })),
]
export const testedOf = (spec: Spec): string =>
  spec.member_id ? `member ${spec.member_id}` : spec.structure_id ? `structure ${spec.structure_id}` : ''
export function test(spec: Spec, chosen: string): void {
  const [kind, number] = chosen.split(' ')
  spec.member_id = kind === 'member' ? Number(number) : null
  spec.structure_id = kind === 'structure' ? Number(number) : null
}
export const structureOf = (spec: Spec) => job.value!.structures.find((s) => s.id === spec.structure_id)
/** Bars of the structure that is tested; a member has none. */
export const barsOf = (spec: Spec): string[] => (structureOf(spec)?.verdict?.bars ?? []).map((b) => b.name)
/** Loads that stand on what is tested. */
export function loadsOf(spec: Spec) {
  const of = job.value!.members.find((m) => m.id === spec.member_id) ?? structureOf(spec)
  const there = new Set((of?.spec.loads ?? []).map((l) => l.load_id))
  return job.value!.loads.filter((l) => there.has(l.id)).map((l) => ({ value: l.id, label: l.spec.name }))
}

export const gauge = (spec: Spec): Gauge =>
  ({
    name: t('prove.gauge_x', [(spec.gauges?.length ?? 0) + 1]),
    bar: barsOf(spec)[0] ?? '',
    at: entry('0'),
    aside: null,
    direction: 'down',
  }) as Gauge
export function blank(number: number): Spec {
  const first = tested()[0]?.value ?? ''
  const spec = {
    mark: `T${number}`,
    name: '',
    position: '',
    weights: { stand: 'place', load_id: null, bar: '', at: entry('') },
    proof: entry(''),
    hold_minutes: 10,
    gauges: [],
    instrument: '',
    resolution: entry(unit.value === 'mm' ? '0.1' : '0.005'),
    zeroed: false,
    by: '',
    on: '',
    before: [],
    steps: [],
  } as unknown as Spec
  test(spec, first)
  spec.weights!.bar = barsOf(spec)[0] ?? ''
  spec.gauges!.push(gauge(spec))
  return spec
}

/** A force as it is typed: in kN or pounds, as few figures as say it. */
export function typedForce(newton: number) {
  const [size, name] = unit.value === 'in' ? [newton / PER_LB, 'lb'] : [newton / 1000, 'kN']
  return entry(`${Number(size.toFixed(3))} ${name}`)
}
/** The next step: as planned, or the same weight again where the plan is done. */
export function step(spec: Spec, todo: readonly Todo[]): Step {
  const next = todo[0]
  const none = (spec.gauges ?? []).map(() => null)
  const last = spec.steps?.at(-1)
  return {
    load: next ? typedForce(next.load_N) : (last?.load ?? entry('')),
    going: next?.going ?? last?.going ?? 'on',
    moved: none,
    held: [...none],
    minutes: 0,
  } as Step
}
/** Readings have as many places as there are gauges; what a gauge that is gone had read goes with it. */
export function withoutGauge(spec: Spec, k: number): void {
  spec.gauges!.splice(k, 1)
  for (const s of spec.steps ?? []) {
    s.moved?.splice(k, 1)
    s.held?.splice(k, 1)
  }
}
export function withGauge(spec: Spec): void {
  spec.gauges!.push(gauge(spec))
  for (const s of spec.steps ?? []) {
    s.moved?.push(null)
    s.held?.push(null)
  }
}
