<script setup lang="ts">
/** Every candidate that holds, by its mass and by how far it moves. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { IN, mass, trim, unit } from '../../shared/units'
import { keyOf } from './candidate'

const props = defineProps<{
  holding: S['Candidate'][]
  bounds: { m: number; d: number }
  present: S['Candidate'] | null
  family: (material: string) => string
}>()
const picked = defineModel<S['Candidate'] | null>({ required: true })
const shapeOf: Record<string, string> = { 'carbon steel': 'square', stainless: 'diamond', aluminium: 'ring' }
/** The efficient ones last, so that the same section in a dearer metal does not cover them. */
const drawn = computed(() =>
  props.holding
    .filter((c) => c.mass_kg <= props.bounds.m)
    .sort((a, b) => Number(a.on_frontier) - Number(b.on_frontier)),
)
const X = (kg: number) => 60 + (kg / props.bounds.m) * 560
const Y = (mm: number) => 210 - (mm / props.bounds.d) * 190
const px = (c: S['Candidate']) => X(c.mass_kg)
const py = (c: S['Candidate']) => Y(c.deflection_mm)
/** Round figures along an axis, in the unit shown: about five of them. */
function ticks(most: number, perUnit: number): { at: number; text: string }[] {
  const rough = most / perUnit / 5
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 5, 10].map((k) => k * power).find((s) => s >= rough)!
  return Array.from({ length: Math.floor(most / perUnit / step + 1e-9) + 1 }, (_, i) => ({
    at: i * step * perUnit,
    text: trim(i * step, 3),
  }))
}
const masses = computed(() => ticks(props.bounds.m, unit.value === 'in' ? 0.45359237 : 1))
const moves = computed(() => ticks(props.bounds.d, unit.value === 'in' ? IN : 1))
</script>
<template>
  <svg viewBox="0 0 640 254" role="img" :aria-label="$t('compare.mass_against_movement_of_every')">
    <g v-for="t in masses" :key="'m' + t.text">
      <path :d="`M${X(t.at)} 20V214`" stroke="var(--rule)" />
      <text :x="X(t.at)" y="228" text-anchor="middle">{{ t.text }}</text>
    </g>
    <g v-for="t in moves" :key="'d' + t.text">
      <path :d="`M56 ${Y(t.at)}H625`" stroke="var(--rule)" />
      <text x="52" :y="Y(t.at) + 4" text-anchor="end">{{ t.text }}</text>
    </g>
    <path d="M60 10V210H625" fill="none" stroke="var(--ink)" />
    <text x="340" y="246" text-anchor="middle">
      {{ $t('compare.mass_of_the_member_x', [unit === 'in' ? $t('compare.lb') : $t('compare.kg')]) }}
      <template v-if="drawn.length < holding.length">
        {{ $t('compare.heavier_ones_not_drawn_x', [holding.length - drawn.length]) }}
      </template>
    </text>
    <text transform="translate(14 110) rotate(-90)" text-anchor="middle">
      {{ $t('compare.moves_x', [unit === 'in' ? $t('compare.inches') : $t('compare.mm')]) }}
    </text>
    <g
      v-for="c in drawn"
      :key="keyOf(c)"
      :transform="`translate(${px(c)} ${py(c)})`"
      class="dot"
      :class="{ best: c.on_frontier, sel: picked && keyOf(picked) === keyOf(c) }"
      @click="picked = c"
    >
      <title>{{ c.section_id }} {{ c.material_id }}: {{ mass(c.mass_kg) }}</title>
      <rect v-if="shapeOf[family(c.material_id)] === 'square'" x="-3" y="-3" width="6" height="6" />
      <path v-else-if="shapeOf[family(c.material_id)] === 'diamond'" d="M0-4L4 0L0 4L-4 0Z" />
      <circle v-else r="3.4" />
    </g>
    <g v-if="present" :transform="`translate(${px(present)} ${py(present)})`">
      <path d="M-9 0H9M0-9V9" stroke="var(--gives)" stroke-width="2" />
      <text x="10" y="-6" class="halo">{{ $t('compare.now') }}</text>
    </g>
  </svg>
</template>
<style scoped>
svg {
  width: 100%;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.dot {
  fill: var(--field);
  stroke: var(--edge);
  cursor: pointer;
}
.dot.best {
  fill: var(--mark);
  stroke: var(--mark);
}
.dot.sel {
  fill: var(--gives);
  stroke: var(--gives);
}
svg text {
  font-size: 11px;
}
.halo {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  font-weight: 600;
}
</style>
