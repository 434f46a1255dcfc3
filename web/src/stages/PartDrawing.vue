<script setup lang="ts">
/** A part's true outline with its dimensions. */
import { computed } from 'vue'
import type { S } from '../api/client'
import { outlinePath } from '../shared/OutlinePath'
import { length } from '../shared/units'

const props = defineProps<{ geometry: S['PartGeometry'] }>()
const size = computed(() => Math.max(props.geometry.width_mm, props.geometry.height_mm))
const pad = computed(() => size.value * 0.24)
const box = computed(() => `${-pad.value} ${-props.geometry.height_mm - pad.value} ${props.geometry.width_mm + 2 * pad.value} ${props.geometry.height_mm + 2 * pad.value}`)
const font = computed(() => size.value / 30)
const lines = computed(() => props.geometry.dimensions.map((d) => {
  const run = Math.hypot(d.x2 - d.x1, d.y2 - d.y1) || 1
  const nx = (-(d.y2 - d.y1) / run) * d.offset_mm
  const ny = ((d.x2 - d.x1) / run) * d.offset_mm
  const upright = Math.abs(d.x2 - d.x1) < Math.abs(d.y2 - d.y1)
  return { ...d, a: [d.x1 + nx, d.y1 + ny], b: [d.x2 + nx, d.y2 + ny], upright, text: `${d.label ? `${d.label} ` : ''}${length(d.value_mm)}` }
}))
</script>
<template>
  <svg :viewBox="box" role="img" aria-label="Drawing of the part">
    <g transform="scale(1 -1)" fill="none" :stroke-width="size / 420">
      <path :d="outlinePath(geometry.outline)" fill="var(--sheet)" fill-rule="evenodd" stroke="var(--ink)" :stroke-width="size / 300" />
      <g v-for="(l, i) in lines" :key="i" stroke="var(--mark)">
        <path :d="`M${l.x1} ${l.y1}L${l.a[0]} ${l.a[1]}M${l.x2} ${l.y2}L${l.b[0]} ${l.b[1]}`" stroke="var(--rule)" /><path :d="`M${l.a[0]} ${l.a[1]}L${l.b[0]} ${l.b[1]}`" />
        <circle v-for="(p, k) in [l.a, l.b]" :key="k" :cx="p[0]" :cy="p[1]" :r="size / 180" fill="var(--mark)" />
      </g>
    </g>
    <text v-for="(l, i) in lines" :key="'t' + i" :transform="`translate(${(l.a[0] + l.b[0]) / 2} ${-(l.a[1] + l.b[1]) / 2})${l.upright ? ' rotate(-90)' : ''}`"
      :dy="-font * 0.35" text-anchor="middle" :style="`font-size:${font}px;fill:var(--mark)`">{{ l.text }}</text>
  </svg>
</template>
<style scoped>svg { width: 100%; max-height: 380px; display: block; }</style>
