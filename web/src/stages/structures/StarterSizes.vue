<script setup lang="ts">
/** What a shape asks for, as the core tells it: lengths, and how many of what. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'

type Typed = { text: string; unit?: 'mm' | 'in'; value?: number }
defineProps<{ asks: S['StarterKind'] }>()
const starter = defineModel<S['StarterSpec']>({ required: true })
const emit = defineEmits<{ again: [] }>()
const sizes = computed(() => starter.value.sizes as Record<string, Typed | undefined>)
function size(name: string, entry: Typed | null | undefined) {
  if (entry) sizes.value[name] = entry
  else delete sizes.value[name]
}
</script>
<template>
  <QuantityField
    v-for="[k, words, optional] in asks.sizes"
    :key="k"
    :model-value="sizes[k]"
    :label="words"
    :at="`starter.sizes.${k}`"
    :optional="optional"
    :hint="$t('structures.none')"
    @update:model-value="size(k, $event)"
    @change="optional && emit('again')"
  />
  <template v-for="[k, words, , least, most] in asks.counts" :key="k">
    <el-checkbox
      v-if="least === 0 && most === 1"
      @change="starter.counts![k] = !!$event ? 1 : 0"
      :model-value="starter.counts![k] === 1"
      >{{ words }}</el-checkbox
    >
    <NumberField
      v-else
      :id="`t-${k}`"
      @change="emit('again')"
      v-model="starter.counts![k]"
      :label="words"
      :echo="$t('structures.to_x_3', [least, most])"
    />
  </template>
</template>
