<script setup lang="ts">
/** Load over movement at one gauge: what is expected as a fan, what was read as a line. */
import { computed } from 'vue'
import { force, small } from '../../shared/units'
import type { Result, Spec } from './loadTest'

const props = defineProps<{ spec: Spec; result: Result; gauge: number }>()
const W = 560
const H = 340
const LEFT = 64
const BASE = 300
const TOP = 16
const RIGHT = 20
const TICKS = [0.25, 0.5, 0.75, 1]
type Point = { load: number; moved: number; going: string; outside: boolean }
const proof = computed(() => props.spec.proof.value ?? 0)
const points = computed<Point[]>(() =>
  (props.result.steps ?? []).flatMap((s) => {
    const moved = s.moved[props.gauge]
    return moved === null || moved === undefined
      ? []
      : [{ load: s.load_N, moved, going: s.going, outside: s.outside[props.gauge] ?? false }]
  }),
)
const low = computed(() => ((props.result.low ?? [])[props.gauge] ?? 0) / 1000)
const high = computed(() => ((props.result.high ?? [])[props.gauge] ?? 0) / 1000)
/** Movement the other way is drawn the same way round. */
const sense = computed(() => (high.value + low.value < 0 ? -1 : 1))
const most = computed(() => {
  const read = points.value.map((p) => Math.abs(p.moved))
  return Math.max(1e-6, ...read, Math.abs(low.value * proof.value), Math.abs(high.value * proof.value)) * 1.08
})
const heaviest = computed(() => Math.max(proof.value, ...points.value.map((p) => p.load), 1e-6))
const x = (moved: number) => LEFT + ((sense.value * moved) / most.value) * (W - LEFT - RIGHT)
const y = (load: number) => BASE - (load / heaviest.value) * (BASE - TOP)
const fan = computed(() =>
  [
    [0, 0],
    [low.value * proof.value, proof.value],
    [high.value * proof.value, proof.value],
  ]
    .map(([moved, load]) => `${x(moved)},${y(load)}`)
    .join(' '),
)
const line = (going: string) => {
  const mine = points.value.filter((p) => p.going === going)
  const before = going === 'on' ? [{ load: 0, moved: 0 }] : points.value.filter((p) => p.going === 'on').slice(-1)
  return [...before, ...mine].map((p) => `${x(p.moved)},${y(p.load)}`).join(' ')
}
const across = computed(() => [0.25, 0.5, 0.75, 1].map((s) => (sense.value * s * most.value) / 1.08))
const words = computed(() => props.spec.gauges?.[props.gauge]?.name ?? '')
</script>
<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="$t('prove.curve_x', [words])">
    <polygon :points="fan" class="fan" />
    <g v-for="s in TICKS" :key="s">
      <line :x1="LEFT" :x2="W - RIGHT" :y1="y(s * proof)" :y2="y(s * proof)" class="grid" />
      <text :x="LEFT - 6" :y="y(s * proof) + 4" class="end">{{ force(s * proof) }}</text>
    </g>
    <g v-for="m in across" :key="m">
      <line :x1="x(m)" :x2="x(m)" :y1="BASE" :y2="BASE + 4" class="axis" />
      <text :x="x(m)" :y="BASE + 18" class="mid">{{ small(m) }}</text>
    </g>
    <path :d="`M${LEFT},${TOP - 6} V${BASE} H${W - RIGHT + 6}`" class="axis" />
    <polyline :points="line('on')" class="read" />
    <polyline v-if="points.some((p) => p.going === 'off')" :points="line('off')" class="read off" />
    <g v-for="(p, k) in points" :key="k">
      <circle :cx="x(p.moved)" :cy="y(p.load)" r="5" :class="{ outside: p.outside, hollow: p.going === 'off' }" />
      <text v-if="p.outside" :x="x(p.moved) + 9" :y="y(p.load) + 4" class="bad">{{ $t('prove.outside') }}</text>
    </g>
    <text :x="W - RIGHT" :y="H - 4" class="end">{{ $t('prove.movement') }}</text>
  </svg>
</template>
<style scoped>
svg {
  width: 100%;
  max-height: 420px;
}
.fan {
  fill: var(--mark-pale);
  stroke: var(--mark);
  stroke-width: 1;
}
.grid {
  stroke: var(--rule);
  stroke-width: 0.7;
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.2;
  fill: none;
}
.read {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.off {
  stroke-dasharray: 6 4;
}
circle {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 1.5;
}
circle.hollow {
  fill: var(--sheet);
}
circle.outside {
  stroke: var(--gives);
  fill: var(--gives);
}
text {
  font-size: 12.5px;
  fill: var(--ink);
}
.end {
  text-anchor: end;
}
.mid {
  text-anchor: middle;
}
.bad {
  fill: var(--gives);
  font-weight: 600;
}
</style>
