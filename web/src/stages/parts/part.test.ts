import { beforeEach, expect, it } from 'vitest'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { unit } from '../../shared/units'
import {
  blank,
  drillTemplate,
  families,
  fieldOf,
  madeFamily,
  offered,
  otherHand,
  saidOf,
  sizeOf,
  stockOf,
  titleOf,
  wordsOf,
} from './part'

const ask = (name: string, typed: string, more: object = {}) => ({ name, words: name, typed, optional: false, ...more })
beforeEach(() => {
  unit.value = 'mm'
  families.value = [
    {
      kind: 'slotted',
      words: 'Slotted plate',
      letter: 'T',
      asks: [
        ask('width', 'length'),
        ask('slots', 'count', { usual_mm: '2', usual_in: '3' }),
        ask('thickness', 'thickness', { usual_mm: '8', usual_in: '3/8' }),
        ask('corner_radius', 'place', { optional: true }),
        ask('off_bar', 'yes or no'),
      ],
    },
  ] as S['PartFamily'][]
  job.value = { members: [], parts: [{ spec: { mark: 'T1' } }, { spec: { mark: 'P1' } }] } as never
})

it('begins a plate with what its family says, under the next free mark', () => {
  expect(blank('slotted')).toMatchObject({
    mark: 'T2',
    material_id: 'S355',
    shape: { family: 'slotted', slots: 2, corner_radius: null, off_bar: false },
  })
  expect(blank('slotted').shape.thickness).toEqual({ text: '8', unit: 'mm', value: 0 })
  unit.value = 'in'
  expect(blank('slotted').shape).toMatchObject({ slots: 3, thickness: { text: '3/8', unit: 'in' } })
})
it('begins a bar cut square, and offers both', () => {
  expect(blank('bar')).toMatchObject({ mark: 'P2', shape: { family: 'bar', member_id: null } })
  expect(offered().map((f) => f.words)).toEqual(['Slotted plate', 'Bar or tube'])
  expect([wordsOf('slotted'), wordsOf('bar'), wordsOf('free')]).toEqual([
    'Slotted plate',
    'Bar or tube',
    'From a drawing',
  ])
})
it('says of each part what it is cut from and how large it is', () => {
  const row = (geometry: object | null) => ({ geometry }) as S['PartRow']
  const bar = row({ kind: 'bar', section_id: 'SHS 60×60×4 hot', length_mm: 1200 })
  const plate = row({ kind: 'plate', thickness_mm: 8, width_mm: 200, height_mm: 150 })
  expect([bar, plate, row(null)].map(stockOf)).toEqual(['SHS 60×60×4 hot', 'plate 8', ''])
  expect([bar, plate, row(null)].map(sizeOf)).toEqual(['1200', '200 × 150', ''])
})
it('makes the other hand of a part: its name, as many, mirrored, with nothing of its own', () => {
  const shape = { family: 'slotted', slots: 2 }
  const spec = {
    mark: 'K1',
    name: 'cheek',
    module: 'Leaf',
    qty: 4,
    material_id: 'S235',
    hand: 'left',
    shape,
    features: [{}],
  }
  const row = { id: 8, spec } as unknown as S['PartRow']
  job.value = { members: [], parts: [row, { id: 9, spec: { ...spec, mark: 'K2' } }] } as never
  const other = otherHand(row)
  expect(other).toMatchObject({ mark: 'K3', name: 'cheek', qty: 4, hand: 'right', material_id: '', features: [] })
  expect(other.shape).toMatchObject({ family: 'twin', of: 8, mirrored: true, grown: null, thickness: null })
  expect([titleOf(other), madeFamily(other)]).toEqual(['As K1, mirrored', 'slotted'])
  other.shape.mirrored = false
  expect(titleOf(other)).toBe('As K1')
  expect(otherHand({ id: 8, spec: { ...spec, hand: '' } } as never).hand).toBe('')
  job.value = { parts: [] } as never
  expect(madeFamily(other)).toBe('twin')
})
it('knows where on the form stands what was pressed', () => {
  expect(['width', 'features.0.x', 'of.features.0.x'].map(fieldOf)).toEqual(['shape.width', 'features.0.x', 'shape.of'])
})
it('makes a drill template of a part: one, of the same outline, used for each piece', () => {
  const spec = {
    mark: 'F1',
    name: 'foot',
    module: '',
    qty: 6,
    material_id: 'S235',
    hand: 'left',
    shape: { family: 'ring' },
  }
  const row = { id: 8, spec, followed: spec } as unknown as S['PartRow']
  job.value = { members: [], parts: [row] } as never
  const made = drillTemplate(row)
  expect(made).toMatchObject({ mark: 'J1', name: 'for F1', qty: 1, hand: '', jig: { kind: 'drill template', uses: 6 } })
  expect(made.shape).toMatchObject({ family: 'twin', of: 8, mirrored: false })
  const right = { ...spec, mark: 'F2', shape: { family: 'twin', of: 8, mirrored: true } }
  expect(drillTemplate({ id: 9, spec: right, followed: right } as never).shape).toMatchObject({ of: 8, mirrored: true })
  const changed = { ...right, features: [{ kind: 'hole' }], shape: { ...right.shape, bare: true } }
  expect(drillTemplate({ id: 9, spec: changed, followed: changed } as never)).toMatchObject({
    features: [{ kind: 'hole' }],
    shape: { of: 8, mirrored: true, bare: true },
  })
  expect(saidOf({ ...made.jig!, kept: 'rack 3', minutes: 20 })).toBe(
    'A drill template, used 6 times; no weight of what is built; kept: rack 3; 20 minutes each',
  )
})
