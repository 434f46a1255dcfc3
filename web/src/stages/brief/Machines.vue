<script setup lang="ts">
/** What the shop's saw and table take away, and what is worth keeping. */
import type { S } from '../../api/client'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'

const brief = defineModel<S['JobSpec']>({ required: true })
</script>
<template>
  <details class="gap">
    <summary>
      Saw and table
      <span class="soft"
        >kerf {{ brief.machines!.saw_kerf?.text }} and {{ brief.machines!.table_kerf?.text }}, a drop is kept from
        {{ brief.machines!.drop_worth?.text }}</span
      >
    </summary>
    <div class="fields gap">
      <QuantityField at="machines.saw_kerf" v-model="brief.machines!.saw_kerf" label="Saw kerf" /><QuantityField
        at="machines.end_trim"
        v-model="brief.machines!.end_trim"
        label="Trim of a bar's end"
      /><QuantityField
        at="machines.drop_worth"
        v-model="brief.machines!.drop_worth"
        label="A drop is kept from"
      /><QuantityField
        at="machines.clamp_dead"
        v-model="brief.machines!.clamp_dead"
        label="End the clamp holds"
      /><QuantityField
        at="machines.yard_tolerance"
        v-model="brief.machines!.yard_tolerance"
        label="A yard's cut is off by"
      />
      <NumberField
        id="b-stack"
        v-model="brief.machines!.stack"
        label="Bars the saw takes at once"
        at="machines.stack"
      />
      <QuantityField
        at="machines.table_kerf"
        v-model="brief.machines!.table_kerf"
        label="Kerf at the table"
      /><QuantityField at="machines.part_gap" v-model="brief.machines!.part_gap" label="Gap between parts" />
      <QuantityField
        at="machines.edge_margin"
        v-model="brief.machines!.edge_margin"
        label="Margin at the sheet's edge"
      />
    </div>
    <el-checkbox v-model="brief.machines!.straight_cuts_only">straight cuts only</el-checkbox>
    <el-checkbox v-model="brief.machines!.common_line">parts share their cuts (common line)</el-checkbox>
  </details>
</template>
