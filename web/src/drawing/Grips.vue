<script setup lang="ts">
/** Handles on a drawing, within its svg: dragged along it with snap, or moved by the arrow keys. */
import { onBeforeUnmount, ref, useTemplateRef } from 'vue'
import { moving } from '../shared/preview'
import { length, unit } from '../shared/units'
import { snapped, snapsOf, STEPS, type Grip } from './grips'

const props = defineProps<{
  grips: Grip[]
  /** Of what they are moved along, in mm, and its ends and height on the drawing. */
  span: number
  x0: number
  x1: number
  y: number
}>()
const emit = defineEmits<{ move: [string, number] }>()
const group = useTemplateRef<SVGGElement>('group')
const held = ref<Grip | null>(null)
const now = ref(0)
const x = (mm: number) => props.x0 + (mm / props.span) * (props.x1 - props.x0)
const place = (g: Grip) => (held.value?.key === g.key ? now.value : g.at)
const others = (g: Grip) => props.grips.filter((o) => o.key !== g.key).map((o) => o.at)

function at(event: PointerEvent, g: Grip): number {
  const svg = group.value!.ownerSVGElement!
  const matrix = svg.getScreenCTM()!.inverse()
  const here = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix)
  const mmPerUnit = props.span / (props.x1 - props.x0)
  return snapped(
    (here.x - props.x0) * mmPerUnit,
    props.span,
    snapsOf(props.span, others(g)),
    STEPS[unit.value][0] / (unit.value === 'in' ? 4 : 1),
    mmPerUnit * matrix.a,
  )
}
function take(event: PointerEvent, g: Grip) {
  ;(event.target as Element).setPointerCapture(event.pointerId)
  held.value = g
  now.value = g.at
  moving.value = true
}
function letGo() {
  held.value = null
  moving.value = false
}
onBeforeUnmount(letGo)
function drag(event: PointerEvent) {
  if (!held.value) return
  const to = at(event, held.value)
  if (to === now.value) return
  now.value = to
  emit('move', held.value.key, to)
}
function key(event: KeyboardEvent, g: Grip) {
  const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!way) return
  event.preventDefault()
  const step = STEPS[unit.value][event.shiftKey ? 1 : 0]
  emit('move', g.key, Math.min(Math.max(g.at + way * step, 0), props.span))
}
</script>
<template>
  <g ref="group" class="grips">
    <g
      v-for="g in grips"
      :key="g.key"
      tabindex="0"
      role="slider"
      :aria-label="$t('common.from_the_left_x', [g.words])"
      aria-valuemin="0"
      :aria-valuemax="Math.round(span)"
      :aria-valuenow="Math.round(g.at)"
      :aria-valuetext="length(g.at)"
      :class="{ held: held?.key === g.key }"
      @pointerdown.prevent="take($event, g)"
      @pointermove="drag"
      @pointerup="letGo"
      @pointercancel="letGo"
      @keydown="key($event, g)"
    >
      <circle :cx="x(place(g))" :cy="y" r="18" fill="transparent" />
      <circle class="knob" :cx="x(place(g))" :cy="y" r="6.5" />
      <text v-if="held?.key === g.key" :x="x(place(g))" :y="y - 14" text-anchor="middle">{{ length(place(g)) }}</text>
    </g>
  </g>
</template>
<style scoped>
g[role='slider'] {
  cursor: ew-resize;
  touch-action: none;
  outline: none;
}
.knob {
  fill: var(--field);
  stroke: var(--mark);
  stroke-width: 2.4;
}
g:hover > .knob,
.held > .knob,
g:focus-visible > .knob {
  fill: var(--mark);
}
text {
  font-weight: 600;
  fill: var(--mark);
}
</style>
