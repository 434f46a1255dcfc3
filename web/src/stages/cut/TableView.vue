<script setup lang="ts">
/** A sheet on the simulated cutting table: the path in its order, what it takes, and what would go wrong. */
import { t } from '../../messages'
import { computed, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import CutFile from '../../shared/CutFile.vue'
import { attempt, job } from '../../shared/job'
import { sheetPath } from '../../shared/nest'
import { length } from '../../shared/units'
import Slider from '../../shared/Slider.vue'

const props = defineProps<{ plan: number; sheet: string }>()
const found = ref<S['TableJob'] | null>(null)
const step = ref(0)
async function read() {
  found.value = null
  const sheet = encodeURIComponent(props.sheet)
  found.value = await call('GET', `/jobs/${job.value!.job.id}/plans/${props.plan}/table?sheet=${sheet}`)
  step.value = found.value!.run.path.length
}
watch(
  () => [props.plan, props.sheet],
  () => attempt(read),
  { immediate: true },
)
const runs = computed(() => {
  const cut: string[] = []
  const rapid: string[] = []
  const p = found.value?.run.path.slice(0, step.value) ?? []
  for (let k = 1; k < p.length; k++) {
    const list = p[k][2] ? cut : rapid
    if (!list.length || !p[k - 1] || (k > 1 && p[k - 1][2] !== p[k][2])) list.push(`M${p[k - 1][0]} ${p[k - 1][1]}`)
    list.push(`L${p[k][0]} ${p[k][1]}`)
  }
  return { cut: cut.join(''), rapid: rapid.join('') }
})
const cross = (m: S['CentreMark']) => {
  const r = m.across_mm / 2
  return `M${m.x - r} ${m.y}H${m.x + r}M${m.x} ${m.y - r}V${m.y + r}`
}
const time = (s: number) => (s < 90 ? `${s.toFixed(0)} s` : t('cut.min_s_x', [Math.floor(s / 60), Math.round(s % 60)]))
const file = computed(
  () => `/api/jobs/${job.value!.job.id}/export/plans/${props.plan}/program.nc?sheet=${encodeURIComponent(props.sheet)}`,
)
</script>
<template>
  <div v-if="found" class="panel gap">
    <div class="row spread">
      <h3>{{ $t('cut.on_the_table_x', [time(found.run.seconds)]) }}</h3>
      <span class="soft">{{
        $t('cut.pierces_cut_in_between_x', [found.run.pierces, length(found.run.cut_mm), length(found.run.rapid_mm)])
      }}</span>
      <CutFile v-if="!found.refused && !found.run.faults.length && !found.plan.troubles.length" :href="file">{{
        $t('cut.g_code')
      }}</CutFile>
    </div>
    <p
      v-for="w in [...(found.refused ? [found.refused] : []), ...found.run.faults, ...found.plan.troubles]"
      :key="w"
      class="bad"
    >
      {{ $t('cut.no_program_is_given_out_x', [w]) }}
    </p>
    <svg
      :viewBox="`-12 ${-found.plan.height - 12} ${found.plan.width + 24} ${found.plan.height + 24}`"
      role="img"
      :aria-label="$t('cut.the_torchs_way_over_the')"
    >
      <g transform="scale(1 -1)" fill="none">
        <path :d="sheetPath(found.plan)" stroke="var(--ink)" vector-effect="non-scaling-stroke" />
        <path
          v-for="(m, k) in found.plan.marks"
          :key="`m${k}`"
          :d="cross(m)"
          stroke="var(--gives)"
          stroke-width="2"
          vector-effect="non-scaling-stroke"
        />
        <path :d="runs.rapid" stroke="var(--rule)" stroke-dasharray="3 3" vector-effect="non-scaling-stroke" />
        <path :d="runs.cut" stroke="var(--mark)" stroke-width="1.5" vector-effect="non-scaling-stroke" />
        <circle
          v-for="(c, k) in found.plan.contours"
          :key="k"
          :cx="c.pierce_x"
          :cy="c.pierce_y"
          :r="found.plan.width / 260"
          fill="var(--gives)"
        />
      </g>
    </svg>
    <label class="row"
      ><span class="soft">{{ $t('cut.run_it') }}</span
      ><Slider
        v-model="step"
        min="1"
        :max="found.run.path.length"
        :aria-label="$t('cut.how_far_the_program_has')"
        class="wide"
    /></label>
    <p class="soft">
      {{
        $t('cut.dots_are_pierces_all_in_x', [
          found.plan.settings.feed_mm_min!.toFixed(0),
          found.plan.settings.pierce_s!.toFixed(2),
        ])
      }}
    </p>
  </div>
</template>
<style scoped>
svg {
  width: 100%;
  max-height: 420px;
}
.wide {
  flex: 1;
}
</style>
