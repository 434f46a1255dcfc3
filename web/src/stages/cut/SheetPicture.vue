<script setup lang="ts">
/** One sheet of a nest with the pieces on it. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { below, frameOf, keyOf, markAt, setDown, sheetPath, stockOf } from '../../shared/nest'
import { cross, outlinePath } from '../../shared/OutlinePath'
import { length } from '../../shared/units'
import Slider from '../../shared/Slider.vue'

const props = defineProps<{
  plan: S['PlanView']
  sheet: string
  remnant?: [number, number][] | null
  mayTick?: boolean
}>()
const emit = defineEmits<{ table: []; tick: [] }>()
const marked = defineModel<string>('marked', { required: true })
const zoom = ref(1)
const metal = computed(() => stockOf(props.plan, props.sheet))
const font = computed(() => metal.value.width / 62)
const later = (part: string) => props.plan.later?.[part] ?? []
/** Without the openings that are drilled afterwards. */
function cutOf(part: string, o: S['Outline']): S['Outline'] {
  const gone = later(part)
  return gone.length ? { ...o, openings: (o.openings ?? []).filter((_, k) => !gone.includes(k)) } : o
}
const drilledPath = (part: string, o: S['Outline']) =>
  later(part)
    .map((k) => cross(o.openings![k]))
    .join('')
const pieces = computed(() =>
  props.plan
    .result!.placements.filter((x) => keyOf(x) === props.sheet)
    .map((x) => ({ x, outline: props.plan.outlines[x.part], at: markAt(props.plan.outlines[x.part], x) })),
)
</script>
<template>
  <figure>
    <div class="room">
      <svg
        :style="{ width: `${zoom * 100}%`, maxHeight: zoom > 1 ? 'none' : '' }"
        :viewBox="frameOf(metal)"
        role="img"
        :aria-label="$t('cut.sheet_x', [sheet])"
      >
        <g transform="scale(1 -1)" stroke="var(--ink)">
          <path :d="sheetPath(metal)" fill="var(--metal)" vector-effect="non-scaling-stroke" />
          <path
            v-for="({ x, outline }, n) in pieces"
            :key="n"
            :d="outlinePath(cutOf(x.part, outline))"
            :transform="setDown(x)"
            fill-rule="evenodd"
            :fill="marked === x.part ? 'var(--mark-pale)' : 'var(--sheet)'"
            vector-effect="non-scaling-stroke"
            @click="marked = x.part"
          />
          <path
            v-for="({ x, outline }, n) in pieces"
            :key="`d${n}`"
            :d="drilledPath(x.part, outline)"
            :transform="setDown(x)"
            class="drilled"
            vector-effect="non-scaling-stroke"
          />
          <path
            v-if="remnant"
            class="remnant"
            :d="`M${remnant.map((q) => q.join(' ')).join('L')}Z`"
            vector-effect="non-scaling-stroke"
          />
        </g>
        <text
          v-for="({ x, outline, at }, n) in pieces"
          :key="'t' + n"
          :x="at[0]"
          :y="-at[1]"
          :dy="below(outline, font)"
          text-anchor="middle"
          :style="`font-size:${font}px`"
        >
          {{ x.part }}
        </text>
      </svg>
    </div>
    <figcaption class="soft">
      <label
        >{{ $t('cut.zoom_2') }}
        <Slider v-model="zoom" min="1" max="6" step="0.5" :aria-label="$t('cut.zoom_of_sheet_x', [sheet])"
      /></label>
      {{ $t('cut.pieces_x', [length(metal.width), length(metal.height), pieces.length]) }}
      <el-button text @click="emit('table')">{{ $t('cut.put_it_on_the_table') }}</el-button>
      <el-button v-if="mayTick" text @click="emit('tick')">{{ $t('cut.tick_off') }}</el-button>
    </figcaption>
  </figure>
</template>
<style scoped>
figure {
  margin: 0;
}
.drilled {
  fill: none;
  stroke: var(--gives);
}
.remnant {
  fill: color-mix(in srgb, var(--mark) 12%, transparent);
  stroke: var(--mark);
  stroke-width: 2;
  stroke-dasharray: 6 4;
  pointer-events: none;
}
.room {
  overflow: auto;
  max-height: max(330px, calc(100vh - 480px));
}
svg {
  width: 100%;
  max-height: max(320px, calc(100vh - 500px));
}
</style>
