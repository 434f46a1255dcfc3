<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { call, type S } from '../../api/client'
import { attempt, change, copy, job, mayWrite, save } from '../../shared/job'
import { marked } from '../../shared/named'
import { useCatalogue } from '../../composables/useCatalogue'
import { onRack } from './candidate'
import CompareChart from './CompareChart.vue'
import CompareChoose from './CompareChoose.vue'
import CompareList from './CompareList.vue'
import { useJoining } from './joining'
import Findings from './Findings.vue'
import RoleCompare from './RoleCompare.vue'
import Swap from './Swap.vue'
import { useAsync } from '../../composables/useAsync'
import AsyncState from '../../ui/AsyncState.vue'
import Choice from '../../ui/Choice.vue'

const route = useRoute()
useJoining()
const chosen = ref<number | null>(Number(route.query.member) || (job.value!.members[0]?.id ?? null))
const row = computed(() => job.value!.members.find((m) => m.id === chosen.value))
const wanted = ref<string[]>([])
const system = ref<string>('')
const found = ref<S['CompareOut'] | null>(null)
const picked = ref<S['Candidate'] | null>(null)
const reason = ref('')
const onlyFrontier = ref(true)
const rack = ref<S['StockRow'][]>([])
onMounted(() =>
  attempt(async () => {
    rack.value = await call('GET', '/stock')
  }),
)
const known = useCatalogue()
const materials = computed(() => {
  const sold = new Set(known.value?.sections.flatMap((s) => s.materials))
  return (known.value?.materials ?? []).filter((m) => sold.has(m.id))
})
const { isThere, failed, again } = useAsync(look)
async function look() {
  found.value = await call('POST', `/jobs/${job.value!.job.id}/members/${row.value!.id}/compare`, {
    materials: wanted.value,
    system: system.value || null,
    pinned: row.value!.spec.pinned,
  })
  picked.value = null
}
watch(
  () => [chosen.value, row.value?.version, wanted.value.join(), system.value, job.value?.last_edit?.id],
  () => row.value && again(),
  { immediate: true },
)
const holding = computed(() => (found.value?.candidates ?? []).filter((c) => c.holds))
const family = (id: string) => materials.value.find((m) => m.id === id)?.family ?? 'carbon steel'
const MANY_TIMES = 2.5
const bounds = computed(() => {
  const now = found.value?.present
  const all = [...holding.value, ...(now ? [now] : [])]
  const most = Math.max(...all.map((c) => c.mass_kg), 1)
  const near = Math.max(now?.mass_kg ?? most, found.value?.lightest?.mass_kg ?? 0) * MANY_TIMES
  return { m: Math.min(most, near) * 1.05, d: Math.max(...all.map((c) => c.deflection_mm), 0.1) * 1.08 }
})
const listed = computed(() =>
  onlyFrontier.value ? holding.value.filter((c) => c.on_frontier) : (found.value?.candidates ?? []),
)
const rows = computed(() => listed.value.filter((c) => c.mass_kg <= bounds.value.m).slice(0, 40))
const isPinned = (c: S['Candidate']) =>
  (row.value!.spec.pinned ?? []).some((p) => p[0] === c.section_id && p[1] === c.material_id)
const pin = (c: S['Candidate']) =>
  attempt(async () => {
    const spec = copy(row.value!.spec)
    spec.pinned = isPinned(c)
      ? spec.pinned!.filter((p) => p[0] !== c.section_id || p[1] !== c.material_id)
      : ([...(spec.pinned ?? []), [c.section_id, c.material_id]].slice(-5) as typeof spec.pinned)
    await save('members', row.value!, spec)
  })
const choose = () =>
  attempt(async () => {
    const c = picked.value!
    await change('POST', `/jobs/${job.value!.job.id}/members/${row.value!.id}/choose`, {
      version: row.value!.version,
      section_id: c.section_id,
      material_id: c.material_id,
      reason: reason.value,
    })
    reason.value = ''
  })
</script>
<template>
  <div class="row spread">
    <h1>{{ $t('compare.compare') }}</h1>
    <span class="soft">{{ $t('compare.which_section_and_metal_is') }}</span>
  </div>
  <Findings />
  <RoleCompare v-if="job!.structures.length" />
  <p v-if="!row && !job!.structures.length" class="notice">
    {{ $t('compare.there_is_no_member_yet') }}
    <router-link :to="`/jobs/${job!.job.id}/size`">{{ $t('compare.add_one_in_size') }}</router-link>.
  </p>
  <template v-if="row">
    <div class="row gap">
      <label
        >{{ $t('compare.member') }}
        <Choice :aria-label="$t('compare.member')" v-model="chosen" :options="marked(job!.members)"
      /></label>
      <label
        >{{ $t('compare.sizes') }}
        <Choice
          :aria-label="$t('compare.sizes')"
          v-model="system"
          :options="{ '': $t('compare.metric_and_inch'), metric: $t('compare.metric'), inch: $t('compare.inch') }"
      /></label>
      <details>
        <summary>{{ $t('compare.in_x', [wanted.length ? wanted.join(', ') : $t('compare.every_metal')]) }}</summary>
        <el-checkbox v-for="m in materials" :key="m.id" :value="m.id" v-model="wanted">{{ m.name }}</el-checkbox>
      </details>
    </div>
    <p class="soft">
      {{ $t('compare.of_hold_x', [found?.held ?? 0, found?.worked_out ?? found?.tried ?? 0])
      }}<template v-if="found?.worked_out">{{ $t('compare.the_likeliest_of_each_worked_x', [found.tried]) }}</template
      >{{ $t('compare.now_x', [row.spec.section_id, row.spec.material_id])
      }}<template v-if="row.spec.decided">{{ $t('compare.because_x', [row.spec.decided]) }}</template
      >.
    </p>
    <AsyncState v-if="!isThere" :failed="failed" @again="again" />
    <div v-else class="two">
      <CompareChart
        v-model="picked"
        :holding="holding"
        :bounds="bounds"
        :present="found?.present ?? null"
        :family="family"
      />
      <CompareChoose
        v-if="mayWrite"
        v-model:reason="reason"
        :picked="picked"
        :present="found?.present ?? null"
        :weldability="materials.find((m) => m.id === picked?.material_id)?.weldability"
        :rack="picked ? onRack(rack, picked) : 0"
        :pinned="!!picked && isPinned(picked)"
        @choose="choose"
        @pin="pin(picked!)"
      />
    </div>
    <p class="soft key">
      {{ $t('compare.filled_none_beats_it_in') }}
    </p>
    <div class="row spread gap">
      <h2>{{ onlyFrontier ? $t('compare.the_efficient_ones') : $t('compare.all_lightest_that_hold_first') }}</h2>
      <el-checkbox v-model="onlyFrontier">{{ $t('compare.only_those_that_nothing_beats') }}</el-checkbox>
    </div>
    <CompareList v-model="picked" :rows="[...(found?.pinned ?? []), ...rows]" :pinned="isPinned" :rack="rack" />
    <p v-if="rows.length < listed.length" class="soft">
      {{ $t('compare.heavier_or_further_ones_are_x', [listed.length - rows.length]) }}
    </p>
  </template>
  <Swap />
</template>
<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(230px, 1fr);
  gap: 16px;
}
.key {
  margin: 6px 0 0;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
