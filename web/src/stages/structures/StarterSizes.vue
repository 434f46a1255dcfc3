<script setup lang="ts">
/** What a shape asks for, as the core tells it: lengths, and how many of what. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import AskedField from '../../ui/AskedField.vue'

defineProps<{ asks: S['StarterKind'] }>()
const starter = defineModel<S['StarterSpec']>({ required: true })
const emit = defineEmits<{ again: [] }>()
const sizes = computed(() => starter.value.sizes as Record<string, unknown>)
const counts = computed(() => starter.value.counts as Record<string, unknown>)
function size(a: S['Question'], entry: unknown) {
  if (entry) sizes.value[a.name] = entry
  else delete sizes.value[a.name]
}
/** A yes is one of them. */
const count = (a: S['Question']) => (a.typed === 'yes or no' ? counts.value[a.name] === 1 : counts.value[a.name])
function counted(a: S['Question'], now: unknown) {
  counts.value[a.name] = a.typed === 'yes or no' ? Number(now) : now
}
</script>
<template>
  <AskedField
    v-for="a in asks.sizes"
    :key="a.name"
    :model-value="sizes[a.name]"
    :asks="a"
    within="starter.sizes."
    @update:model-value="size(a, $event)"
    @change="a.optional && emit('again')"
  />
  <AskedField
    v-for="a in asks.counts"
    :id="`t-${a.name}`"
    :key="a.name"
    :model-value="count(a)"
    :asks="a"
    within="starter.counts."
    @update:model-value="counted(a, $event)"
    @change="emit('again')"
  />
</template>
