<script setup lang="ts">
/** The beam with its loads, shear, moment and deflected shape, to one horizontal scale. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import type { Grip } from '../../drawing/grips'
import Grips from '../../drawing/Grips.vue'
import { force, length, lengthUnit, moment, small } from '../../shared/units'

const props = defineProps<{
  spec: S['MemberSpec']
  verdict: S['BeamVerdict']
  loads: S['LoadRow'][]
  /** Of the drawing in its own units: the less, the larger its words stand on a narrow place. */
  width?: number
  /** What of it can be moved where it stands. */
  grips?: Grip[]
}>()
const emit = defineEmits<{ move: [string, number] }>()
const W = computed(() => props.width ?? 760)
const left = 70
const span = computed(() => props.spec.length.value || 1)
const x = (mm: number) => left + (mm / span.value) * (W.value - left - 60)
const names = computed(() =>
  props.spec
    .loads!.map((on) => ({ on, load: props.loads.find((l) => l.id === on.load_id)?.spec }))
    .filter((n) => n.load),
)
const along = (on: (typeof names.value)[number]['on'], part: number) => {
  const start = on.start?.value ?? 0
  return start + ((on.end?.value ?? span.value) - start) * part
}
const called = (n: (typeof names.value)[number]) =>
  n.load!.name +
  (n.on.runs ? ' runs' : '') +
  (n.on.sideways ? ', sideways' : '') +
  (n.on.aside?.value ? `, ${length(n.on.aside.value)} aside` : '')
