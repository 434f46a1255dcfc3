<script setup lang="ts">
/**
 * A section to scale: its metal, its axes through the centroid, its principal axes where they lean, and its shear
 * centre.
 */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { outlinePath } from '../../shared/OutlinePath'
import { length } from '../../shared/units'

const props = defineProps<{ view: S['SectionView'] }>()
const s = computed(() => props.view.section)
const d = computed(() => props.view.drawing)
const size = computed(() => Math.max(s.value.depth_mm, s.value.width_mm))
const pad = computed(() => size.value * 0.26)
const font = computed(() => size.value / 19)
const box = computed(() => {
  const left = Math.min(0, d.value.shear_centre_x_mm) - pad.value,
    right = Math.max(s.value.width_mm, d.value.shear_centre_x_mm) + pad.value
  const low = Math.min(0, d.value.shear_centre_y_mm) - pad.value,
    high = Math.max(s.value.depth_mm, d.value.shear_centre_y_mm) + pad.value
  return `${left} ${-high} ${right - left} ${high - low}`
})
const leans = computed(() => {
  const a = Math.abs(d.value.major_axis_deg) % 90
  return Math.min(a, 90 - a) > 0.05 && Math.abs(s.value.I_major_mm4 / s.value.I_minor_mm4 - 1) > 0.001
})
const apart = computed(
  () =>
    Math.hypot(d.value.shear_centre_x_mm - d.value.cx_mm, d.value.shear_centre_y_mm - d.value.cy_mm) >
    size.value * 0.004,
)
/** Both ways through the centroid, out over the edges. */
const axes = computed(() => {
  const [out, { cx_mm, cy_mm }] = [pad.value * 0.55, d.value]
  return `M${-out} ${cy_mm}H${s.value.width_mm + out}M${cx_mm} ${-out}V${s.value.depth_mm + out}`
})
const cross = (arm: number) => `M${-arm} 0H${arm}M0 ${-arm}V${arm}`
</script>
<template>
  <svg :viewBox="box" role="img" :aria-label="$t('sections.section_with_its_axes_x', [view.name])">
    <g transform="scale(1 -1)" fill="var(--metal)" stroke="var(--ink)">
      <path
        :class="{ unknown: s.entered }"
        v-for="(o, i) in d.outlines"
        :key="i"
        :d="outlinePath(o)"
        fill-rule="evenodd"
        vector-effect="non-scaling-stroke"
        stroke-width="1.4"
      />
      <g stroke="var(--mark)">
        <path :d="axes" vector-effect="non-scaling-stroke" stroke-dasharray="9 3 2 3" />
        <path
          v-if="leans"
          :d="cross(size * 0.62)"
          :transform="`translate(${d.cx_mm} ${d.cy_mm}) rotate(${d.major_axis_deg})`"
          vector-effect="non-scaling-stroke"
          stroke-dasharray="3 4"
        />
        <circle :cx="d.cx_mm" :cy="d.cy_mm" :r="size * 0.012" fill="var(--mark)" />
      </g>
      <path
        v-if="apart"
        :d="cross(size * 0.042)"
        :transform="`translate(${d.shear_centre_x_mm} ${d.shear_centre_y_mm}) rotate(45)`"
        stroke="var(--gives)"
        vector-effect="non-scaling-stroke"
        stroke-width="2"
      />
    </g>
    <g :style="`font-size:${font}px`">
      <text :style="`font-size:${font}px`" :x="s.width_mm + pad * 0.6" :y="-d.cy_mm" dominant-baseline="middle">x</text>
      <text :style="`font-size:${font}px`" :x="d.cx_mm" :y="-(s.depth_mm + pad * 0.62)" text-anchor="middle">y</text>
      <text
        v-if="leans"
        :style="`font-size:${font}px`"
        :x="d.cx_mm + size * 0.66 * Math.cos((d.major_axis_deg * Math.PI) / 180)"
        :y="-(d.cy_mm + size * 0.66 * Math.sin((d.major_axis_deg * Math.PI) / 180))"
      >
        1
      </text>
      <text
        v-if="apart"
        :style="`font-size:${font}px`"
        :x="d.shear_centre_x_mm"
        :y="-(d.shear_centre_y_mm + size * 0.045)"
        text-anchor="middle"
        class="sc"
      >
        {{ $t('sections.shear_centre') }}
      </text>
      <text :style="`font-size:${font}px`" :x="s.width_mm / 2" :y="pad * 0.85" text-anchor="middle">
        {{ length(s.width_mm) }}
      </text>
      <text
        :style="`font-size:${font}px`"
        :transform="`translate(${-pad * 0.7} ${-s.depth_mm / 2}) rotate(-90)`"
        text-anchor="middle"
      >
        {{ length(s.depth_mm) }}
      </text>
    </g>
  </svg>
</template>
<style scoped>
.unknown {
  fill: none;
  stroke-dasharray: 4 4;
}
svg {
  width: 100%;
  max-height: 380px;
  background: var(--sheet);
}
.sc {
  fill: var(--gives);
}
</style>
