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
    <h3>Hardware, lines, consumables</h3>
    <div v-if="mayWrite" class="row">
      <el-button text v-for="k in Object.keys(blank)" :key="k" @click="add(k)">+ {{ k }}</el-button
      ><el-button text v-if="items.length && !open" @click="open = true">Change</el-button>
    </div>
  </div>
  <table v-if="job!.hardware.length && !open" class="list">
    <thead>
      <tr>
        <th>What</th>
        <th class="num">How much</th>
        <th class="num">{{ job!.job.spec.currency }} each</th>
        <th class="num">all</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(h, i) in job!.hardware" :key="i">
        <td>
          {{ h.what }} <span class="bad">{{ h.trouble }}</span>
        </td>
        <td class="num">{{ h.amount }}</td>
        <td class="num">{{ h.each?.toFixed(2) ?? '' }}</td>
        <td class="num">
          <b>{{ h.all?.toFixed(2) ?? '' }}</b>
        </td>
      </tr>
    </tbody>
  </table>
  <form v-if="open" class="panel" @submit.prevent="store">
    <div v-for="(h, i) in items" :key="i" class="fields">
      <template v-if="h.kind === 'bolt'"
        ><TextField :id="`h-s${i}`" v-model="h.size" label="Bolt" />
        <QuantityField v-model="h.grip" label="Grip, what it holds together" />
        <NumberField :id="`h-w${i}`" v-model="h.washers" label="Washers" />
        <TextField :id="`h-g${i}`" v-model="h.grade" label="Class"
      /></template>
      <template v-else-if="h.kind === 'line'"
        ><TextField :id="`h-n${i}`" v-model="h.name" label="Line" />
        <QuantityField
          v-for="(_, k) in h.path"
          :key="k"
          v-model="h.path[k]"
          :label="`Stretch ${k + 1}, furthest`" /><el-button text @click="h.path.push(entry(''))">
          + stretch
        </el-button>
        <NumberField :id="`h-k${i}`" v-model="h.slack_percent" label="Slack, %" />
        <QuantityField v-model="h.ends" label="The ends take"
      /></template>
      <template v-else
        ><TextField :id="`h-c${i}`" v-model="h.name" label="Consumable" />
        <TextField :id="`h-u${i}`" v-model="h.unit" label="In"
      /></template>
      <NumberField :id="`h-q${i}`" v-model="h.qty" label="How many" />
      <QuantityField
        v-model="h.price"
        :label="h.kind === 'line' ? 'Price of a metre' : 'Price of one'"
        kind="money"
        optional
        hint="not known"
      />
      <el-button text @click="items.splice(i, 1)">Take away</el-button>
    </div>
    <div class="row">
      <el-button type="primary" native-type="submit">Save hardware</el-button
      ><el-button @click="leave">Leave it</el-button>
    </div>
  </form>
</template>
