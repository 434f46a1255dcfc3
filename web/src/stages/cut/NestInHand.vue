<script setup lang="ts">
/** The sheet with its pieces, held by pointer and moved by keys. */
import { computed, onMounted, ref } from 'vue'
import type { S } from '../../api/client'
import { below, frameOf, markAt, setDown, sheetPath } from '../../shared/nest'
import { outlinePath, ringPath } from '../../shared/OutlinePath'
import { unit } from '../../shared/units'
import type { useByHand } from './useByHand'

const props = defineProps<{ plan: S['PlanView']; held: ReturnType<typeof useByHand>; zoom: number }>()
const { placed, chosen, locked, bad, metal, here } = props.held
const { shift, turn, lock } = props.held.hand
const drawing = ref<SVGSVGElement | null>(null)
let grip: { x: number; y: number; px: number; py: number } | null = null
function at(event: PointerEvent): [number, number] {
  const m = drawing.value!.getScreenCTM()!.inverse()
  return [m.a * event.clientX + m.e, -(m.d * event.clientY + m.f)]
}
function take(event: PointerEvent, k: number) {
  chosen.value = k
  drawing.value!.focus()
  if (locked.value.has(k)) return
  const [x, y] = at(event)
  grip = { x, y, px: placed.value[k].x, py: placed.value[k].y }
  ;(event.target as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!grip || chosen.value === null) return
  const [x, y] = at(event)
  placed.value[chosen.value].x = Math.round((grip.px + x - grip.x) * 10) / 10
  placed.value[chosen.value].y = Math.round((grip.py + y - grip.y) * 10) / 10
}
function keys(event: KeyboardEvent) {
  const step = (unit.value === 'in' ? 1.5875 : 1) * (event.shiftKey ? 10 : 1)
  const moves: Record<string, () => void> = {
    ArrowLeft: () => shift(-step, 0),
    ArrowRight: () => shift(step, 0),
    ArrowUp: () => shift(0, step),
    ArrowDown: () => shift(0, -step),
    r: turn,
    l: () => lock(chosen.value),
  }
  if (moves[event.key]) {
    event.preventDefault()
    moves[event.key]()
  }
}
onMounted(() => drawing.value?.focus())

const font = computed(() => metal.value.width / 60)
const label = (p: S['Placement']) => {
  const outline = props.plan.outlines[p.part]
  const [x, y] = markAt(outline, p)
  return { x, y: -y, dy: below(outline, font.value) }
}
</script>
<template>
  <div class="room">
    <svg
      ref="drawing"
      tabindex="0"
      :style="{ width: `${zoom * 100}%`, maxHeight: zoom > 1 ? 'none' : '' }"
      :viewBox="frameOf(metal)"
      role="application"
      :aria-label="$t('cut.the_sheet_its_pieces_can')"
      @keydown="keys"
      @pointermove="drag"
      @pointerup="grip = null"
    >
      <g transform="scale(1 -1)">
        <path :d="sheetPath(metal)" fill="var(--metal)" stroke="var(--ink)" vector-effect="non-scaling-stroke" />
        <path
          v-for="{ p, k } in here"
          :key="k"
          class="piece"
          :data-piece="k"
          :class="{ chosen: k === chosen, bad: bad.has(k), locked: locked.has(k) }"
          :d="outlinePath(plan.outlines[p.part])"
          :transform="setDown(p)"
          fill-rule="evenodd"
          vector-effect="non-scaling-stroke"
        />
        <path
          v-for="{ p, k } in here"
          :key="'h' + k"
          class="grip"
          :d="ringPath(plan.outlines[p.part].outer)"
          :transform="setDown(p)"
          @pointerdown="take($event, k)"
        />
      </g>
      <text
        v-for="{ p, k } in here"
        :key="'t' + k"
        v-bind="label(p)"
        text-anchor="middle"
        :style="`font-size:${font}px`"
      >
        {{ p.part }}{{ locked.has(k) ? ' ●' : '' }}
      </text>
    </svg>
  </div>
</template>
<style scoped>
.room {
  overflow: auto;
  max-height: 470px;
}
svg {
  width: 100%;
  max-height: 460px;
  touch-action: none;
  background: var(--ground);
}
.piece {
  fill: var(--sheet);
  stroke: var(--ink);
}
.piece.chosen {
  fill: var(--mark-pale);
  stroke: var(--mark);
  stroke-width: 2.4;
}
.piece.locked {
  fill: var(--rule);
}
.piece.bad {
  fill: var(--gives-pale);
  stroke: var(--gives);
  stroke-width: 2.4;
}
/* A piece is held anywhere within its outline, its openings too. */
.grip {
  fill: transparent;
  cursor: grab;
}
text {
  pointer-events: none;
}
</style>
