<script setup lang="ts">
/**
 * A nest changed by hand: drag, nudge and turn pieces, see at once what stands too close, lock some and have the
 * rest planned anew.
 */
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, copy, job } from '../../shared/job'
import { below, frameOf, keyOf, keysOf, markAt, partsOf, setDown, sheetPath, stockOf, turned } from '../../shared/nest'
import { outlinePath, ringPath } from '../../shared/OutlinePath'
import { length, lengthUnit, unit } from '../../shared/units'
import Slider from '../../shared/Slider.vue'
import Choice from '../../ui/Choice.vue'
import NumberInput from '../../ui/NumberInput.vue'

const props = defineProps<{ plan: S['PlanView'] }>()
const emit = defineEmits<{ done: []; asked: [] }>()
const placed = ref<S['Placement'][]>(copy(props.plan.result!.placements))
const begun = JSON.stringify(placed.value)
const chosen = ref<number | null>(null)
const locked = ref<Set<number>>(new Set())
const wrong = ref<S['Wrong'][]>([])
const looked = ref<S['Looked'] | null>(null)
const seconds = ref(5)
const zoom = ref(1)
const base = computed(() => `/jobs/${job.value!.job.id}/plans/${props.plan.id}`)
const changed = computed(() => JSON.stringify(placed.value) !== begun)
const bad = computed(() => new Set(wrong.value.flatMap((w) => w.pieces)))
const sheets = computed(() => keysOf(placed.value))
const sheet = ref(sheets.value[0])
const metal = computed(() => stockOf(props.plan, sheet.value))
const here = computed(() => placed.value.map((p, k) => ({ p, k })).filter(({ p }) => keyOf(p) === sheet.value))
const turns = (p: S['Placement']) => {
  const r = props.plan.group.problem.parts.find((x) => x.id === p.part)!.rotations
  return r === 'free' ? [0, 45, 90, 135, 180, 225, 270, 315] : ((r as number[] | undefined) ?? [0])
}

let asked = 0
let timer = 0
watch(
  placed,
  () => {
    clearTimeout(timer)
    timer = window.setTimeout(async () => {
      const mine = ++asked
      await attempt(async () => {
        const found = await call<S['Looked']>('POST', `${base.value}/look`, { placements: placed.value })
        if (mine === asked) {
          looked.value = found
          wrong.value = found.wrong
        }
      })
    }, 120)
  },
  { deep: true },
)

