import { beforeEach, expect, it } from 'vitest'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { unit } from '../../shared/units'
import { blank, families, offered, sizeOf, stockOf, wordsOf } from './part'

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
