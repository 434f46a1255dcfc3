<script setup lang="ts">
/** The picture that is traced: places are pressed on it and moved, by hand or by the arrows; the outline lies over. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import Mark from './Mark.vue'
import { overPicture, through, type Matrix, type Place } from './trace'

type Props = {
  url: string
  order: string[]
  outline?: S['Outline'] | null
  matrix?: Matrix | null
  words: (name: string) => string
}
const props = defineProps<Props>()
const at = defineModel<Record<string, Place>>({ required: true })
const emit = defineEmits<{ corner: [number, Place] }>()
const size = ref<Place>([0, 0])
const zoom = ref(1)
const svg = ref<SVGSVGElement | null>(null)
const next = computed(() => props.order.find((name) => !at.value[name]))
function loaded(event: Event) {
  const image = event.target as HTMLImageElement
  size.value = [image.naturalWidth, image.naturalHeight]
}
/** Where in the picture a pointer is, in its own pixels. */
function place(event: { clientX: number; clientY: number }): Place {
  const box = svg.value!.getBoundingClientRect()
  const [w, h] = size.value
  const [x, y] = [(event.clientX - box.left) / (box.width || 1), (event.clientY - box.top) / (box.height || 1)]
  return [Math.min(Math.max(x, 0), 1) * w, Math.min(Math.max(y, 0), 1) * h]
}
const put = (name: string, p: Place) => (at.value = { ...at.value, [name]: p })
function press(event: MouseEvent) {
  if (next.value && !props.outline) put(next.value, place(event))
}
/** What is being moved: a place, or a corner of the outline by its number. */
const held = ref<string | number | null>(null)
function move(event: PointerEvent) {
  if (typeof held.value === 'string') put(held.value, place(event))
  else if (held.value !== null) emit('corner', held.value, place(event))
}
const corners = computed(() =>
  props.outline && props.matrix ? props.outline.outer.vertices.map((v) => through(props.matrix!, [v.x, v.y])) : [],
)
const rings = computed(() =>
  props.outline && props.matrix
    ? [props.outline.outer, ...(props.outline.openings ?? [])].map((r) => overPicture(r, props.matrix!))
    : [],
)
/** A sign on the picture is as large on the screen at every zoom. */
const r = computed(() => (size.value[0] || 1000) / 90 / zoom.value)
</script>
<template>
  <div class="row spread">
    <p class="soft" role="status">
      {{ outline ? $t('parts.move_its_corners') : next ? words(next) : $t('parts.all_pressed') }}
    </p>
    <div class="row">
      <el-button v-for="z in [1, 2, 4]" :key="z" text :aria-pressed="zoom === z" @click="zoom = z">{{
        $t('parts.times_x', [z])
      }}</el-button>
    </div>
  </div>
  <div class="room">
    <div class="sheet" :style="{ width: `${zoom * 100}%` }">
      <img :src="url" :alt="$t('parts.picture_of_a_template')" @load="loaded" />
      <!-- what is not loaded yet has no pixels to press: a press would stand at its corner -->
      <svg
        v-if="size[0]"
        ref="svg"
        :viewBox="`0 0 ${size[0]} ${size[1]}`"
        role="group"
        :aria-label="$t('parts.places_on_the_picture')"
        @click="press"
        @pointermove="move"
        @pointerup="held = null"
        @pointerleave="held = null"
      >
        <path v-for="(d, k) in rings" :key="k" :d="d" class="found" :stroke-width="r / 3" />
        <Mark
          v-for="(c, k) in corners"
          :key="`k${k}`"
          class="filled"
          :place="c"
          :radius="r * 0.8"
          :label="$t('parts.corner_x', [k + 1])"
          @hold="held = k"
          @move="emit('corner', k, $event)"
        />
        <template v-if="!outline">
          <g v-for="name in order.filter((n) => at[n])" :key="name">
            <path
              :d="`M${at[name][0] - r} ${at[name][1]}h${2 * r}M${at[name][0]} ${at[name][1] - r}v${2 * r}`"
              class="cross"
              :stroke-width="r / 5"
            />
            <Mark
              :place="at[name]"
              :radius="r * 1.2"
              :label="words(name)"
              @hold="held = name"
              @move="put(name, $event)"
            />
            <text :x="at[name][0] + r * 1.6" :y="at[name][1] - r" :style="`font-size:${r * 2.4}px`">
              {{ name.split(' ').pop() }}
            </text>
          </g>
        </template>
      </svg>
    </div>
  </div>
</template>
<style scoped>
.room {
  max-height: 440px;
  overflow: auto;
  border: 1px solid var(--rule);
}
.sheet {
  position: relative;
}
img {
  display: block;
  width: 100%;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: pan-x pan-y;
}
.found {
  fill: none;
  stroke: var(--gives);
}
.cross {
  stroke: var(--mark);
}
text {
  fill: var(--mark);
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
  pointer-events: none;
}
</style>
