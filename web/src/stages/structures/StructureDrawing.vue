<script setup lang="ts">
/**
 * A structure seen from the front and a little from above, with its movement drawn larger, and one bar's forces
 * along it.
 */
import { computed, shallowRef, watch } from 'vue'
import type { S } from '../../api/client'
import { spread, type Spot } from '../../drawing/labels'
import { flat, placesOf, timesOf, WAYS } from '../../drawing/oblique'
import { moving } from '../../shared/preview'
import { force, length, lengthUnit, moment, small } from '../../shared/units'

/** `bare`: the picture alone, where it stands beside fields. */
const props = defineProps<{ verdict: S['FrameVerdict']; chosen: string; bare?: boolean }>()
const emit = defineEmits<{ choose: [string]; load: [string] }>()
const spots = computed(() => Object.fromEntries(Object.entries(props.verdict.nodes).map(([k, p]) => [k, flat(p)])))
const fitting = computed(() => {
  const xs = Object.values(spots.value).map((p) => p[0])
  const ys = Object.values(spots.value).map((p) => p[1])
  const size = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys), 1)
  const pad = size * 0.14
  return {
    x: Math.min(...xs) - pad,
    y: Math.min(...ys) - pad,
    w: Math.max(...xs) - Math.min(...xs) + 2 * pad,
    h: Math.max(...ys) - Math.min(...ys) + 2 * pad,
    size,
  }
})
/** Nothing grows or shrinks under a hand that moves something. */
const box = shallowRef(fitting.value)
watch([fitting, moving], () => {
  if (!moving.value) box.value = fitting.value
})
const most = computed(() => Math.max(...Object.values(props.verdict.moved).map((d) => Math.hypot(...d)), 1e-9))
const times = computed(() => timesOf(most.value, box.value.size))
const moved = computed(() =>
  Object.fromEntries(
    Object.entries(props.verdict.nodes).map(([k, p]) => [
      k,
      flat(p.map((v, i) => v + times.value * (props.verdict.moved[k]?.[i] ?? 0))),
    ]),
  ),
)
/** Arrows of the loads: at their nodes, or three along each loaded bar; several at one place stand side by side. */
const arrows = computed(() => props.verdict.loads.flatMap(arrowsOf))
function arrowsOf(l: S['FrameVerdict']['loads'][number], k: number) {
  const way = WAYS[l.direction]
  if (!way) return []
  const reach = 0.11 * box.value.size
  const [dx, dy] = flat(way.map((v) => v * reach))
  const places = placesOf(l, props.verdict.bars, props.verdict.nodes).map(flat)
  const size = Math.hypot(dx, dy) || 1
  const [ux, uy] = [dx / size, dy / size]
  const head = reach * 0.18
  const path = (x: number, y: number) =>
    `M${x - dx} ${y - dy}L${x - ux * head * 0.4} ${y - uy * head * 0.4}` +
    `M${x - (ux + uy / 2) * head} ${y - (uy - ux / 2) * head}L${x} ${y}` +
    `L${x - (ux - uy / 2) * head} ${y - (uy + ux / 2) * head}`
  const one = ([x, y]: number[], i: number) => ({
    key: `${k} ${i}`,
    name: i ? '' : l.name,
    at: [x - dx * 1.12, y - dy * 1.12],
    path: path(x, y),
  })
  return places.map(one)
}
/** Across which the picture is usually seen. */
const PX = 480
const few = computed(() => props.verdict.bars.length <= 8)
const font = computed(() => box.value.size / 34)
/** Beside a bar's middle: over a level one, left of any other; where something stands there, on its other side. */
function beside(b: S['BarVerdict']): Spot[] {
  const [a, e] = [spots.value[b.i], spots.value[b.j]]
  const level = Math.abs(e[1] - a[1]) < 0.05 * box.value.size
  const off = font.value * 0.6
  const at = (t: number) => [a[0] + (e[0] - a[0]) * t, a[1] + (e[1] - a[1]) * t]
  const along = [0.5, 0.3, 0.7].map(at)
  const over = along.map(([x, y]): Spot => ({ x, y: y - off, anchor: 'middle' }))
  const under = along.map(([x, y]): Spot => ({ x, y: y + off + font.value * 0.7, anchor: 'middle' }))
  const left = along.map(([x, y]): Spot => ({ x: x - off, y: y + off, anchor: 'end' }))
  const right = along.map(([x, y]): Spot => ({ x: x + off, y: y + off, anchor: 'start' }))
  return level ? [...over, ...under] : [...left, ...right]
}
const wordsOf = (b: S['BarVerdict']) => `${b.name} ${length(b.length_mm)}`
const names = computed(() => {
  const loads = arrows.value.filter((a) => a.name)
  const above = ([x, y]: number[]): Spot[] => [
    { x, y, anchor: 'middle' },
    { x, y: y - font.value * 1.2, anchor: 'middle' },
    { x: x + font.value * 0.6, y: y + font.value * 0.9, anchor: 'start' },
    { x: x - font.value * 0.6, y: y + font.value * 0.9, anchor: 'end' },
  ]
  const wanted = [
    ...loads.map((a) => ({ key: `load ${a.key}`, text: a.name, spots: above(a.at) })),
    ...(few.value ? props.verdict.bars.map((b) => ({ key: b.name, text: wordsOf(b), spots: beside(b) })) : []),
  ]
  return spread(wanted, font.value)
})
const put = (key: string) => {
  const spot = names.value.get(key)
  return { x: spot?.x, y: spot?.y, 'text-anchor': spot?.anchor }
}
const held = computed(() => [...new Set(props.verdict.handed.map((h) => h.node))])
const bar = computed(() => props.verdict.bars.find((b) => b.name === props.chosen))
function curve(values: number[], base: number) {
  const b = bar.value!
  // what is shown as 0 is drawn as 0: below 50 N or N mm there is nothing but the solver's dust
  const top = Math.max(...values.map(Math.abs), 50)
  const at = values.reduce((best, v, i) => (Math.abs(v) > Math.abs(values[best]) ? i : best), 0)
  const x = (mm: number) => 60 + (mm / b.length_mm) * 240
  const line = values.map((v, i) => `${x(b.along_mm[i]).toFixed(1)} ${(base - (v / top) * 20).toFixed(1)}`)
  return {
    path: `M60 ${base}L${line.join('L')}L300 ${base}Z`,
    value: values[at],
    x: x(b.along_mm[at]),
  }
}
const curves = computed(() =>
  bar.value
    ? [
        { name: 'push / pull', ...curve(bar.value.N_N, 34), base: 34, show: force },
        { name: 'moment', ...curve(bar.value.Mz_Nmm, 94), base: 94, show: moment },
        { name: 'across', ...curve(bar.value.My_Nmm, 154), base: 154, show: moment },
        { name: 'twist', ...curve(bar.value.T_Nmm, 214), base: 214, show: moment },
      ]
    : [],
)
</script>
<template>
  <div class="two" :class="{ bare }">
    <slot name="whole" />
    <svg
      v-if="!$slots.whole"
      class="whole"
      :viewBox="`${box.x} ${box.y} ${box.w} ${box.h}`"
      role="img"
      :aria-label="$t('structures.bars_the_table_beside_has_x', [verdict.words, verdict.bars.length])"
    >
      <g fill="none">
        <path
          v-for="b in verdict.bars"
          :key="'m' + b.name"
          :d="`M${moved[b.i].join(' ')}L${moved[b.j].join(' ')}`"
          stroke="var(--gives)"
          stroke-dasharray="6 4"
          opacity="0.8"
          vector-effect="non-scaling-stroke"
        />
        <path
          v-for="b in verdict.bars"
          :key="b.name"
          :d="`M${spots[b.i].join(' ')}L${spots[b.j].join(' ')}`"
          :stroke="b.name === chosen ? 'var(--mark)' : 'var(--ink)'"
          :stroke-width="b.name === chosen ? 5 : 2.6"
          stroke-linecap="round"
          vector-effect="non-scaling-stroke"
          class="bar"
          @click="emit('choose', b.name)"
        >
          <title>{{ b.name }}: {{ b.section_id }}</title>
        </path>
        <path
          v-for="a in arrows"
          :key="'a' + a.key"
          :d="a.path"
          stroke="var(--mark)"
          stroke-width="1.6"
          vector-effect="non-scaling-stroke"
        />
        <rect
          v-for="n in held"
          :key="'s' + n"
          :x="spots[n][0] - box.size * 0.018"
          :y="spots[n][1]"
          :width="box.size * 0.036"
          :height="box.size * 0.009"
          fill="var(--ink)"
        />
      </g>
      <g :style="`font-size:${font}px`">
        <template v-for="a in arrows" :key="'t' + a.key">
          <text
            v-if="a.name"
            v-bind="put(`load ${a.key}`)"
            class="load"
            :class="{ press: bare }"
            @click="emit('load', a.name)"
          >
            {{ a.name }}
          </text>
        </template>
        <template v-if="few">
          <text v-for="b in verdict.bars" :key="'n' + b.name" v-bind="put(b.name)">{{ wordsOf(b) }}</text>
        </template>
      </g>
      <g><slot name="hands" :scale="box.w / PX"></slot></g>
    </svg>
    <div v-if="!bare">
      <p v-if="!$slots.whole" class="soft">
        {{ $t('structures.dashed_how_it_moves_under_x', [times, small(most)]) }}
      </p>
      <template v-if="bar">
        <p>
          <b>{{ bar.name }}</b>
          {{ ' '
          }}<span class="soft">{{
            $t('structures.under_the_load_that_strains_x', [
              bar.section_id,
              bar.material_id,
              length(bar.length_mm),
              lengthUnit(),
            ])
          }}</span>
        </p>
        <svg viewBox="0 0 400 244" role="img" :aria-label="$t('structures.forces_along_x', [bar.name])">
          <g v-for="c in curves" :key="c.name">
            <text x="0" :y="c.base + 4" class="dim">{{ c.name }}</text>
            <path :d="c.path" fill="var(--metal)" stroke="var(--ink)" />
            <path :d="`M60 ${c.base}H300`" stroke="var(--ink)" />
            <text x="308" :y="c.base + 4">{{ c.show(c.value) }}</text>
          </g>
        </svg>
      </template>
    </div>
  </div>
</template>
<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(220px, 1fr);
  gap: 16px;
}
svg {
  width: 100%;
  max-height: 400px;
  display: block;
}
.bar {
  cursor: pointer;
}
.dim {
  fill: var(--soft);
}
svg.whole g text {
  font-size: inherit;
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 0.25em;
}
.load {
  fill: var(--mark);
}
.press {
  cursor: pointer;
}
.two.bare {
  grid-template-columns: minmax(0, 1fr);
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
