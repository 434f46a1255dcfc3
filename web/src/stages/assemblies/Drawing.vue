<script setup lang="ts">
/** An assembly drawn from where somebody looks at it, whole or drawn apart, as far as it is put together. */
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { ApiError, call, type S } from '../../api/client'
import { job } from '../../shared/job'
import { t } from '../../messages'
import type { Spec, ViewName } from './assembly'

interface Props {
  spec: Spec
  row?: number | null
  picks?: boolean
  /** How much room it has on paper, mm: what is written is larger on the screen the less that is. */
  width: number
  height: number
}
const props = withDefaults(defineProps<Props>(), { row: null })
const emit = defineEmits<{ pick: [row: number] }>()
const PAUSE_MS = 150
const VIEWS: Record<ViewName, string> = {
  space: t('assemblies.in_space'),
  front: t('assemblies.from_the_front'),
  above: t('assemblies.from_above'),
  right: t('assemblies.from_the_right'),
}
const view = ref<ViewName>('space')
const apart = ref(false)
const step = ref(0)
const steps = computed(() => [...new Set((props.spec.placed ?? []).map((p) => p.step ?? 1))].sort((a, b) => a - b))
const drawn = shallowRef<S['AssemblyView'] | null>(null)
const sentence = ref('')
const stale = ref(false)
let timer = 0
let asked = ''
const text = computed(() =>
  JSON.stringify({
    spec: props.spec,
    view: view.value,
    apart: apart.value && view.value === 'space',
    step: step.value || null,
    width_mm: props.width,
    height_mm: props.height,
  }),
)
async function ask() {
  const mine = text.value
  asked = mine
  try {
    const found = await call<S['AssemblyView']>(
      'POST',
      `/jobs/${job.value!.job.id}/assembly-view`,
      JSON.parse(mine) as unknown,
    )
    if (asked !== mine) return
    drawn.value = found
    sentence.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    if (asked === mine) sentence.value = error.sentence
  } finally {
    if (asked === mine) stale.value = mine !== text.value
  }
}
function soon() {
  stale.value = true
  clearTimeout(timer)
  timer = window.setTimeout(() => void ask(), PAUSE_MS)
}
watch([text, () => job.value!.parts, () => job.value!.structures], soon)
void ask()
onUnmounted(() => {
  clearTimeout(timer)
  asked = ''
})
const up = (y: number) => props.height - y
const path = (line: S['DrawnLine']) =>
  'M' + line.points.map(([x, y]) => `${x.toFixed(2)} ${up(y).toFixed(2)}`).join('L') + (line.filled ? 'Z' : '')
/** Lines by what they are and of which row: few elements, so that a hundred bars stay quick. */
const strokes = computed(() => {
  const out = new Map<string, { d: string; line: S['DrawnLine'] }>()
  for (const line of drawn.value?.lines ?? []) {
    const key = [line.layer, line.row, line.dashed, line.filled].join()
    out.set(key, { d: (out.get(key)?.d ?? '') + path(line), line })
  }
  return [...out.entries()].map(([key, one]) => ({ key, ...one }))
})
function pick(row: number | undefined) {
  if (props.picks && row !== undefined && row >= 0) emit('pick', row)
}
</script>
<template>
  <div class="assembly" :class="{ stale }">
    <div class="row">
      <el-button
        v-for="(words, name) in VIEWS"
        :key="name"
        :type="view === name ? 'primary' : undefined"
        :aria-pressed="view === name"
        @click="view = name"
        >{{ words }}</el-button
      >
      <el-checkbox v-if="view === 'space'" v-model="apart">{{ $t('assemblies.drawn_apart') }}</el-checkbox>
      <span v-if="steps.length > 1" class="row steps"
        ><span class="soft">{{ $t('assemblies.after_step') }}</span
        ><el-button v-for="s in steps" :key="s" text :aria-pressed="step === s" @click="step = step === s ? 0 : s">{{
          s
        }}</el-button></span
      >
    </div>
    <p v-if="sentence" class="soft">{{ $t('assemblies.not_yet_x', [sentence]) }}</p>
    <svg
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="$t('assemblies.drawing_x', [spec.mark, drawn?.words ?? ''])"
    >
      <path
        v-for="s in strokes"
        :key="s.key"
        :d="s.d"
        :class="[s.line.layer, { on: row === s.line.row && row! >= 0, filled: s.line.filled, dashed: s.line.dashed }]"
      />
      <path
        v-for="s in picks ? strokes.filter((x) => x.line.layer === 'BODY') : []"
        :key="`p${s.key}`"
        :d="s.d"
        class="reach"
        @click="pick(s.line.row)"
      />
      <text
        v-for="(w, k) in drawn?.texts"
        :key="k"
        :x="w.x"
        :y="up(w.y) + 1"
        :class="[w.layer, { on: row === w.row && row! >= 0 }]"
        :text-anchor="w.anchor"
        @click="pick(w.row)"
      >
        {{ w.words }}
      </text>
    </svg>
    <p class="soft">{{ drawn ? $t('assemblies.to_scale_x', [drawn.words, drawn.scale]) : '' }}</p>
  </div>
</template>
<style scoped>
svg {
  width: 100%;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.28;
  stroke-linejoin: round;
}
path.MARK {
  stroke: var(--soft);
  stroke-width: 0.2;
}
path.WELD {
  stroke: var(--mark);
  stroke-width: 0.25;
}
path.filled.MARK {
  fill: var(--soft);
}
path.filled.WELD {
  fill: var(--mark);
}
.dashed {
  stroke-dasharray: 1.2 0.8;
}
path.on {
  stroke: var(--mark);
  stroke-width: 0.6;
}
path.reach {
  stroke: transparent;
  stroke-width: 3;
  cursor: pointer;
}
text {
  font-size: 3px;
  text-rendering: geometricPrecision;
  fill: var(--ink);
  stroke: none;
}
text.WELD {
  fill: var(--mark);
}
text.on {
  fill: var(--mark);
  font-weight: 600;
}
.steps {
  gap: 2px;
}
.stale svg {
  opacity: 0.55;
}
</style>
