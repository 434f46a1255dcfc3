<script setup lang="ts">
/** Bars, a profile at a time: which pieces come out of which bar, in the order of the saw. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { computed, ref } from 'vue'
import { job } from '../../shared/job'
import { shortName } from '../../shared/named'
import { mass } from '../../shared/units'
import BarPlan from './BarPlan.vue'
import DrillList from './DrillList.vue'
import GroupList from './GroupList.vue'

const marked = defineModel<string>('marked', { required: true })
/** So many bars fit the screen; with more, one profile at a time is shown. */
const FIT = 8
const all = { key: '', name: t('cut.all_profiles') }
const lines = computed(() => job.value!.bars.reduce((n, b) => n + Math.max(b.plan.bars.length, 1), 0))
const picked = ref(lines.value > FIT ? (job.value!.bars[0]?.group.key ?? '') : all.key)
const longest = computed(() => {
  const lengths = job.value!.bars.flatMap(({ group, plan }) =>
    plan.bars.map((bar) => group.problem.stock.find((s) => s.id === bar.stock)?.length ?? 1),
  )
  return Math.max(...lengths, 1)
})
const chosen = computed(() => {
  const one = job.value!.bars.find((b) => b.group.key === picked.value)
  return one ? [one] : job.value!.bars
})
function said({ group, plan }: S['JobView']['bars'][number]) {
  const bars = plan.bars.reduce((n, b) => n + b.count, 0)
  return {
    key: group.key,
    name: `${shortName(group.section_id)}, ${group.material_id}`,
    figure: plan.unplaced.length ? t('cut.not_all_of_it_has') : `${bars} × cut, ${mass(group.mass_kg)}`,
    bad: plan.unplaced.length > 0,
  }
}
/** What is drilled, milled and tapped in bars: no saw does it. */
const worked = ({ spec, geometry }: S['PartRow']): S['Drilled'][] =>
  (geometry?.kind === 'bar' ? (geometry.tools ?? []) : []).map(({ tool, holes, across_mm, opens }) => ({
    part: spec.mark,
    name: spec.name ?? '',
    qty: spec.qty ?? 1,
    holes,
    across_mm,
    why: tool,
    tool: opens ? '' : tool,
  }))
const drilled = computed(() => job.value!.parts.flatMap(worked))
const groups = computed(() => [
  { ...all, figure: `${job.value!.figures.bars_to_cut} bars` },
  ...job.value!.bars.map(said),
])
</script>
<template>
  <p v-if="!chosen.length" class="soft gap">{{ $t('cut.no_part_of_this_job') }}</p>
  <div v-else class="by-group gap">
    <GroupList v-if="groups.length > 2" v-model="picked" :of="groups" :label="$t('cut.profiles')" />
    <div class="plans">
      <DrillList :of="drilled" />
      <BarPlan v-for="b in chosen" :key="b.group.key" v-model:marked="marked" :b="b" :longest="longest" />
    </div>
  </div>
</template>
<style scoped>
.plans {
  display: grid;
  gap: 18px;
}
</style>
