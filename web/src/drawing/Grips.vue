<script setup lang="ts">
/** Handles on a drawing, within its svg: dragged along it with snap, or moved by the arrow keys. */
import { ref, useTemplateRef } from 'vue'
import { useHeld } from '../composables/useHeld'
import { t } from '../messages'
import { length, unit } from '../shared/units'
import { lengthOf, nearest, placeOn, snapped, snapsOf, stepOf, STEPS, type Grip, type Track } from './grips'
import Knob from './Knob.vue'

const props = defineProps<{
  grips: Grip[]
  /** What they are moved along, where they have nothing of their own. */
  track?: Track
  /** How large a pixel of a drawing of usual size is on this one. */
  scale?: number
}>()
const emit = defineEmits<{ move: [string, number] }>()
const group = useTemplateRef<SVGGElement>('group')
const { held, here, take: hold, letGo } = useHeld(group)
const now = ref(0)
const trackOf = (g: Grip) => g.track ?? props.track ?? []
const mmOf = (g: Grip) => (held.value === g.key ? now.value : g.at)
/** What stands on the same stretch snaps to one another. */
const others = (g: Grip) => props.grips.filter((o) => o.key !== g.key && o.track === g.track).map((o) => o.at)

function at(event: PointerEvent, g: Grip): number {
  const { x, y, perPx } = here(event)
  const { mm, perUnit } = nearest(trackOf(g), [x, y])
  const whole = lengthOf(trackOf(g))
  return snapped(mm, whole, snapsOf(whole, others(g)), stepOf(unit.value), perUnit * perPx)
}
function take(event: PointerEvent, g: Grip) {
  hold(event, g.key)
  now.value = g.at
}
function drag(event: PointerEvent, g: Grip) {
  if (held.value !== g.key) return
  const to = at(event, g)
  if (to === now.value) return
  now.value = to
  emit('move', g.key, to)
}
function key(event: KeyboardEvent, g: Grip) {
  const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key]
  if (!way) return
  event.preventDefault()
  const step = STEPS[unit.value][event.shiftKey ? 1 : 0]
  emit('move', g.key, Math.min(Math.max(g.at + way * step, 0), lengthOf(trackOf(g))))
}
</script>
<template>
  <g ref="group" class="grips">
    <Knob
      v-for="g in grips"
      :key="g.key"
      role="slider"
      :at="placeOn(trackOf(g), mmOf(g))"
      :words="length(mmOf(g))"
      :held="held === g.key"
      :scale="scale"
      :loose="g.loose"
      :aria-label="g.track ? t('common.from_its_start_x', [g.words]) : t('common.from_the_left_x', [g.words])"
      aria-valuemin="0"
      :aria-valuemax="Math.round(lengthOf(trackOf(g)))"
      :aria-valuenow="Math.round(g.at)"
      :aria-valuetext="length(g.at)"
      @pointerdown.prevent="take($event, g)"
      @pointermove="drag($event, g)"
      @pointerup="letGo"
      @pointercancel="letGo"
      @keydown="key($event, g)"
    />
  </g>
</template>
