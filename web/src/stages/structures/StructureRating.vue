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
      >{{ $t('structures.rate_it_for') }}
      <Choice
        :aria-label="$t('structures.load_to_rate_it_for')"
        required
        v-model="rates"
        :options="[
          { value: '', label: $t('structures.choose_a_load') },
          ...live.map((l) => ({ value: l.id, label: l.spec.name })),
        ]"
    /></label>
    <label
      >{{ $t('structures.over') }} <NumberInput v-model="derating" :aria-label="$t('structures.derating')" size="4"
    /></label>
    <el-button native-type="submit" :disabled="rates === ''">{{ $t('structures.rated_load') }}</el-button>
    <span v-if="rated?.trouble" class="bad" role="status">{{ $t('structures.not_rated_x', [rated.trouble]) }}</span>
    <span v-else-if="rated" role="status"
      ><b>{{ sized(rated.rated, rated.unit) }}</b>
      {{ $t('structures.marked_at_its_limit_where_x', [sized(rated.greatest, rated.unit), rated.link]) }}</span
    >
  </form>
</template>
