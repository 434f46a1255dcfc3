<script setup lang="ts">
/**
 * How each plate part is cut: what every way takes in time and money, what it cannot do, and whether flat bar is
 * cheaper.
 */
import { computed, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, copy, job, mayWrite, save, saveBrief } from '../../shared/job'
import { useCatalogue } from '../../composables/useCatalogue'
import { useAsync } from '../../composables/useAsync'
import { t } from '../../messages'
import { length, unit } from '../../shared/units'
import AsyncState from '../../ui/AsyncState.vue'
import Choice from '../../ui/Choice.vue'
import NumberInput from '../../ui/NumberInput.vue'
import TextField from '../../ui/TextField.vue'
import CutFile from '../../shared/CutFile.vue'

const found = ref<S['Choices'] | null>(null)
const flats = ref<Record<string, S['FlatChoice']>>({})
const { isThere, failed, again } = useAsync(async () => {
  found.value = await call('GET', `/jobs/${job.value!.job.id}/processes`)
  flats.value = await call('GET', `/jobs/${job.value!.job.id}/flats`)
})
watch(() => job.value?.last_edit?.id, again, { immediate: true })
/** What the core asks of a way to cut; money is the job's. */
const known = useCatalogue()
const asks = computed(() => known.value?.process_asks ?? [])
const of = (p: unknown) => p as Record<string, unknown>
const list = ref(copy(job.value!.job.spec.processes ?? []))
watch(
  () => job.value!.job.version,
  () => {
    list.value = copy(job.value!.job.spec.processes ?? [])
  },
)
const name = ref('')
const fresh = computed(() => !!name.value.trim() && !list.value.some((p) => p.name === name.value.trim()))
/** A way that parts of the job are cut by stays in the list. */
const used = (way: string) => job.value!.parts.some((p) => p.spec.process === way)
/** Another way begins as the first one is, under its own name. */
function add() {
  list.value = [...list.value, { ...copy(list.value[0]), name: name.value.trim() }]
  name.value = ''
}
const parcel = (way: string) =>
  `/api/jobs/${job.value!.job.id}/export/parcel.zip?way=${encodeURIComponent(way)}&unit=${unit.value}`
const sentOut = computed(() => (job.value!.job.spec.processes ?? []).filter((p) => p.sent_out && used(p.name)))
const store = () =>
  attempt(() => saveBrief({ ...copy(job.value!.job.spec), processes: list.value }, job.value!.job.version))
const partOf = (c: S['PartChoices']) => job.value!.parts.find((p) => p.id === c.part)!
const choose = (c: S['PartChoices'], process: string) =>
  attempt(async () => {
    const p = partOf(c)
    await save('parts', p, { ...copy(p.spec), process })
  })
const flat = (c: S['PartChoices'], bar: string) =>
  attempt(async () => {
    const p = partOf(c)
    const spec = copy(p.spec)
    const offer = flats.value[c.part].flats.find((f) => f.bar === bar)
    Object.assign(spec.shape, { off_bar: !!bar, flat: offer?.split_mm ? bar : '' })
    await save('parts', p, spec)
  })
/** Off sheet, or off each flat that is wide enough: what all its pieces add to the purchase. */
const metals = (c: S['PartChoices']) => [
  { value: '', label: t('cut.off_sheet_x', [flats.value[c.part].sheet_money.toFixed(2)]) },
  ...flats.value[c.part].flats.map((f) => ({
    value: f.bar,
    label:
      `${f.bar}: ${f.money.toFixed(2)}` +
      (f.split_mm ? t('cut.split_off_x', [length(f.split_mm)]) : '') +
      (f.short ? t('cut.too_few_bars') : ''),
  })),
]
function taken(c: S['PartChoices']): string {
  const { off_bar, flat: wide, flats: all } = flats.value[c.part]
  return off_bar ? wide || (all.find((f) => !f.split_mm)?.bar ?? '') : ''
}
const budget = (b: S['Choices']['budgets'][number]) =>
  `${b.process}: ${b.parts} pieces, ${b.minutes.toFixed(0)} min, ` +
  `${job.value!.job.spec.currency} ${b.money.toFixed(2)}`
