<script setup lang="ts">
/** Faces of a bar that are drilled, unrolled one over the other: where along it each opening is, from the left end. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { length } from '../../shared/units'

const props = defineProps<{ geometry: S['PartGeometry'] }>()
const [WIDE, HIGH, EDGE, NAME] = [400, 24, 15, 70]
type Face = S['BarFace']
/** Where an opening is along the bar, and where it is drawn: not to scale, or a hole of a long bar is not seen. */
function mark(ring: Face['openings'][number], of: Face) {
  const middle = (values: number[]) => (Math.min(...values) + Math.max(...values)) / 2
  const at = middle(ring.vertices.map((v) => v.x))
  const up = middle(ring.vertices.map((v) => v.y))
  return { at, x: (at / props.geometry.width_mm) * WIDE, y: up / of.width_mm }
}
const faces = computed(() =>
  (props.geometry.faces ?? []).map((f) => ({
    name: f.face,
    wide: f.width_mm,
    marks: f.openings.map((ring) => mark(ring, f)),
  })),
)
</script>
<template>
  <figure v-if="faces.length" :aria-label="$t('parts.holes_of_its_faces')">
    <svg
      v-for="f in faces"
      :key="f.name"
      :viewBox="`${-NAME} ${-EDGE} ${WIDE + NAME + EDGE} ${HIGH + EDGE + 4}`"
      role="img"
      :aria-label="$t('parts.face_x_wide', [f.name, length(f.wide)])"
    >
      <text x="-8" :y="HIGH / 2 + 4" class="name" text-anchor="end">
        {{ $t('parts.face_x_wide', [f.name, length(f.wide)]) }}
      </text>
      <rect :width="WIDE" :height="HIGH" />
      <g v-for="(m, k) in f.marks" :key="k">
        <circle :cx="m.x" :cy="HIGH * (1 - m.y)" r="3" />
        <text v-if="f.marks.length < 9" :x="m.x" :y="-5" text-anchor="middle">{{ length(m.at) }}</text>
      </g>
    </svg>
  </figure>
</template>
<style scoped>
figure {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
}
rect,
circle {
  fill: none;
  stroke: var(--ink);
}
text {
  font-size: 11px;
  fill: var(--mark);
}
.name {
  fill: var(--soft);
}
</style>
