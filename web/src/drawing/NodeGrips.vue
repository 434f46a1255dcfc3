<script setup lang="ts">
/** Nodes of a structure that are moved on its drawing: along and up, by hand or by the arrow keys. */
import { ref, useTemplateRef } from 'vue'
import { useHeld } from '../composables/useHeld'
import { length, unit } from '../shared/units'
import { stepOf, stepped, STEPS } from './grips'
import Knob from './Knob.vue'
import { flat, type Place } from './oblique'

const props = defineProps<{ nodes: Record<string, Place>; scale: number }>()
const emit = defineEmits<{ move: [string, number, number] }>()
const group = useTemplateRef<SVGGElement>('group')
const { held, here, take: hold, letGo } = useHeld(group)
const now = ref<Place>([0, 0, 0])
const placeOf = (name: string) => (held.value === name ? now.value : props.nodes[name])
const words = (p: Place) => `x ${length(p[0])}, y ${length(p[1])}`
/** Places of the others along one axis: it snaps into line with them. */
const lines = (name: string, axis: 0 | 1) =>
  Object.entries(props.nodes).flatMap(([other, p]) => (other === name ? [] : [p[axis]]))

function take(event: PointerEvent, name: string) {
  hold(event, name)
  now.value = props.nodes[name]
}
function drag(event: PointerEvent, name: string) {
  if (held.value !== name) return
  const { x, y, perPx } = here(event)
  const [, , z] = now.value
  const [ox, oy] = flat([0, 0, z])
  const to = [x - ox, oy - y].map((mm, axis) => stepped(mm, lines(name, axis as 0 | 1), stepOf(unit.value), perPx)) as [
    number,
    number,
  ]
  if (to[0] === now.value[0] && to[1] === now.value[1]) return
  now.value = [...to, z]
  emit('move', name, ...to)
}
const WAYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}
function key(event: KeyboardEvent, name: string) {
  const way = WAYS[event.key]
  if (!way) return
  event.preventDefault()
  const step = STEPS[unit.value][event.shiftKey ? 1 : 0]
  const [x, y] = props.nodes[name]
  emit('move', name, x + way[0] * step, y + way[1] * step)
}
</script>
<template>
  <g ref="group">
    <Knob
      v-for="(p, name) in nodes"
      :key="name"
      role="button"
      :at="flat(placeOf(name))"
      :words="words(placeOf(name))"
      :held="held === name"
      :scale="scale"
      :size="5"
      :aria-label="$t('common.move_node_x', [name, words(p)])"
      @pointerdown.prevent="take($event, name)"
      @pointermove="drag($event, name)"
      @pointerup="letGo"
      @pointercancel="letGo"
      @keydown="key($event, name)"
    />
  </g>
</template>
