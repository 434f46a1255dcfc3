<script setup lang="ts">
/** What a hand takes hold of on a drawing, within its svg; while it is held it says where it is. */
import type { Point } from './grips'

withDefaults(
  defineProps<{
    at: Point
    words: string
    held: boolean
    /** How large a pixel of a drawing of usual size is on this one. */
    scale?: number
    /** It stands there only until somebody puts it somewhere. */
    loose?: boolean
    size?: number
  }>(),
  { scale: 1, loose: false, size: 6.5 },
)
</script>
<template>
  <g class="hand" tabindex="0" :class="{ held, loose }">
    <circle :cx="at[0]" :cy="at[1]" :r="18 * scale" fill="transparent" />
    <circle class="knob" :cx="at[0]" :cy="at[1]" :r="size * scale" vector-effect="non-scaling-stroke" />
    <text v-if="held" :x="at[0]" :y="at[1] - 14 * scale" text-anchor="middle" :style="`font-size:${13 * scale}px`">
      {{ words }}
    </text>
  </g>
</template>
<style scoped>
.hand {
  cursor: move;
  touch-action: none;
  outline: none;
}
.knob {
  fill: var(--field);
  stroke: var(--mark);
  stroke-width: 2.4;
}
.loose > .knob {
  stroke-dasharray: 2 2;
}
.hand:hover > .knob,
.hand:focus-visible > .knob,
.held > .knob {
  fill: var(--mark);
}
text {
  font-weight: 600;
  fill: var(--mark);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 0.3em;
}
</style>
