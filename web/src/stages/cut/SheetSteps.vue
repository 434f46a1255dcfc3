<script setup lang="ts">
/** The sheets of a nest, one at a time and large; forward and back by button or by key. */
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { S } from '../../api/client'
import { job, mayWrite } from '../../shared/job'
import { keysOf, partsOf } from '../../shared/nest'
import SheetPicture from './SheetPicture.vue'
import TickSheet from './TickSheet.vue'

const props = defineProps<{ plan: S['PlanView'] }>()
const marked = defineModel<string>('marked', { required: true })
const router = useRouter()
const keys = computed(() => keysOf(props.plan.result!.placements))
const at = ref(0)
const now = computed(() => Math.min(at.value, keys.value.length - 1))
function step(by: number) {
  at.value = Math.min(Math.max(now.value + by, 0), keys.value.length - 1)
}
const ticking = ref(false)
const remnant = ref<[number, number][] | null>(null)
/** Whether the sheet lies here; one that is still to be bought is received first. */
const here = computed(() => {
  const line = props.plan.group.lines.find((l) => l.id === partsOf(keys.value[now.value]).sheet)
  return !!line?.on_hand
})
const onTable = () =>
  router.push({
    path: `/jobs/${job.value!.job.id}/cut/table`,
    query: { sheet: `${props.plan.id} ${keys.value[now.value]}` },
  })
</script>
<template>
  <div v-if="keys.length">
    <div v-if="keys.length > 1" class="row">
      <el-button :disabled="!now" @click="step(-1)">{{ $t('cut.previous_sheet') }}</el-button>
      <b>{{ $t('cut.sheet_of_x', [now + 1, keys.length]) }}</b>
      <el-button :disabled="now === keys.length - 1" @click="step(1)">{{ $t('cut.next_sheet') }}</el-button>
    </div>
    <SheetPicture
      :key="keys[now]"
      v-model:marked="marked"
      tabindex="0"
      @keydown.left.self="step(-1)"
      @keydown.right.self="step(1)"
      :plan="plan"
      :sheet="keys[now]"
      :remnant="ticking ? remnant : null"
      :may-tick="mayWrite && here"
      @table="onTable"
      @tick="ticking = true"
    />
    <TickSheet
      v-if="ticking"
      :key="keys[now]"
      :plan="plan"
      :sheet="keys[now]"
      :stale="plan.stale"
      @remnant="remnant = $event"
      @done="ticking = false"
    />
  </div>
</template>
