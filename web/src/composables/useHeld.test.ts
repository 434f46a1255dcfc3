import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { h, useTemplateRef } from 'vue'
import { moving } from '../shared/preview'
import { useHeld } from './useHeld'

function group() {
  let hand!: ReturnType<typeof useHeld>
  const shown = mount({
    setup() {
      hand = useHeld(useTemplateRef<SVGGElement>('group'))
      return () => h('svg', [h('g', { ref: 'group' }, [h('circle')])])
    },
  })
  const circle = shown.find('circle').element as unknown as Element & { setPointerCapture: (id: number) => void }
  const captured: number[] = []
  circle.setPointerCapture = (id) => captured.push(id)
  const press = { target: circle, pointerId: 7 } as unknown as PointerEvent
  return { shown, hand: () => hand, captured, press }
}
it('holds what is taken, keeps the pointer, and says that something is being moved', () => {
  const { hand, captured, press, shown } = group()
  hand().take(press, 'loads.0')
  expect([hand().held.value, moving.value, captured]).toEqual(['loads.0', true, [7]])
  hand().letGo()
  expect([hand().held.value, moving.value]).toEqual(['', false])
  shown.unmount()
})
it('lets go of what is held when the drawing goes', () => {
  const { hand, press, shown } = group()
  hand().take(press, 'loads.0')
  shown.unmount()
  expect(moving.value).toBe(false)
})
it('tells a place on the drawing in the units of the drawing', () => {
  const { hand, shown } = group()
  const svg = shown.find('svg').element as unknown as Record<string, unknown>
  svg.getScreenCTM = () => ({ inverse: () => ({ a: 0.5 }) })
  const point = { matrixTransform: (m: { a: number }) => ({ x: 20 * m.a, y: 40 * m.a }) }
  ;(globalThis as Record<string, unknown>).DOMPoint = function () {
    return point
  }
  Object.defineProperty(shown.find('g').element, 'ownerSVGElement', { value: svg })
  expect(hand().here({ clientX: 20, clientY: 40 } as PointerEvent)).toEqual({ x: 10, y: 20, perPx: 0.5 })
  shown.unmount()
})
