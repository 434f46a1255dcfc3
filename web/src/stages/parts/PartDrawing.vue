<script setup lang="ts">
/** A part's true outline with its dimensions; a long bar is drawn with its ends to scale and its middle broken out. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { outlinePath, ringPath } from '../../shared/OutlinePath'
import { length } from '../../shared/units'

const props = defineProps<{ geometry: S['PartGeometry']; picks?: boolean; small?: boolean; halved?: boolean }>()
/** What was pressed: the question that states it. */
const emit = defineEmits<{ pick: [string] }>()
const END = 2.6
/** How much of the middle of a long bar is left out, mm. */
const cutOut = computed(() => {
  const g = props.geometry
  return g.kind === 'bar' && g.width_mm > 2.5 * END * g.height_mm ? g.width_mm - 2 * END * g.height_mm : 0
})
const middle = computed(() => END * props.geometry.height_mm)
const squeeze = (x: number) => (cutOut.value && x > props.geometry.width_mm / 2 ? x - cutOut.value : x)
const outline = computed(() => {
  const move = (r: S['Ring']) => ({ ...r, vertices: r.vertices.map((v) => ({ ...v, x: squeeze(v.x) })) })
  const o = props.geometry.outline
  return { outer: move(o.outer), openings: (o.openings ?? []).map(move) }
})
const width = computed(() => props.geometry.width_mm - cutOut.value)
const size = computed(() => Math.max(width.value, props.geometry.height_mm))
const pad = computed(() => size.value * 0.24)
const box = computed(() => {
  const [around, height] = [pad.value, props.geometry.height_mm]
  return [-around, -height - around, width.value + 2 * around, height + 2 * around].join(' ')
})
/** Beside fields, or beside another, it stands small, and its words are as large as elsewhere. */
const font = computed(() => (size.value / (props.small ? 16 : 30)) * (props.halved ? 1.7 : 1))
function line(d: S['PartGeometry']['dimensions'][number]) {
  const [x1, x2] = [squeeze(d.x1), squeeze(d.x2)]
  const run = Math.hypot(x2 - x1, d.y2 - d.y1) || 1
  // A dimension stands clear of the outline by at least two lines of its own type, however small the part is.
  const off = Math.sign(d.offset_mm || -1) * Math.max(Math.abs(d.offset_mm), cutOut.value ? font.value * 2.2 : 0)
  const nx = (-(d.y2 - d.y1) / run) * off
  const ny = ((x2 - x1) / run) * off
  const upright = Math.abs(x2 - x1) < Math.abs(d.y2 - d.y1)
  return {
    ...d,
    x1,
    x2,
    a: [x1 + nx, d.y1 + ny],
    b: [x2 + nx, d.y2 + ny],
    upright,
    text: `${d.label ? `${d.label} ` : ''}${length(d.value_mm)}`,
  }
}
const lines = computed(() => props.geometry.dimensions.map(line))
/** Where a plate is bent, the words along the line; a bar's bends are a list of their own. */
const bends = computed(() =>
  (props.geometry.kind === 'plate' ? (props.geometry.bends ?? []) : []).map((b) => ({
    ...b,
    upright: b.x1 === b.x2,
    at: [(b.x1 + b.x2) / 2, -(b.y1 + b.y2) / 2],
  })),
)
const zigzag = (x: number) => {
  const h = props.geometry.height_mm
  const w = h * 0.1
  return `M${x} ${-h * 0.12}L${x} ${h * 0.4}L${x - w} ${h * 0.46}L${x + w} ${h * 0.54}L${x} ${h * 0.6}L${x} ${h * 1.12}`
}
/** Openings that can be pressed, anywhere within. */
const openings = computed(() =>
  (outline.value.openings ?? []).map((ring, k) => ({ d: ringPath(ring), asked: props.geometry.openings_asked?.[k] })),
)
const pick = (asked: string | undefined) => props.picks && asked && emit('pick', asked)
</script>
<template>
  <svg :viewBox="box" role="img" :aria-label="$t('parts.drawing_of_the_part')">
    <g transform="scale(1 -1)" fill="none" :stroke-width="size / 420">
      <path
        :d="outlinePath(outline)"
        fill="var(--sheet)"
        fill-rule="evenodd"
        stroke="var(--ink)"
        :stroke-width="size / 300"
      />
      <template v-if="cutOut">
        <rect
          :x="middle - size * 0.012"
          :y="-geometry.height_mm * 0.1"
          :width="size * 0.024"
          :height="geometry.height_mm * 1.2"
          fill="var(--sheet)"
        />
        <path :d="zigzag(middle - size * 0.012)" stroke="var(--ink)" />
        <path :d="zigzag(middle + size * 0.012)" stroke="var(--ink)" />
      </template>
      <path
        v-for="(b, i) in bends"
        :key="`b${i}`"
        class="bend"
        :d="`M${b.x1} ${b.y1}L${b.x2} ${b.y2}`"
        :stroke-dasharray="`${size / 40} ${size / 120} ${size / 200} ${size / 120}`"
      />
      <template v-if="picks">
        <path
          v-for="(o, i) in openings"
          :key="`o${i}`"
          class="opening"
          :d="o.d"
          :data-pick="o.asked"
          @click="pick(o.asked)"
        />
      </template>
      <g v-for="(l, i) in lines" :key="i" stroke="var(--mark)">
        <path :d="`M${l.x1} ${l.y1}L${l.a[0]} ${l.a[1]}M${l.x2} ${l.y2}L${l.b[0]} ${l.b[1]}`" stroke="var(--rule)" />
        <path :d="`M${l.a[0]} ${l.a[1]}L${l.b[0]} ${l.b[1]}`" />
        <circle v-for="(p, k) in [l.a, l.b]" :key="k" :cx="p[0]" :cy="p[1]" :r="size / 180" fill="var(--mark)" />
      </g>
    </g>
    <text
      v-for="(b, i) in bends"
      :key="'bt' + i"
      :transform="`translate(${b.at[0]} ${b.at[1]})${b.upright ? ' rotate(-90)' : ''}`"
      :dy="-font * 0.3"
      :class="{ press: picks && b.asked }"
      :data-pick="b.asked"
      text-anchor="middle"
      :style="`font-size:${font * 0.8}px;fill:var(--ink)`"
      @click="pick(b.asked)"
    >
      {{ b.words }}
    </text>
    <text
      v-for="(l, i) in lines"
      :key="'t' + i"
      :transform="`translate(${(l.a[0] + l.b[0]) / 2} ${-(l.a[1] + l.b[1]) / 2})${l.upright ? ' rotate(-90)' : ''}`"
      :dy="-font * 0.35"
      :class="{ press: picks && l.asked }"
      :data-pick="l.asked"
      @click="pick(l.asked)"
      text-anchor="middle"
      :style="`font-size:${font}px;fill:var(--mark)`"
    >
      {{ l.text }}
    </text>
  </svg>
</template>
<style scoped>
svg {
  width: 100%;
  max-height: 380px;
  display: block;
}
.opening {
  fill: transparent;
  cursor: pointer;
}
.opening:hover {
  fill: var(--mark-pale);
}
.bend {
  stroke: var(--ink);
}
.press {
  cursor: pointer;
}
.press:hover {
  font-weight: 700;
  text-decoration: underline;
}
</style>
