import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { h } from 'vue'
import type { S } from '../api/client'
import { loadGrips } from '../stages/structures/structure'
import NodeGrips from './NodeGrips.vue'

const nodes = { foot: [0, 0, 0], head: [0, 2000, 600] } as const
it('moves a node along and up by the arrow keys, finely with Shift', async () => {
  const moves: unknown[] = []
  const svg = mount({
    render: () => h('svg', [h(NodeGrips, { nodes, scale: 5, onMove: (...to: unknown[]) => moves.push(to) })]),
  })
  const head = svg.findAll('[role=button]')[1]
  expect(head.attributes('aria-label')).toBe('Move node head, at x 0, y 2000')
  await head.trigger('keydown', { key: 'ArrowUp' })
  await head.trigger('keydown', { key: 'ArrowLeft', shiftKey: true })
  await head.trigger('keydown', { key: 'Enter' })
  expect(moves).toEqual([
    ['head', 0, 2010],
    ['head', -1, 2000],
  ])
  expect(head.find('.knob').attributes()).toMatchObject({ cx: '252', cy: '-1844', r: '25' })
})

const bars = [{ name: 'post', i: 'foot', j: 'head' }]
const put = { name: 'gear', direction: 'down', nodes: [], bars: ['post'] }
it('lets be moved what stands at a place of bars or wherever it is worst, and nothing else', () => {
  const verdict = (loads: unknown[]) => ({ nodes, bars, loads }) as unknown as S['FrameVerdict']
  const on = [{ load_id: 1 }, { load_id: 2 }, { load_id: 3 }, { load_id: 4, moves: true }] as never
  const found = loadGrips(
    on,
    verdict([{ ...put, at_mm: 300 }, { ...put, somewhere: true }, put, { ...put, somewhere: true }]),
  )
  expect(found.map((g) => [g.key, Math.round(g.at), !!g.loose])).toEqual([
    ['0', 300, false],
    ['1', 1044, true],
  ])
  expect(found[0].track![0]).toMatchObject({ a: [0, 0], b: [252, -1844], from: 0 })
})
