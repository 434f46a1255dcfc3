<script setup lang="ts">
/** A place on a picture that is taken hold of, or moved by the arrows: a pixel, or ten with shift. */
import type { Place } from './trace'

const props = defineProps<{ place: Place; radius: number; label: string }>()
const emit = defineEmits<{ hold: []; move: [Place] }>()
const NUDGES: Record<string, Place> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }
function nudge(event: KeyboardEvent) {
  const by = NUDGES[event.key]
  if (!by) return
  event.preventDefault()
  const step = event.shiftKey ? 10 : 1
  emit('move', [props.place[0] + by[0] * step, props.place[1] + by[1] * step])
}
</script>
<template>
  <circle
    class="mark"
    tabindex="0"
    role="button"
    :aria-label="label"
    :cx="place[0]"
    :cy="place[1]"
    :r="radius"
    :stroke-width="radius / 4"
    @pointerdown.prevent="emit('hold')"
    @click.stop
    @keydown="nudge"
  />
</template>
<style scoped>
.mark {
  fill: transparent;
  stroke: var(--mark);
  cursor: grab;
  touch-action: none;
}
.filled {
  fill: var(--sheet);
}
</style>
