<script setup lang="ts">
/**
 * How each plate part is cut: what every way takes in time and money, what it cannot do, and whether flat bar is
 * cheaper.
 */
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, copy, job, mayWrite, save, saveBrief } from '../../shared/job'
import Choice from '../../ui/Choice.vue'
import NumberInput from '../../ui/NumberInput.vue'

const found = ref<S['Choices'] | null>(null)
watch(
  () => [job.value?.last_edit?.id],
  () =>
    attempt(async () => {
      found.value = await call('GET', `/jobs/${job.value!.job.id}/processes`)
    }),
  { immediate: true },
)
const list = ref(copy(job.value!.job.spec.processes ?? []))
watch(
  () => job.value!.job.version,
  () => {
    list.value = copy(job.value!.job.spec.processes ?? [])
  },
)
const store = () =>
  attempt(() => saveBrief({ ...copy(job.value!.job.spec), processes: list.value }, job.value!.job.version))
const partOf = (c: S['PartChoices']) => job.value!.parts.find((p) => p.id === c.part)!
const choose = (c: S['PartChoices'], process: string) =>
  attempt(async () => {
    const p = partOf(c)
    await save('parts', p, { ...copy(p.spec), process })
  })
const flat = (c: S['PartChoices'], off: boolean) =>
  attempt(async () => {
    const p = partOf(c)
    const spec = copy(p.spec)
    ;(spec.shape as S['Rectangle']).off_bar = off
    await save('parts', p, spec)
  })
const budget = (b: S['Choices']['budgets'][number]) =>
  `${b.process}: ${b.parts} pieces, ${b.minutes.toFixed(0)} min, ` +
  `${job.value!.job.spec.currency} ${b.money.toFixed(2)}`
const words = (o: S['Offer']) =>
  o.why_not ? `${o.process}: ${o.why_not}` : `${o.process}: ${o.minutes.toFixed(1)} min, ${o.money.toFixed(2)}`
const now = (c: S['PartChoices']) => c.offers.find((o) => o.process === c.chosen)
</script>
<template>
  <section v-if="found?.parts.length" class="gap">
    <h2>
      Process
      <span class="soft">{{ found.budgets.map(budget).join('; ') }}</span>
    </h2>
    <table class="list">
      <thead>
        <tr>
          <th>Part</th>
          <th>Cut by</th>
          <th>Takes</th>
          <th>Cheapest that can</th>
          <th>Or off flat bar</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in found.parts" :key="c.part">
          <td>
            <b>{{ c.mark }}</b>
          </td>
          <td>
            <Choice
              v-if="mayWrite"
              :aria-label="`${c.mark} is cut by`"
              @change="choose(c, $event)"
              :model-value="partOf(c).spec.process"
              :options="[
                { value: '', label: 'the job\'s table' },
                ...c.offers.map((o) => ({ value: o.process, label: words(o), disabled: !!o.why_not })),
              ]"
            /><span v-else>{{ c.chosen }}</span>
          </td>
          <td :class="{ bad: now(c)?.why_not }">
            {{ now(c)?.why_not || (now(c) ? `${now(c)!.minutes.toFixed(1)} min, ${now(c)!.money.toFixed(2)}` : '') }}
          </td>
          <td>
            {{ c.cheapest ?? 'none' }}
            <span v-if="c.cheapest" class="soft">{{
              c.offers.find((o) => o.process === c.cheapest)!.money.toFixed(2)
            }}</span>
          </td>
          <td>
            <template v-if="c.flat"
              >{{ c.flat.bar }} {{ c.flat.bar_money.toFixed(2) }}
              <span class="soft">against {{ c.flat.sheet_money.toFixed(2) }} of sheet and cutting</span>
              {{ ' '
              }}<el-button text v-if="mayWrite" @click="flat(c, !c.flat.off_bar)">{{
                c.flat.off_bar ? 'Back to sheet' : 'Take flat bar'
              }}</el-button></template
            >
          </td>
        </tr>
      </tbody>
    </table>
    <details class="gap">
      <summary>The shop's list</summary>
      <form @submit.prevent="store">
        <table class="list">
          <thead>
            <tr>
              <th>Process</th>
              <th>There</th>
              <th>Thickest, mm</th>
              <th>Kerf, mm</th>
              <th>mm a minute in 1 mm</th>
              <th>at most</th>
              <th>{{ job!.job.spec.currency }} an hour</th>
              <th>Set-up, min</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="p in list" :key="p.name">
              <td>{{ p.name }}</td>
              <td><el-checkbox v-model="p.there" :aria-label="`${p.name} is there`" /></td>
              <td
                v-for="k in ['thickest_mm', 'kerf_mm', 'speed_1mm', 'fastest', 'per_hour', 'setup_min'] as const"
                :key="k"
              >
                <NumberInput v-model="p[k]" class="narrow" inputmode="decimal" :aria-label="`${p.name} ${k}`" />
              </td>
            </tr>
          </tbody>
        </table>
        <el-button native-type="submit" v-if="mayWrite">Save the list</el-button>
      </form>
    </details>
    <p class="soft">Speeds and prices are the shop's list in the job; set-up counts once for each thickness.</p>
  </section>
</template>
