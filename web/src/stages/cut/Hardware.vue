<script setup lang="ts">
/** Bought beside metal: bolts by their grip, hoses, ropes and cables by their path, consumables. */
import { ref, watch } from 'vue'
import type { S } from '../../api/client'
import { attempt, copy, job, mayWrite, saveBrief } from '../../shared/job'
import { entry } from '../../shared/units'
import TextField from '../../ui/TextField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import NumberField from '../../ui/NumberField.vue'

type Item = NonNullable<S['JobSpec']['hardware']>[number]
const items = ref<Item[]>(copy(job.value!.job.spec.hardware ?? []))
const open = ref(false)
watch(
  () => job.value!.job.version,
  () => {
    items.value = copy(job.value!.job.spec.hardware ?? [])
  },
)
const blank: Record<string, () => Item> = {
  bolt: () => ({ kind: 'bolt', size: 'M12', grip: entry(''), washers: 2, grade: '8.8', qty: 1, price: null }),
  line: () => ({
    kind: 'line',
    name: 'rope',
    path: [entry('')],
    slack_percent: 5,
    ends: entry('0'),
    qty: 1,
    price: null,
  }),
  consumable: () => ({ kind: 'consumable', name: '', unit: 'piece', qty: 1, price: null }),
}
const add = (kind: string) => {
  items.value = [...items.value, blank[kind]()]
  open.value = true
}
const store = () =>
  attempt(async () => {
    await saveBrief({ ...copy(job.value!.job.spec), hardware: items.value }, job.value!.job.version)
    open.value = false
  })
const leave = () => {
  open.value = false
  items.value = copy(job.value!.job.spec.hardware ?? [])
}
</script>
<template>
  <div class="row spread gap">
    <h3>{{ $t('cut.hardware_lines_consumables') }}</h3>
    <div v-if="mayWrite" class="row">
      <el-button text v-for="k in Object.keys(blank)" :key="k" @click="add(k)">+ {{ k }}</el-button
      ><el-button text v-if="items.length && !open" @click="open = true">{{ $t('cut.change') }}</el-button>
    </div>
  </div>
  <form v-if="open" class="panel" @submit.prevent="store">
    <div v-for="(h, i) in items" :key="i" class="fields">
      <template v-if="h.kind === 'bolt'"
        ><TextField :id="`h-s${i}`" v-model="h.size" :label="$t('cut.bolt')" />
        <QuantityField v-model="h.grip" :label="$t('cut.grip_what_it_holds_together')" />
        <NumberField :id="`h-w${i}`" v-model="h.washers" :label="$t('cut.washers')" />
        <TextField :id="`h-g${i}`" v-model="h.grade" :label="$t('cut.class')"
      /></template>
      <template v-else-if="h.kind === 'line'"
        ><TextField :id="`h-n${i}`" v-model="h.name" :label="$t('cut.line')" />
        <QuantityField
          v-for="(_, k) in h.path"
          :key="k"
          v-model="h.path[k]"
          :label="$t('cut.stretch_furthest_x', [k + 1])" /><el-button text @click="h.path.push(entry(''))">
          {{ $t('cut.stretch') }}
        </el-button>
        <NumberField :id="`h-k${i}`" v-model="h.slack_percent" :label="$t('cut.slack')" />
        <QuantityField v-model="h.ends" :label="$t('cut.the_ends_take')"
      /></template>
      <template v-else
        ><TextField :id="`h-c${i}`" v-model="h.name" :label="$t('cut.consumable')" />
        <TextField :id="`h-u${i}`" v-model="h.unit" :label="$t('cut.in')"
      /></template>
      <NumberField :id="`h-q${i}`" v-model="h.qty" :label="$t('cut.how_many')" />
      <QuantityField
        v-model="h.price"
        :label="h.kind === 'line' ? $t('cut.price_of_a_metre') : $t('cut.price_of_one')"
        kind="money"
        optional
        :hint="$t('cut.not_known')"
      />
      <el-button text @click="items.splice(i, 1)">{{ $t('cut.take_away') }}</el-button>
    </div>
    <div class="row">
      <el-button type="primary" native-type="submit">{{ $t('cut.save_hardware') }}</el-button><el-button
        @click="leave"
        >{{ $t('cut.leave_it') }}</el-button
      >
    </div>
  </form>
</template>
