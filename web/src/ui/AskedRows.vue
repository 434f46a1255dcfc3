<script setup lang="ts">
/** A list that the core asks for, a row each; where there must be one the last cannot be taken away. */
import type { S } from '../api/client'
import { unit } from '../shared/units'
import { begunAll } from './asked'
import AskedField from './AskedField.vue'

const props = defineProps<{ asks: S['Question']; within: string; prefix: string; material?: string }>()
const rows = defineModel<Record<string, unknown>[]>({ required: true })
const each = () => props.asks.rows ?? []
const add = () => (rows.value = [...rows.value, begunAll(each(), unit.value)])
const takeAway = (k: number) => (rows.value = rows.value.filter((_, i) => i !== k))
</script>
<template>
  <section class="asked-rows" :aria-label="asks.words" :data-at="within + asks.name" tabindex="-1">
    <div class="row spread">
      <b
        >{{ asks.words }}<span v-if="!rows.length && asks.without" class="soft">: {{ asks.without }}</span></b
      >
      <el-button text :aria-label="$t('common.add_to_x', [asks.words])" @click="add">{{ $t('common.add') }}</el-button>
    </div>
    <div v-for="(row, k) in rows" :key="k" class="asked-row" role="group" :aria-label="`${asks.words} ${k + 1}`">
      <div class="row spread">
        <span class="soft">{{ k + 1 }}</span>
        <el-button
          v-if="asks.optional || rows.length > 1"
          text
          :aria-label="$t('common.take_away_x', [`${asks.words} ${k + 1}`])"
          @click="takeAway(k)"
          >{{ $t('common.take_away') }}</el-button
        >
      </div>
      <div class="fields">
        <AskedField
          v-for="a in each()"
          :id="`${prefix}${asks.name}-${k}-${a.name}`"
          :key="a.name"
          v-model="row[a.name]"
          :asks="a"
          :within="`${within}${asks.name}.${k}.`"
          :material="material"
        />
      </div>
    </div>
  </section>
</template>
<style scoped>
.asked-rows {
  grid-column: 1 / -1;
}
.asked-row {
  border-top: 1px solid var(--rule);
  padding-bottom: 6px;
}
</style>
