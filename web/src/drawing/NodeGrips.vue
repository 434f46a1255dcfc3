<script setup lang="ts">
/** Nodes of a structure that are moved on its drawing: along and up, by hand or by the arrow keys. */
import { ref, useTemplateRef } from 'vue'
import { useHeld } from '../composables/useHeld'
import { length, unit } from '../shared/units'
import { stepOf, stepped, STEPS } from './grips'
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
    <g
      v-for="(p, name) in nodes"
      :key="name"
      class="node"
      tabindex="0"
      role="button"
      :aria-label="$t('common.move_node_x', [name, words(p)])"
      :class="{ held: held === name }"
      @pointerdown.prevent="take($event, name)"
      @pointermove="drag($event, name)"
      @pointerup="letGo"
      @pointercancel="letGo"
      @keydown="key($event, name)"
    >
      <circle :cx="flat(placeOf(name))[0]" :cy="flat(placeOf(name))[1]" :r="16 * scale" fill="transparent" />
      <circle
        class="knob"
        :cx="flat(placeOf(name))[0]"
        :cy="flat(placeOf(name))[1]"
        :r="5 * scale"
        vector-effect="non-scaling-stroke"
      />
      <text
        v-if="held === name"
        :x="flat(placeOf(name))[0]"
        :y="flat(placeOf(name))[1] - 14 * scale"
        text-anchor="middle"
        :style="`font-size:${13 * scale}px`"
      >
        {{ words(placeOf(name)) }}
      </text>
    </g>
  </g>
</template>
<style scoped>
.node {
  cursor: move;
  touch-action: none;
  outline: none;
}
.knob {
  fill: var(--field);
  stroke: var(--mark);
  stroke-width: 2.4;
}
.node:hover > .knob,
.node:focus-visible > .knob,
.held > .knob {
  fill: var(--mark);
}
text {
  font-weight: 600;
  fill: var(--mark);
}
</style>
