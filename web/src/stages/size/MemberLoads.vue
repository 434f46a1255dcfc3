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
  <h3 class="gap">{{ $t('size.loads_on_it') }}</h3>
  <div v-for="(l, i) in draft.loads" :key="i" class="fields">
    <div class="field">
      <label>{{ $t('size.load') }}</label><b>{{ loadOf(l.load_id)?.name ?? $t('size.gone') }}</b>
    </div>
    <template v-if="loadOf(l.load_id)?.form === 'force' && !l.runs"
      ><QuantityField
        v-for="(_, k) in l.at"
        :key="k"
        v-model="l.at![k]"
        :at="`loads.${i}.at.${k}`"
        :label="$t('size.acts_at_from_the_left')"
    /></template>
    <QuantityField
      :at="`loads.${i}.width`"
      v-else-if="loadOf(l.load_id)?.form === 'area'"
      v-model="l.width"
      :label="$t('size.width_it_carries')"
    />
    <template v-if="loadOf(l.load_id)?.form !== 'force' || l.runs"
      ><QuantityField
        :at="`loads.${i}.start`"
        v-model="l.start"
        :label="$t('size.from')"
        optional
        :hint="$t('size.the_left_end')" /><QuantityField
        :at="`loads.${i}.end`"
        v-model="l.end"
        :label="$t('size.to')"
        optional
        :hint="$t('size.the_right_end')"
    /></template>
    <QuantityField
      :at="`loads.${i}.aside`"
      v-model="l.aside"
      :label="$t('size.aside_of_the_axis_by')"
      optional
      :hint="$t('size.on_its_axis')"
    />
    <el-checkbox
      v-if="loadOf(l.load_id)?.form === 'force'"
      @change="l.at = l.runs ? [] : [entry('')]"
      v-model="l.runs"
      >{{ $t('size.runs_along') }}</el-checkbox
    >
    <el-checkbox v-model="l.sideways">{{ $t('size.acts_sideways') }}</el-checkbox>
    <el-button text @click="draft.loads!.splice(i, 1)">{{ $t('size.take_away') }}</el-button>
  </div>
  <div class="row">
    <span class="soft">{{ $t('size.put_on') }}</span><el-button
      text
      v-for="l in job!.loads"
      :key="l.id"
      @click="draft.loads!.push(on(l))"
    >
      + {{ l.spec.name }}</el-button
    >
  </div>
</template>
