<script setup lang="ts">
/** One bar, its pieces in the order of the saw. A piece too short for its name has it beneath, with a line to it. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { t } from '../../messages'
import { length } from '../../shared/units'
import { outline, points, turned, turnedWords } from './lying'

type Laid = S['BarView']['laid'][number][number]
const props = defineProps<{ pieces: Laid[]; stock: number; longest: number; parts: string[]; depth?: number }>()
const marked = defineModel<string>('marked', { required: true })
/** Share of the strip from which a name fits into its piece, and how far names beneath must stand apart. */
const ROOM = 0.075
const APART = 0.075
const TONES = 5
const shownLength = (p: Laid) => (p.held ? t('cut.at_most_x', [length(p.length_mm)]) : length(p.length_mm))
const share = (mm: number) => mm / props.longest
const percent = (mm: number) => `${share(mm) * 100}%`
const shown = computed(() => {
  let last = -1
  let row = 0
  /** The row beneath the strip on which a name stands clear of the one before it. */
  function rowOf(middle: number): number {
    row = middle - last < APART ? (row + 1) % 3 : 0
    last = middle
    return row
  }
  return props.pieces.map((p) => {
    const fits = share(p.length_mm) >= ROOM
    const beneath = fits ? row : rowOf(share(p.at_mm + p.length_mm / 2))
    return { p, fits, row: beneath, tone: props.parts.indexOf(p.part) % TONES }
  })
})
const rows = computed(() => Math.max(0, ...shown.value.filter((s) => !s.fits).map((s) => s.row + 1)))
</script>
<template>
  <div class="strip" :style="{ marginBottom: `${rows * 17}px` }">
    <div class="stock" :style="{ width: percent(stock) }"></div>
    <template v-for="({ p, fits, row, tone }, k) in shown" :key="k">
      <button
        class="piece"
        :class="[`tone${tone}`, { on: marked === p.part, held: p.held, slanted: outline(p, depth ?? 0) }]"
        :style="{ left: percent(p.at_mm), width: percent(p.length_mm), clipPath: outline(p, depth ?? 0) }"
        :aria-pressed="marked === p.part"
        :aria-label="[p.part, shownLength(p), turnedWords(p)].filter(Boolean).join(', ')"
        @click="marked = marked === p.part ? '' : p.part"
      >
        <svg v-if="p.left || p.right" viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden="true">
          <polygon :points="points(p, depth ?? 0)" />
        </svg>
        <template v-if="fits"
          ><b>{{ p.part }}</b> {{ turned(p) }} {{ shownLength(p) }}</template
        >
      </button>
      <span
        v-if="!fits"
        class="beneath"
        aria-hidden="true"
        :style="{ left: percent(p.at_mm + p.length_mm / 2), paddingTop: `${row * 17}px` }"
        ><b>{{ p.part }}</b></span
      >
    </template>
  </div>
</template>
<style scoped>
.strip {
  position: relative;
  height: 40px;
}
.stock,
.piece {
  position: absolute;
  top: 0;
  height: 100%;
}
.stock {
  border: 1px dashed var(--edge);
  background: repeating-linear-gradient(-45deg, var(--ground) 0 6px, var(--metal) 6px 7px);
}
.piece {
  padding: 0 6px;
  overflow: hidden;
  white-space: nowrap;
  text-align: left;
  font-size: 13px;
  color: var(--ink);
  border: 1px solid var(--ink);
  cursor: pointer;
}
.piece:focus-visible {
  z-index: 1;
}
.piece.held {
  border-style: dashed;
}
.piece.slanted {
  padding: 0 16px;
  border: 0;
}
.piece > svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.piece polygon {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.tone0 {
  background: var(--sheet);
}
.tone1 {
  background: color-mix(in srgb, var(--metal) 45%, var(--sheet));
}
.tone2 {
  background: var(--metal);
}
.tone3 {
  background: color-mix(in srgb, var(--mark) 9%, var(--sheet));
}
.tone4 {
  background: color-mix(in srgb, var(--tight) 10%, var(--sheet));
}
.piece.on {
  background: var(--mark-pale);
  box-shadow: inset 0 0 0 2px var(--mark);
}
.beneath {
  position: absolute;
  top: 100%;
  padding-left: 3px;
  font-size: 12px;
  line-height: 17px;
  border-left: 1px solid var(--edge);
  pointer-events: none;
}
@media (max-width: 900px), (pointer: coarse) {
  .strip {
    height: 48px;
  }
}
</style>
