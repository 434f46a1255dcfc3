/** Something held on a drawing by a pointer, until it is let go. */
import { onBeforeUnmount, ref, type Ref } from 'vue'
import { moving } from '../shared/preview'

export type Here = { x: number; y: number; perPx: number }
/** Of a group within an svg: what is held, and where the pointer is on the drawing, in its own units. */
export function useHeld(group: Readonly<Ref<SVGGElement | null>>) {
  const held = ref('')
  function here(event: PointerEvent): Here {
    const matrix = group.value!.ownerSVGElement!.getScreenCTM()!.inverse()
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix)
    return { x, y, perPx: matrix.a }
  }
  function take(event: PointerEvent, key: string) {
    ;(event.target as Element).setPointerCapture(event.pointerId)
    held.value = key
    moving.value = true
  }
  function letGo() {
    held.value = ''
    moving.value = false
  }
  onBeforeUnmount(letGo)
  return { held, here, take, letGo }
}