/** The middle of a piece's outline as it is turned, so that it turns about itself. */
function middle(p: S['Placement'], deg: number): [number, number] {
  const v = props.plan.outlines[p.part].outer.vertices
  const xs = v.map((a) => a.x),
    ys = v.map((a) => a.y)
  return turned([(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2], p, deg)
}
function shift(dx: number, dy: number) {
  const p = chosen.value === null ? null : placed.value[chosen.value]
  if (p && !locked.value.has(chosen.value!)) {
    p.x = Math.round((p.x + dx) * 1000) / 1000
    p.y = Math.round((p.y + dy) * 1000) / 1000
  }
}
function turn() {
  const p = chosen.value === null ? null : placed.value[chosen.value]
  if (!p || locked.value.has(chosen.value!)) return
  const allowed = turns(p)
  const next =
    allowed[(allowed.findIndex((a) => Math.abs(((a - p.rotation_deg + 540) % 360) - 180) < 0.01) + 1) % allowed.length]
  const [a, b] = middle(p, p.rotation_deg),
    [c, d] = middle(p, next)
  p.x += a - c
  p.y += b - d
  p.rotation_deg = next
}
function lock(k: number | null) {
  if (k === null) return
  const now = new Set(locked.value)
  if (!now.delete(k)) now.add(k)
  locked.value = now
}
/** A piece to where the plan has it: dragged back by eye it would stand a hair too close. */
function back() {
  if (chosen.value !== null) placed.value[chosen.value] = copy(props.plan.result!.placements[chosen.value])
}
const lockOthers = () => {
  locked.value = new Set(placed.value.map((_, k) => k).filter((k) => k !== chosen.value))
}
function carry(key: string) {
  const p = chosen.value === null ? null : placed.value[chosen.value]
  if (p) {
    Object.assign(p, partsOf(key))
    sheet.value = key
  }
}

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
onBeforeUnmount(() => clearTimeout(timer))
const keep = () =>
  attempt(async () => {
    await call('POST', `${base.value}/move`, { placements: placed.value, title: 'moved by hand' })
    emit('done')
  })
const rest = () =>
  attempt(async () => {
    let from = base.value
    if (changed.value) {
      const moved = { placements: placed.value, title: 'moved by hand' }
      const plan = await call<S['PlanState']>('POST', `${base.value}/move`, moved)
      from = `/jobs/${job.value!.job.id}/plans/${plan.id}`
    }
    await call('POST', `${from}/rest`, { locked: [...locked.value], seconds: seconds.value })
    emit('asked')
  })
const font = computed(() => metal.value.width / 60)
const label = (p: S['Placement']) => {
  const outline = props.plan.outlines[p.part]
  const [x, y] = markAt(outline, p)
  return { x, y: -y, dy: below(outline, font.value) }
}
</script>
<template>
  <section class="panel gap" aria-label="Change the nest by hand">
    <div class="row spread">
      <h3>
        By hand
        <span class="soft"
          >drag, or arrow keys ({{ unit === 'in' ? '1/16"' : '1 mm' }}, with shift ten of them), r turns, l locks</span
        >
      </h3>
      <div class="row">
        <label>Zoom <Slider v-model="zoom" min="1" max="6" step="0.5" aria-label="Zoom" /></label
        ><label v-if="sheets.length > 1"
          >Sheet
          <Choice
            aria-label="Sheet shown"
            v-model="sheet"
            :options="sheets.map((k, i) => ({ value: k, label: String(i + 1) }))"
        /></label>
      </div>
    </div>
    <div class="room">
      <svg
        ref="drawing"
        tabindex="0"
        :style="{ width: `${zoom * 100}%`, maxHeight: zoom > 1 ? 'none' : '' }"
        :viewBox="frameOf(metal)"
        role="application"
        aria-label="The sheet, its pieces can be moved"
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
    <div class="row">
      <template v-if="chosen !== null">
        <b>{{ placed[chosen].part }}</b><span class="soft"
          >{{ length(placed[chosen].x) }}, {{ length(placed[chosen].y) }}{{ lengthUnit() }},
          {{ placed[chosen].rotation_deg.toFixed(0) }}°</span
        >
        <el-button :disabled="locked.has(chosen) || turns(placed[chosen]).length < 2" @click="turn"> Turn</el-button
        ><el-button @click="lock(chosen)">{{ locked.has(chosen) ? 'Unlock' : 'Lock' }}</el-button
        ><el-button @click="back">Back where it was</el-button
        ><el-button @click="lockOthers">Lock all others</el-button>
        <label v-if="sheets.length > 1"
          >to sheet
          <Choice
            aria-label="Carry it to sheet"
            @change="carry($event)"
            :model-value="keyOf(placed[chosen])"
            :options="sheets.map((k, i) => ({ value: k, label: String(i + 1) }))"
        /></label>
      </template>
      <span v-else class="soft">Pick a piece.</span>
      <span class="soft">{{ locked.size }} locked</span>
    </div>
    <p v-if="wrong.length" class="bad" role="status">
      {{ wrong[0].words }}<template v-if="wrong.length > 1"> and {{ wrong.length - 1 }} more</template>.
    </p>
    <p v-else-if="changed && looked" class="soft" role="status">
      Clear everywhere; {{ (looked.utilisation * 100).toFixed(0) }} % used.
    </p>
    <div class="row">
      <el-button type="primary" :disabled="!changed || wrong.length > 0" @click="keep">Keep it so</el-button>
      <label class="soft"
        >seconds
        <NumberInput v-model="seconds" class="narrow" inputmode="numeric" aria-label="Seconds for the rest" /></label
      ><el-button :disabled="!locked.size || wrong.length > 0" @click="rest">
        Plan the rest around the locked
      </el-button>
      <el-button @click="emit('done')">Leave it</el-button>
    </div>
  </section>
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
