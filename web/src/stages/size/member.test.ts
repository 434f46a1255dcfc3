import { afterEach, expect, it } from 'vitest'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { unit } from '../../shared/units'
import { gripsOf, least, moved, whole } from './member'

afterEach(() => {
  unit.value = 'mm'
})
const at = (text: string, value = 0) => ({ text, unit: 'mm' as const, value })
const spec = {
  mark: 'B1',
  length: at('span'),
  supports: [
    { at: at('0'), kind: 'simple' },
    { at: at('span - 200'), kind: 'simple' },
  ],
  loads: [
    { load_id: 3, at: [at('span/2')], width: null },
    { load_id: 4, at: [], runs: true },
  ],
} as unknown as S['MemberSpec']
const worked = {
  ...spec,
  supports: [{ at: at('0', 0) }, { at: at('', 2800) }],
  loads: [
    { load_id: 3, at: [at('', 1500)] },
    { load_id: 4, at: [] },
  ],
} as unknown as S['MemberSpec']
job.value = { loads: [{ id: 3, spec: { name: 'telescope' } }] } as never

it('stands by its shape, its ends where its length ends', () => {
  expect(whole(spec, 'cantilever').supports).toMatchObject([{ at: { text: '0' }, kind: 'fixed' }])
  expect(whole(spec, 'propped').supports.map((s) => [s.at.text, s.kind])).toEqual([
    ['0', 'fixed'],
    ['span', 'simple'],
  ])
  expect(whole(spec, 'as it is').supports).toEqual(spec.supports)
})
it('moves what stands at a place of its own: forces, and supports that are entered', () => {
  expect(gripsOf(spec, worked, 'simple').map((g) => [g.key, g.at, g.words])).toEqual([['loads.0.0', 1500, 'telescope']])
  expect(gripsOf(spec, worked, 'as it is').map((g) => g.key)).toEqual(['supports.0', 'supports.1', 'loads.0.0'])
})
it('says in the field where it was moved to, in the unit in hand, and leaves the rest', () => {
  const now = moved(spec, 'supports.1', 2750)
  expect([now.supports[1].at.text, spec.supports[1].at.text]).toEqual(['2750', 'span - 200'])
  unit.value = 'in'
  expect(moved(spec, 'loads.0.0', 1219.2).loads![0].at![0]).toMatchObject({ text: '4\' 0"', unit: 'in' })
})
it('what is not checked counts as less than any reserve', () => {
  const of = (strength: number | null, stiffness: number | null) =>
    least({ verdict: { strength: { value: strength }, stiffness: { value: stiffness } } } as never)
  expect([of(1.2, 2), of(1.2, null), of(null, 3)]).toEqual([1.2, -1, -1])
})