const words = (o: S['Offer']) =>
  o.why_not ? `${o.process}: ${o.why_not}` : `${o.process}: ${o.minutes.toFixed(1)} min, ${o.money.toFixed(2)}`
const now = (c: S['PartChoices']) => c.offers.find((o) => o.process === c.chosen)
</script>
<template>
  <AsyncState v-if="!isThere" :failed="failed" @again="again" />
  <section v-if="found?.parts.length" class="gap">
    <h2>
      {{ $t('cut.process') }}
      <span class="soft">{{ found.budgets.map(budget).join('; ') }}</span>
    </h2>
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('cut.part') }}</th>
          <th>{{ $t('cut.cut_by') }}</th>
          <th>{{ $t('cut.takes') }}</th>
          <th>{{ $t('cut.cheapest_that_can') }}</th>
          <th>{{ $t('cut.or_off_flat_bar') }}</th>
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
              :aria-label="$t('cut.is_cut_by_x', [c.mark])"
              @change="choose(c, $event)"
              :model-value="partOf(c).spec.process"
              :options="[
                { value: '', label: $t('cut.the_jobs_table') },
                ...c.offers.map((o) => ({ value: o.process, label: words(o), disabled: !!o.why_not })),
              ]"
            /><span v-else>{{ c.chosen }}</span>
          </td>
          <td :class="{ bad: now(c)?.why_not }">
            {{
              now(c)?.why_not || (now(c) ? $t('cut.min_x', [now(c)!.minutes.toFixed(1), now(c)!.money.toFixed(2)]) : '')
            }}
          </td>
          <td>
            {{ c.cheapest ?? $t('cut.none') }}
            <span v-if="c.cheapest" class="soft">{{
              c.offers.find((o) => o.process === c.cheapest)!.money.toFixed(2)
            }}</span>
          </td>
          <td>
            <Choice
              v-if="flats[c.part]"
              :aria-label="$t('cut.comes_off_x', [c.mark])"
              :disabled="!mayWrite"
              :model-value="taken(c)"
              :options="metals(c)"
              @change="flat(c, $event)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-for="p in sentOut" :key="p.name" class="row">
      <CutFile :href="parcel(p.name)">{{ $t('cut.parcel_x', [p.name]) }}</CutFile>
    </p>
    <details class="gap">
      <summary>{{ $t('cut.the_shops_list') }}</summary>
      <form @submit.prevent="store">
        <table class="list">
          <thead>
            <tr>
              <th>{{ $t('cut.process') }}</th>
              <th v-for="a in asks" :key="a.name">{{ a.words }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="p in list" :key="p.name">
              <td>
                {{ p.name }}
                <el-button
                  v-if="mayWrite && !used(p.name)"
                  text
                  :aria-label="$t('cut.take_away_x', [p.name])"
                  @click="list.splice(list.indexOf(p), 1)"
                  >{{ $t('cut.take_away') }}</el-button
                >
              </td>
              <td v-for="a in asks" :key="a.name">
                <el-checkbox
                  v-if="a.typed === 'yes or no'"
                  :model-value="of(p)[a.name] as boolean"
                  :aria-label="`${p.name}: ${a.words}`"
                  @change="of(p)[a.name] = !!$event"
                />
                <NumberInput
                  v-else
                  :model-value="of(p)[a.name] as number"
                  class="narrow"
                  inputmode="decimal"
                  :aria-label="`${p.name}: ${a.words}`"
                  @update:model-value="of(p)[a.name] = $event"
                />
              </td>
            </tr>
          </tbody>
        </table>
        <div v-if="mayWrite" class="row gap low">
          <TextField
            id="p-name"
            v-model="name"
            :label="$t('cut.another_way')"
            :placeholder="$t('cut.another_way_such_as')"
          />
          <el-button :disabled="!fresh" @click="add">{{ $t('cut.add_it') }}</el-button>
          <el-button type="primary" native-type="submit">{{ $t('cut.save_the_list') }}</el-button>
        </div>
      </form>
    </details>
    <p class="soft">{{ $t('cut.speeds_and_prices_are_the') }}</p>
  </section>
</template>
<style scoped>
.low {
  align-items: flex-end;
}
</style>
