<script setup lang="ts">
/** What is bought, and how every piece comes out of it: bars, sheets, bolts, and what was cut already. */
import { computed, onBeforeUnmount, reactive, ref, watch } from 'vue'
import { call, type S } from '../api/client'
import { attempt, job, refresh as catchUp } from '../shared/job'
import { going } from '../shared/nest'
import { unit } from '../shared/units'
import BarPlan from './BarPlan.vue'
import BuyList from './BuyList.vue'
import DoneBars from './DoneBars.vue'
import Hardware from './Hardware.vue'
import Processes from './Processes.vue'
import Savings from './Savings.vue'
import SheetPlan from './SheetPlan.vue'

const base = computed(() => `/jobs/${job.value!.job.id}`)
const file = (name: string) => `/api${base.value}/export/${name}?unit=${unit.value}`
const marked = ref('')
const seconds = ref(8)
const longest = computed(() => {
  const lengths = job.value!.bars.flatMap(({ group, plan }) =>
    plan.bars.map((bar) => group.problem.stock.find((s) => s.id === bar.stock)?.length ?? 1),
  )
  return Math.max(...lengths, 1)
})
const plans = reactive<Record<string, S['PlanView']>>({})
let timer = 0
async function refresh() {
  for (const s of job.value!.sheets)
    if (s.done && plans[s.key]?.id !== s.done.id) plans[s.key] = await call('GET', `${base.value}/plans/${s.done.id}`)
}
watch(
  () => job.value!.sheets.map((s) => `${s.key}${s.latest?.id}${s.latest?.state}${s.done?.id}${s.done?.stale}`).join(),
  () => {
    void attempt(refresh)
    clearTimeout(timer)
    const again = () => {
      timer = window.setTimeout(async () => {
        await attempt(catchUp)
        if (job.value!.sheets.some(going)) again()
      }, 700)
    }
    if (job.value!.sheets.some(going)) again()
  },
  { immediate: true },
)
onBeforeUnmount(() => clearTimeout(timer))
</script>
<template>
  <div class="row spread">
    <h1>Cut</h1>
    <div class="row">
      <a class="button" :href="file('cut-list.pdf')">Cut list PDF</a
      ><a class="button" :href="file('lists.xlsx')">Lists XLSX</a><a class="button" :href="file('lists.csv')">CSV</a
      ><a class="button" :href="file('labels.pdf')">Labels PDF</a
      ><a class="button" :href="`/api${base}/export/job.json`">Job file</a>
    </div>
  </div>
  <p v-if="!job!.parts.length" class="notice">
    There is nothing to cut yet: <router-link :to="`${base}/parts`">make parts first</router-link>.
  </p>
  <p v-if="job!.figures.unverified.length" class="notice">
    <b>Measure first.</b> Not verified: {{ job!.figures.unverified.join(', ') }}.
    <template v-if="job!.figures.held_up.length"
      >No bar is ticked off, and no DXF or program given out, until somebody verifies them or
      <router-link :to="`${base}/brief`">the brief says</router-link> why they are cut anyway.</template
    >
  </p>
  <div
    v-for="c in job!.figures.cautions.filter((x) => ['galvanised', 'cutting'].includes(x.id))"
    :key="c.id"
    class="caution"
    :class="c.level"
  >
    <b>{{ c.title }}.</b> {{ c.text }} {{ c.do }}
  </div>
  <section v-if="job!.bars.length" class="gap">
    <h2>
      Bars <span class="soft">{{ job!.figures.bars_to_cut }} to cut, {{ job!.figures.bars_to_buy }} to buy</span>
    </h2>
    <BarPlan v-for="b in job!.bars" :key="b.group.key" v-model:marked="marked" :b="b" :longest="longest" />
  </section>
  <Savings v-if="job!.bars.length" />
  <BuyList v-if="job!.bars.length || job!.sheets.length" :plans="plans" />
  <Hardware />
  <DoneBars />
  <Processes />
  <SheetPlan
    v-for="s in job!.sheets"
    :key="s.key"
    v-model:marked="marked"
    v-model:seconds="seconds"
    :s="s"
    :plan="plans[s.key]"
  />
</template>
