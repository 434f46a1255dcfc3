<script setup lang="ts" generic="T extends Value">
/** A named choice. */
import Choice from './Choice.vue'
import type { Choices, Value } from './choices'
import FieldFrame from './FieldFrame.vue'

defineOptions({ inheritAttrs: false })
defineProps<{ label: string; options: Choices; at?: string; id?: string; echo?: string }>()
const emit = defineEmits<{ change: [T] }>()
const value = defineModel<T>()
</script>
<template>
  <FieldFrame v-slot="{ id: place, described }" :id="id" :label="label" :at="at" :echo="echo">
    <Choice
      :id="place"
      v-model="value"
      v-bind="$attrs"
      :options="options"
      :aria-label="label"
      :aria-describedby="described"
      @change="emit('change', $event as T)"
    />
  </FieldFrame>
</template>
