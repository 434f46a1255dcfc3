<script setup lang="ts">
/**
 * Offers or stock of a spreadsheet: looked at first, taken as one change; and today's offers of the simulated
 * suppliers.
 */
import { computed, ref } from 'vue'
import { type S } from '../../api/client'
import { picked } from '../../shared/file'
import { keep, kept } from '../../shared/kept'
import Choice from '../../ui/Choice.vue'
import { attempt, change, changed, job } from '../../shared/job'
import { unit } from '../../shared/units'

type Field = NonNullable<S['ListIn']['columns']>[string]
const MEANT = 'yorvek headings'
/** Of what a list may say; the rest is seldom. */
const FIELDS: Field[] = [
  'section',
  'material',
  'length',
  'thickness',
  'format',
  'width',
  'height',
  'price',
  'per',
  'qty',
]
function said(): Record<string, Field> {
  try {
    return JSON.parse(kept(MEANT) ?? '{}')
  } catch {
    return {}
  }
}
const file = ref<{ name: string; content: string } | null>(null)
const found = ref<S['OffersOut'] | null>(null)
const send = (take: boolean) =>
  changed<S['OffersOut']>('POST', `/stock/import?job_id=${job.value!.job.id}`, {
    ...file.value!,
    unit: unit.value,
    take,
    columns: meant.value,
  })
/** What headings mean that nobody knows, as somebody said once: it holds for every later list that has them. */
const meant = ref<Record<string, Field>>(said())
const lookAgain = () =>
  attempt(async () => {
    found.value = await send(false)
  })
function mean(heading: string, field: string) {
  const others = Object.entries(meant.value).filter(([h]) => h !== heading)
  meant.value = Object.fromEntries(field ? [...others, [heading, field as Field]] : others)
  keep(MEANT, JSON.stringify(meant.value))
  void lookAgain()
}
/** Headings that nobody knows, and those that somebody said. */
const asked = computed(() => [...new Set([...Object.keys(meant.value), ...(found.value?.unknown ?? [])])])
async function pick(event: Event) {
  found.value = null
  file.value = await picked(event)
  if (file.value) await lookAgain()
}
const take = () =>
  attempt(async () => {
    await send(true)
    found.value = null
  })
const fetchOffers = () =>
  attempt(async () => {
    await change('POST', `/jobs/${job.value!.job.id}/offers`)
  })
const size = (x: S['StockSpec']) => {
  const i = x.item
  return i.form === 'bar'
    ? `${i.section_id}, ${i.length.text}`
    : `${i.thickness.text}, ${i.width.text} × ${i.height.text}`
}
</script>
<template>
  <div class="row gap">
    <label class="soft"
      >{{ $t('stock.price_list_or_stock_as') }}
      <input type="file" accept=".csv,.tsv,.txt,.xlsx" :aria-label="$t('stock.price_list')" @change="pick" /></label
    ><el-button @click="fetchOffers">{{ $t('stock.todays_offers_for_this_job') }}</el-button>
  </div>
  <div v-if="found" class="panel gap">
    <div class="row spread">
      <h3>
        {{ $t('stock.lines_can_be_read_x', [file!.name, found.offers.length])
        }}<template v-if="found.odd.length">{{ $t('stock.not_x', [found.odd.length]) }}</template>
      </h3>
      <el-button type="primary" :disabled="!found.offers.length" @click="take">{{
        $t('stock.take_x', [found.offers.length])
      }}</el-button>
    </div>
    <div v-if="asked.length" class="row wrap">
      <span class="soft">{{ $t('stock.columns_that_are_not_used') }}</span>
      <label v-for="h in asked" :key="h"
        >{{ h }}
        <Choice
          :aria-label="$t('stock.what_column_is_x', [h])"
          :model-value="meant[h] ?? ''"
          :options="[{ value: '', label: $t('stock.not_used') }, ...FIELDS.map((f) => ({ value: f, label: f }))]"
          @change="mean(h, String($event))"
      /></label>
    </div>
    <p v-for="o in found.odd.slice(0, 8)" :key="o.row" class="bad">{{ $t('stock.line_x', [o.row, o.words]) }}</p>
    <p v-for="o in (found.remarks ?? []).slice(0, 4)" :key="`r${o.row}${o.words}`" class="soft">
      {{ $t('stock.line_x', [o.row, o.words]) }}
    </p>
    <p class="soft">{{ found.offers.slice(0, 6).map(size).join('; ') }}{{ found.offers.length > 6 ? '; …' : '' }}</p>
  </div>
</template>
