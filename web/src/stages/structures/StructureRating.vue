<script setup lang="ts">
/** What it may be marked for: the greatest of one load that it carries, divided by a factor. */
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job } from '../../shared/job'
import { value } from '../../shared/units'
import Choice from '../../ui/Choice.vue'
import NumberInput from '../../ui/NumberInput.vue'

const props = defineProps<{ row: S['StructureRow']; live: S['LoadRow'][] }>()
const rated = ref<S['Rating'] | null>(null)
const rates = ref<number | ''>('')
const derating = ref<number | null>(1.25)
watch(
  () => [props.row.id, props.row.version, job.value?.last_edit?.id],
  () => {
    rated.value = null
  },
)
const rate = () =>
  attempt(async () => {
    const asked = new URLSearchParams({ load_id: String(rates.value), derating: String(derating.value ?? '') })
    rated.value = await call('GET', `/jobs/${job.value!.job.id}/structures/${props.row.id}/rating?${asked}`)
  })
const sized = (v: number | null | undefined, core: string) => (v == null ? '' : value(v, core))
</script>
<template>
  <form class="row" @submit.prevent="rate">
    <label
      >Rate it for
      <Choice
        aria-label="Load to rate it for"
        required
        v-model="rates"
        :options="[{ value: '', label: 'choose a load' }, ...live.map((l) => ({ value: l.id, label: l.spec.name }))]"
    /></label>
    <label>over <NumberInput v-model="derating" aria-label="Derating" size="4" /></label>
    <el-button native-type="submit" :disabled="rates === ''">Rated load</el-button>
    <span v-if="rated?.trouble" class="bad" role="status">Not rated: {{ rated.trouble }}</span>
    <span v-else-if="rated" role="status"
      ><b>{{ sized(rated.rated, rated.unit) }}</b> marked; {{ sized(rated.greatest, rated.unit) }} at its limit, where
      {{ rated.link }} is the weakest. All else as entered; marked below what is computed, tested before use.</span
    >
  </form>
</template>
