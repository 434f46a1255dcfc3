<script setup lang="ts">
/**
 * A structure in space, with the true walls of its bars: turned by hand, by finger or by key, a bar picked where it
 * stands. Where nothing can draw it, whoever asked is told and shows the flat drawing.
 */
import { t } from '../messages'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import type { Group, Object3D } from 'three'
import type { S } from '../api/client'
import { theme } from '../shared/theme'
import Choice from '../ui/Choice.vue'
import { timesOf } from '../drawing/oblique'
import { extentOf, type Place } from './build'
import { VIEWS, Viewer, type View } from './viewer'
import { barsOf, bodiesOf, giveBack, groundOf, loadsOf, middleOf, movedOf } from './standing'

const props = defineProps<{ picture: S['Picture']; verdict: S['FrameVerdict']; chosen: string }>()
const emit = defineEmits<{ choose: [string]; cannot: [] }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const worst = computed(() => props.verdict.position ?? '')
const name = ref(worst.value)
const position = computed(
  () => props.picture.positions.find((p) => p.name === name.value) ?? props.picture.positions[0],
)
const names = computed(() => props.picture.positions.map((p) => p.name))
/** Movement is known of the position that it was worked out in. */
const moves = computed(() => names.value.length === 1 || position.value.name === worst.value)
const most = computed(() => Math.max(...Object.values(props.verdict.moved).map((d) => Math.hypot(...d)), 1e-9))
const times = computed(() => timesOf(most.value, extentOf(position.value.nodes as Record<string, Place>).size))
const viewer = shallowRef<Viewer | null>(null)
const marks = ref<{ key: string; words: string; x: number; y: number; weak: boolean }[]>([])
let bars: Group | null = null
let standing: Object3D[] = []

const labelled = computed(() => [...new Set([props.verdict.weakest, props.chosen])].filter(Boolean))
function label() {
  marks.value = labelled.value.flatMap((bar) => {
    const at = middleOf(position.value, bar)
    if (!at || !viewer.value) return []
    const weak = bar === props.verdict.weakest
    return [{ key: bar, words: weak ? t('common.the_weakest_x', [bar]) : bar, weak, ...viewer.value.onCanvas(at) }]
  })
}
function put(afresh: boolean) {
  const on = viewer.value
  if (!on) return
  on.scene.remove(...standing)
  giveBack(standing, bodiesOf(props.picture))
  const drawn = { picture: props.picture, position: position.value, verdict: props.verdict }
  bars = barsOf(drawn, props.chosen)
  standing = [bars, groundOf(drawn), loadsOf(drawn), ...(moves.value ? [movedOf(drawn, times.value)] : [])]
  on.scene.add(...standing)
  const { middle, size } = extentOf(position.value.nodes as Record<string, Place>)
  if (afresh) on.frame(middle, size)
  else on.draw()
}
function begin() {
  try {
    viewer.value = new Viewer(canvas.value!, label)
  } catch {
    emit('cannot')
    return
  }
  put(true)
}
onMounted(begin)
onBeforeUnmount(() => {
  giveBack(standing, new Set())
  viewer.value?.end()
})
watch([position, () => props.picture], () => put(true))
watch([() => props.verdict, () => props.chosen, theme], () => put(false), { flush: 'post' })

let pressed: [number, number] = [0, 0]
function press(event: PointerEvent) {
  pressed = [event.clientX, event.clientY]
}
function pick(event: PointerEvent) {
  if (Math.hypot(event.clientX - pressed[0], event.clientY - pressed[1]) > 5 || !bars) return
  const solids = bars.children.filter((o) => o.userData.bar)
  const found = viewer.value?.under(event.clientX, event.clientY, solids)?.object.userData.bar as string | undefined
  if (found) emit('choose', found)
}
const KEYS: Record<string, [number, number, number]> = {
  ArrowLeft: [-1, 0, 0],
  ArrowRight: [1, 0, 0],
  ArrowUp: [0, 1, 0],
  ArrowDown: [0, -1, 0],
  '+': [0, 0, 1],
  '-': [0, 0, -1],
}
function key(event: KeyboardEvent) {
  const step = KEYS[event.key]
  if (!step) return
  event.preventDefault()
  viewer.value?.turn(...step)
}
function another(by: number) {
  const at = position.value.bars.findIndex((b) => b.name === props.chosen)
  const all = position.value.bars
  emit('choose', all[(at + by + all.length) % all.length].name)
}
const said = computed(() => t('common.in_space_bars_arrow_keys_x', [props.verdict.words, position.value.bars.length]))
const looks = Object.keys(VIEWS) as View[]
</script>
<template>
  <figure>
    <div class="space">
      <canvas
        ref="canvas"
        tabindex="0"
        role="img"
        :aria-label="said"
        @pointerdown="press"
        @pointerup="pick"
        @keydown="key"
      ></canvas>
      <span
        v-for="m in marks"
        :key="m.key"
        class="mark"
        :class="{ weak: m.weak, left: m.x > 0.6 * (canvas?.clientWidth ?? Infinity) }"
        :style="{ left: `${m.x}px`, top: `${m.y}px` }"
        >{{ m.words }}</span
      >
    </div>
    <figcaption class="row">
      <el-button v-for="v in looks" :key="v" text @click="viewer?.look(v)">{{ v }}</el-button>
      <el-button text @click="another(-1)">{{ $t('common.bar_before') }}</el-button><el-button
        text
        @click="another(1)"
        >{{ $t('common.bar_after') }}</el-button
      >
      <Choice v-if="names.length > 1" v-model="name" :aria-label="$t('common.position_drawn')" :options="names" />
      <span class="soft">{{
        moves ? $t('common.dashed_how_it_moves_times_x', [times]) : $t('common.how_it_moves_is_drawn_x', [worst])
      }}</span>
    </figcaption>
  </figure>
</template>
<style scoped>
figure {
  margin: 0;
}
.space {
  position: relative;
  height: 400px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  overflow: hidden;
}
canvas {
  width: 100%;
  height: 100%;
  display: block;
}
.mark {
  position: absolute;
  transform: translate(8px, -130%);
  padding: 0 5px;
  font-size: 12px;
  background: var(--sheet);
  border-left: 3px solid var(--mark);
  pointer-events: none;
  white-space: nowrap;
}
.mark.left {
  transform: translate(calc(-100% - 8px), -130%);
}
.mark.weak {
  border-left-color: var(--gives);
  font-weight: 600;
}
figcaption {
  align-items: center;
  gap: 4px;
}
</style>