const lines = computed(() => names.value.filter((n) => n.load!.form !== 'force' || n.on.runs))
const points = computed(() =>
  names.value
    .filter((n) => n.load!.form === 'force')
    .flatMap((n) => (n.on.at ?? []).map((a) => ({ at: a.value ?? 0, name: called(n) }))),
)
function curve(c: S['Curve'], base: number, height: number, up: number) {
  const most = Math.max(...c.y.map(Math.abs), 1e-12)
  const pts = c.x_mm.map((v, i) => `${x(v).toFixed(1)},${(base - (up * c.y[i] * height) / most).toFixed(1)}`)
  const at = base - (up * c.greatest * height) / most
  return {
    line: `M${pts.join('L')}`,
    area: `M${x(0)},${base}L${pts.join('L')}L${x(span.value)},${base}Z`,
    at,
    x: x(c.at_mm),
  }
}
const shear = computed(() => curve(props.verdict.shear, 176, 24, 1))
const bend = computed(() => curve(props.verdict.moment, 236, 34, -1))
const moved = computed(() => curve(props.verdict.deflection, 330, 32, 1))
const scale = computed(() => {
  const mm = Math.abs(props.verdict.deflection.greatest)
  return mm > 0 ? Math.round((32 / mm) * (span.value / (W.value - left - 60))) : 1
})
const limit = computed(() => {
  const d = Math.abs(props.verdict.deflection.greatest)
  const y = 330 - Math.sign(props.verdict.deflection.greatest) * 32 * (props.verdict.limit_mm / Math.max(d, 1e-9))
  return Math.min(Math.max(y, 286), 378)
})
</script>
<template>
  <svg :viewBox="`0 0 ${W} 398`" role="img" :aria-label="$t('size.beam_with_loads_and_diagrams_x', [spec.mark])">
    <template v-for="(n, i) in lines" :key="i">
      <path
        :d="`M${x(n.on.start?.value ?? 0)} ${34 + i * 15}H${x(n.on.end?.value ?? span)}`"
        stroke="var(--mark)"
        fill="none"
      />
      <path
        v-for="k in n.on.runs || n.on.sideways ? 0 : 17"
        :key="k"
        :d="`M${x(along(n.on, (k - 1) / 16))} ${34 + i * 15}v${78 - 34 - i * 15}`"
        stroke="var(--mark)"
        stroke-width=".7"
      />
      <text :x="x(n.on.start?.value ?? 0)" :y="30 + i * 15" style="fill: var(--mark)">{{ called(n) }}</text>
    </template>
    <g v-for="(p, i) in points" :key="'p' + i">
      <path :d="`M${x(p.at)} 36V77m-4 -8l4 9l4 -9`" stroke="var(--mark)" stroke-width="2" fill="none" />
      <text :x="x(p.at) + 6" y="47" style="fill: var(--mark)">{{ p.name }}</text>
    </g>
    <rect
      :x="x(0)"
      y="79"
      :width="x(span) - x(0)"
      height="9"
      fill="var(--sheet)"
      stroke="var(--ink)"
      stroke-width="1.6"
    />
    <g v-for="(r, i) in verdict.reactions" :key="'r' + i">
      <path v-if="r.kind === 'fixed'" :d="`M${x(r.x_mm)} 70v28`" stroke="var(--ink)" stroke-width="5" />
      <path v-else :d="`M${x(r.x_mm)} 88l-7 12h14z`" fill="none" stroke="var(--ink)" stroke-width="1.4" />
      <text :x="x(r.x_mm)" y="115" text-anchor="middle">
        {{ force(r.most_N) }}
        <template v-if="r.least_N < -1">{{ $t('size.pulls_x', [force(-r.least_N)]) }}</template>
      </text>
    </g>
    <g v-for="(r, i) in verdict.regions" :key="'d' + i">
      <path
        :d="`M${x(r[1] as number)} 128H${x(r[2] as number)}m-4 -4l8 8M${x(r[1] as number) - 4} 132l8 -8`"
        stroke="var(--mark)"
        fill="none"
      />
      <text :x="(x(r[1] as number) + x(r[2] as number)) / 2" y="142" text-anchor="middle" style="fill: var(--mark)">
        {{ length((r[2] as number) - (r[1] as number)) }}
      </text>
    </g>
    <text x="4" y="180" class="dim">{{ $t('size.shear') }}</text>
    <path :d="shear.area" fill="var(--metal)" stroke="var(--ink)" />
    <text :x="Math.min(shear.x + 6, W - 60)" :y="shear.at < 176 ? shear.at - 4 : 206">
      {{ force(Math.abs(verdict.shear.greatest)) }}
    </text>
    <text x="4" y="240" class="dim">{{ $t('size.moment') }}</text>
    <path :d="bend.area" fill="var(--mark-pale)" stroke="var(--ink)" />
    <text
      :x="bend.x"
      :y="bend.at > 236 ? bend.at + 14 : bend.at - 5"
      :text-anchor="bend.x < 120 ? 'start' : bend.x > W - 120 ? 'end' : 'middle'"
    >
      {{ $t('size.at_x', [moment(Math.abs(verdict.moment.greatest)), length(verdict.moment.at_mm), lengthUnit()]) }}
    </text>
    <text x="4" y="334" class="dim">{{ $t('size.moves_x', [scale]) }}</text>
    <path :d="`M${x(0)} 330H${x(span)}`" stroke="var(--rule)" stroke-dasharray="3 3" />
    <path :d="moved.line" fill="none" stroke="var(--ink)" stroke-width="2" />
    <text
      :x="moved.x"
      :y="moved.at > 330 ? moved.at - 7 : moved.at + 16"
      :text-anchor="moved.x > W - 120 ? 'end' : 'middle'"
    >
      {{ small(Math.abs(verdict.deflection.greatest)) }}
    </text>
    <path
      :d="`M${x(verdict.limit_region[0] as number)} ${limit}H${x(verdict.limit_region[1] as number)}`"
      stroke="var(--gives)"
      stroke-width="1.6"
      stroke-dasharray="5 3"
    />
    <text :x="x(verdict.limit_region[1] as number) - 4" :y="limit + 13" text-anchor="end" class="dim">
      {{ $t('size.limit_x', [small(verdict.limit_mm)]) }}
    </text>
    <Grips
      v-if="grips?.length"
      :grips="grips"
      :track="[{ a: [x(0), 83], b: [x(span), 83], from: 0, to: span }]"
      @move="(key, mm) => emit('move', key, mm)"
    />
  </svg>
</template>
<style scoped>
svg {
  width: 100%;
  max-height: 430px;
  display: block;
}
.dim {
  fill: var(--soft);
}
text {
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 3px;
}
</style>
