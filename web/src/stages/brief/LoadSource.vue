<script setup lang="ts">
/** A force by where it comes from, as the core asks for it. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import AskedField from '../../ui/AskedField.vue'
import { sources } from './load'

type Source = NonNullable<S['LoadSpec']['source']>
const source = defineModel<Source>({ required: true })
const asks = computed(() => sources.value.find((s) => s.kind === source.value.kind)?.asks ?? [])
const of = computed(() => source.value as unknown as Record<string, unknown>)
const set = (name: string, value: unknown) => (source.value = { ...of.value, [name]: value } as unknown as Source)
</script>
<template>
  <AskedField
    v-for="a in asks"
    :key="a.name"
    :asks="a"
    within="source."
    :model-value="of[a.name]"
    @update:model-value="set(a.name, $event)"
  />
</template>
