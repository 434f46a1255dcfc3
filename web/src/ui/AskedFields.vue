<script setup lang="ts">
/** All that the core asks of a record, each in its field. */
import type { S } from '../api/client'
import AskedField from './AskedField.vue'
import AskedRows from './AskedRows.vue'

/** `within`: where in what is sent the record lies; `prefix`: of the fields' ids. */
defineProps<{ asks: readonly S['Question'][]; within: string; prefix: string; material?: string }>()
const record = defineModel<Record<string, unknown>>({ required: true })
</script>
<template>
  <template v-for="a in asks" :key="a.name">
    <AskedRows
      v-if="a.typed === 'rows'"
      :model-value="(record[a.name] as Record<string, unknown>[] | undefined) ?? []"
      :asks="a"
      :within="within"
      :prefix="prefix"
      :material="material"
      @update:model-value="record[a.name] = $event"
    />
    <AskedField
      v-else
      :id="`${prefix}${a.name}`"
      v-model="record[a.name]"
      :asks="a"
      :within="within"
      :material="material"
    />
  </template>
</template>
