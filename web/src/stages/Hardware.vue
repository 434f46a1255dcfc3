<script setup lang="ts">
/** Bought beside metal: bolts by their grip, hoses, ropes and cables by their path, consumables. */
import { ref, watch } from 'vue'
import type { S } from '../api/client'
import EntryField from '../shared/EntryField.vue'
import { attempt, copy, job, mayWrite, saveBrief } from '../shared/job'
import { unit } from '../shared/units'
import NumberInput from '../shared/NumberInput.vue'

type Item = NonNullable<S['JobSpec']['hardware']>[number]
const e = (text: string) => ({ text, unit: unit.value, value: 0 })
const items = ref<Item[]>(copy(job.value!.job.spec.hardware ?? []))
const open = ref(false)
watch(
  () => job.value!.job.version,
  () => {
    items.value = copy(job.value!.job.spec.hardware ?? [])
  },
)
const blank: Record<string, () => Item> = {
  bolt: () => ({ kind: 'bolt', size: 'M12', grip: e(''), washers: 2, grade: '8.8', qty: 1, price: null }),
  line: () => ({ kind: 'line', name: 'rope', path: [e('')], slack_percent: 5, ends: e('0'), qty: 1, price: null }),
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
      <button v-for="k in Object.keys(blank)" :key="k" class="button quiet" @click="add(k)">+ {{ k }}</button
      ><button v-if="items.length && !open" class="button quiet" @click="open = true">Change</button>
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
        ><div class="field">
          <label :for="`h-s${i}`">Bolt</label><input :id="`h-s${i}`" v-model="h.size" /><span class="echo"></span>
        </div>
        <EntryField v-model="h.grip" label="Grip, what it holds together" />
        <div class="field">
          <label :for="`h-w${i}`">Washers</label
          ><NumberInput :id="`h-w${i}`" v-model="h.washers" inputmode="numeric" /><span class="echo"></span>
        </div>
        <div class="field">
          <label :for="`h-g${i}`">Class</label><input :id="`h-g${i}`" v-model="h.grade" /><span
            class="echo"
          ></span></div
      ></template>
      <template v-else-if="h.kind === 'line'"
        ><div class="field">
          <label :for="`h-n${i}`">Line</label><input :id="`h-n${i}`" v-model="h.name" /><span class="echo"></span>
        </div>
        <EntryField
          v-for="(_, k) in h.path"
          :key="k"
          v-model="h.path[k]"
          :label="`Stretch ${k + 1}, furthest`" /><button
          type="button"
          class="button quiet"
          @click="h.path.push(e(''))"
        >
          + stretch
        </button>
        <div class="field">
          <label :for="`h-k${i}`">Slack, %</label
          ><NumberInput :id="`h-k${i}`" v-model="h.slack_percent" inputmode="decimal" /><span class="echo"></span>
        </div>
        <EntryField v-model="h.ends" label="The ends take"
      /></template>
      <template v-else
        ><div class="field">
          <label :for="`h-c${i}`">Consumable</label><input :id="`h-c${i}`" v-model="h.name" /><span class="echo"></span>
        </div>
        <div class="field">
          <label :for="`h-u${i}`">In</label><input :id="`h-u${i}`" v-model="h.unit" /><span class="echo"></span></div
      ></template>
      <div class="field">
        <label :for="`h-q${i}`">How many</label><NumberInput :id="`h-q${i}`" v-model="h.qty" inputmode="decimal" /><span
          class="echo"
        ></span>
      </div>
      <EntryField
        v-model="h.price"
        :label="h.kind === 'line' ? 'Price of a metre' : 'Price of one'"
        kind="money"
        optional
        hint="not known"
      />
      <button type="button" class="button quiet" @click="items.splice(i, 1)">Take away</button>
    </div>
    <div class="row">
      <button class="button main">Save hardware</button
      ><button type="button" class="button" @click="leave">Leave it</button>
    </div>
  </form>
</template>
