<script setup lang="ts">
/** What is on a member: each load of the brief where it acts on it. */
import { job } from '../../shared/job'
import type { S } from '../../api/client'
import QuantityField from '../../ui/QuantityField.vue'
import { entry } from '../../shared/units'
import { loadOf, on } from './member'

const draft = defineModel<S['MemberSpec']>({ required: true })
</script>
<template>
  <h3 class="gap">Loads on it</h3>
  <div v-for="(l, i) in draft.loads" :key="i" class="fields">
    <div class="field">
      <label>Load</label><b>{{ loadOf(l.load_id)?.name ?? 'gone' }}</b>
    </div>
    <template v-if="loadOf(l.load_id)?.form === 'force' && !l.runs"
      ><QuantityField
        v-for="(_, k) in l.at"
        :key="k"
        v-model="l.at![k]"
        :at="`loads.${i}.at.${k}`"
        label="Acts at, from the left"
    /></template>
    <QuantityField
      :at="`loads.${i}.width`"
      v-else-if="loadOf(l.load_id)?.form === 'area'"
      v-model="l.width"
      label="Width it carries"
    />
    <template v-if="loadOf(l.load_id)?.form !== 'force' || l.runs"
      ><QuantityField
        :at="`loads.${i}.start`"
        v-model="l.start"
        label="From"
        optional
        hint="the left end" /><QuantityField
        :at="`loads.${i}.end`"
        v-model="l.end"
        label="To"
        optional
        hint="the right end"
    /></template>
    <QuantityField
      :at="`loads.${i}.aside`"
      v-model="l.aside"
      label="Aside of the axis by"
      optional
      hint="on its axis"
    />
    <el-checkbox v-if="loadOf(l.load_id)?.form === 'force'" @change="l.at = l.runs ? [] : [entry('')]" v-model="l.runs"
      >runs along</el-checkbox
    >
    <el-checkbox v-model="l.sideways">acts sideways</el-checkbox>
    <el-button text @click="draft.loads!.splice(i, 1)">Take away</el-button>
  </div>
  <div class="row">
    <span class="soft">Put on:</span
    ><el-button text v-for="l in job!.loads" :key="l.id" @click="draft.loads!.push(on(l))">
      + {{ l.spec.name }}</el-button
    >
  </div>
</template>
