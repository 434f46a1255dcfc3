import { expect, it } from 'vitest'
import type { S } from '../api/client'
import { foundIn, jobsAs, placesOf, stockAs, thingsOf } from './found'

const job = {
  job: { id: 4 },
  members: [{ id: 1, spec: { mark: 'R1', name: 'rail' } }],
  structures: [],
  plates: [],
  joints: [{ id: 3, spec: { mark: 'G1J', name: 'knee gusset' } }],
  parts: [
    { id: 5, spec: { mark: 'G1', name: 'gusset', module: 'Deck A' } },
    { id: 6, spec: { mark: 'P1', name: 'post plate' } },
  ],
  loads: [{ id: 9, spec: { name: 'crowd at the rail' } }],
  dimensions: [],
  notes: [{ id: 8, spec: { text: 'Posts judged alone' } }],
} as unknown as S['JobView']

it('finds by mark, name, words of notes and kind, what begins so before the rest', () => {
  const things = thingsOf(job)
  expect(things).toHaveLength(6)
  expect(foundIn(things, 'g1').map((t) => t.pick)).toEqual(['joint 3', 'part 5'])
  expect(foundIn(things, 'RAIL').map((t) => t.pick)).toEqual(['member 1', 'load 9'])
  expect(foundIn(things, 'gusset deck')).toEqual([
    { words: 'G1 gusset Deck A', kind: 'part', to: '/jobs/4/parts', pick: 'part 5' },
  ])
  expect(foundIn(things, 'part p1')[0].pick).toBe('part 6')
  expect(foundIn(things, 'judged')[0].to).toBe('/jobs/4/log')
})
it('finds nothing for nothing, and no more than asked', () => {
  expect(foundIn(thingsOf(job), '  ')).toEqual([])
  expect(foundIn(thingsOf(job), 'a', 2)).toHaveLength(2)
})
it('finds other jobs', () => {
  const lines = [{ id: 7, name: 'Osprey Perches', for_whom: 'the reserve' }] as unknown as S['JobLine'][]
  expect(foundIn(jobsAs(lines), 'perches')[0].to).toBe('/jobs/7/brief')
})
it('finds every place of a job by its name, and what lies on the rack', () => {
  expect(foundIn(placesOf(job), 'cut')[0]).toEqual({ words: 'Cut', kind: 'place', to: '/jobs/4/cut', pick: '' })
  expect(foundIn(placesOf(job), 'sheets')[0].to).toBe('/jobs/4/cut/sheets')
  const rows = [
    {
      id: 3,
      spec: { item: { section_id: 'SHS 50×50×4 hot', material_id: 'S355', location: 'rack 2', heat: 'H4471' } },
    },
    { id: 4, spec: { item: { thickness: { text: '12 mm' }, material_id: 'S355', location: 'floor' } } },
  ] as unknown as S['StockRow'][]
  const all = stockAs(rows, job)
  expect(foundIn(all, 'H4471').map((t) => t.pick)).toEqual(['stock 3'])
  expect(foundIn(all, 'sheet 12 floor').map((t) => t.pick)).toEqual(['stock 4'])
  expect(foundIn(all, 'rack 2')[0].to).toBe('/jobs/4/stock')
})
