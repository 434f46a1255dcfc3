<script setup lang="ts">
/** A named field for a plain number. */
import { ref } from 'vue'
import FieldFrame from './FieldFrame.vue'
import NumberInput from './NumberInput.vue'

defineOptions({ inheritAttrs: false })
defineProps<{ label: string; at?: string; id?: string; echo?: string }>()
const value = defineModel<number | string | null>()
const trouble = ref('')
</script>
<template>
  <FieldFrame v-slot="{ id: place, described }" :id="id" :label="label" :at="at" :echo="echo" :trouble="trouble">
    <NumberInput
      :id="place"
      v-bind="$attrs"
      :model-value="value"
      quiet
      :aria-describedby="described"
      @update:model-value="value = $event"
      @trouble="trouble = $event"
    />
  </FieldFrame>
</template>
