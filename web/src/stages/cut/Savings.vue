<script setup lang="ts">
/** Design to stock: which pieces, made a little shorter, would save a bar. */
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job } from '../../shared/job'
import { length, lengthUnit, unit } from '../../shared/units'
import QuantityField from '../../ui/QuantityField.vue'

const most = ref<{ text: string; unit?: 'mm' | 'in'; value?: number } | null>({
  text: unit.value === 'mm' ? '25' : '1',
  unit: unit.value,
})
const found = ref<S['Saving'][] | null>(null)
watch(
  () => job.value?.last_edit?.id,
  () => {
    found.value = null
  },
)
const ask = () =>
  attempt(async () => {
    const mm = (
      await call<S['QuantityOut']>('POST', '/quantity', {
        text: most.value?.text ?? '',
        kind: 'length',
        unit: most.value?.unit ?? 'mm',
        field: 'at most',
      })
    ).value
    found.value = await call('GET', `/jobs/${job.value!.job.id}/savings?most_mm=${mm}`)
  })
</script>
<template>
  <form class="row gap ends" @submit.prevent="ask">
    <QuantityField v-model="most" :label="$t('cut.a_piece_may_be_shorter')" /><el-button native-type="submit">{{
      $t('cut.what_would_that_save')
    }}</el-button>
  </form>
  <p v-if="found && !found.length" class="soft">{{ $t('cut.nothing_no_piece_shortened_so') }}</p>
  <p v-for="s in found" :key="s.key + s.part">
    <b>{{ s.part }}</b>
    {{
      $t('cut.shorter_than_saves_x', [
        length(s.shorter_mm),
        lengthUnit(),
        length(s.length_mm),
        job!.job.spec.currency,
        s.money.toFixed(2),
      ])
    }}<template v-if="s.bars > 0">
      {{ $t('cut.and_x', [s.bars, s.bars === 1 ? $t('cut.bar') : $t('cut.bars')]) }}</template
    >.
  </p>
</template>
<style scoped>
.ends {
  align-items: center;
}
</style>
