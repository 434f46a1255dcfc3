<script setup lang="ts">
/** What lies on the rack, and what can be bought. */
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { useAsync } from '../../composables/useAsync'
import { useDraft } from '../../composables/useDraft'
import { changed, job, mayWrite } from '../../shared/job'
import AsyncState from '../../ui/AsyncState.vue'
import OffersIn from './OffersIn.vue'
import { begun, type Item } from './stock'
import StockForm from './StockForm.vue'
import StockList from './StockList.vue'

const rows = ref<S['StockRow'][]>([])
const onHand = ref(false)
const at = () => `?job_id=${job.value!.job.id}`
const form = useDraft<Item>('stock', {
  more: onHand,
  whole: (d) => ({ item: { ...d, qty: onHand.value ? (d.qty ?? 1) : null } }),
  send: async (row, spec) => {
    const saved = row
      ? await changed<S['Saved']>('PUT', `/stock/${row.id}${at()}`, { version: row.version, spec })
      : await changed<S['Saved']>('POST', `/stock${at()}`, spec)
    return saved.id
  },
})
const { draft } = form
const read = async () => {
  rows.value = await call('GET', '/stock')
}
const { isThere, failed, again } = useAsync(read)
watch(() => job.value?.last_edit?.id, again, { immediate: true })
function add(kind: Item['form']) {
  if (form.begin(begun(kind, job.value!))) onHand.value = false
}
function change(r: S['StockRow']) {
  if (form.begin(r.spec.item as Item, r)) onHand.value = r.spec.item.qty != null
}
</script>
<template>
  <div class="row spread">
    <h1>{{ $t('stock.stock') }}</h1>
    <div v-if="mayWrite" class="row">
      <el-button @click="add('bar')">{{ $t('stock.add_a_bar') }}</el-button><el-button @click="add('sheet')">{{
        $t('stock.add_a_sheet')
      }}</el-button>
    </div>
  </div>
  <p class="soft">
    {{ $t('stock.what_is_here_measured_and') }}
  </p>
  <OffersIn v-if="mayWrite" />
  <StockForm v-if="draft" v-model:on-hand="onHand" :form="form" />
  <AsyncState v-if="!isThere" :failed="failed" @again="again" />
  <StockList v-else :rows="rows" @change="change" @read="again" />
  <p class="notice gap">
    {{ $t('stock.next') }} <router-link :to="`/jobs/${job!.job.id}/cut`">{{ $t('stock.the_cut_plan') }}</router-link>.
  </p>
</template>
