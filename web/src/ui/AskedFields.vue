<script setup lang="ts">
/** All that the core asks of a record, each in its field. */
import type { S } from '../api/client'
import AskedField from './AskedField.vue'

/** `within`: where in what is sent the record lies; `prefix`: of the fields' ids. */
defineProps<{ asks: readonly S['Question'][]; within: string; prefix: string; material?: string }>()
const record = defineModel<Record<string, unknown>>({ required: true })
</script>
<template>
  <AskedField
    v-for="a in asks"
    :id="`${prefix}${a.name}`"
    :key="a.name"
    v-model="record[a.name]"
    :asks="a"
    :within="within"
    :material="material"
  />
</template>
