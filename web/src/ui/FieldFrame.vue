<script setup lang="ts">
/** A field with its name above it, and beneath it what was understood, what is wrong, or a word of help. */
import { computed, useId } from 'vue'
import { useError } from './errors'

const props = defineProps<{ label: string; at?: string; id?: string; unit?: string; echo?: string; trouble?: string }>()
const own = useId()
const place = computed(() => props.id ?? own)
const found = useError(own, () => ({ label: props.label, at: props.at ?? '' }))
const bad = computed(() => props.trouble || found.value)
const described = computed(() =>
  [props.unit && `${place.value}-unit`, (bad.value || props.echo) && `${place.value}-echo`].filter(Boolean).join(' '),
)
</script>
<template>
  <div class="field" :data-field="own">
    <span class="named"
      ><label :for="place">{{ label }}</label
      ><span v-if="unit" :id="`${place}-unit`" class="soft">{{ unit }}</span></span
    >
    <slot :id="place" :bad="!!bad" :described="described || undefined" />
    <span :id="`${place}-echo`" class="echo" :class="{ bad }">{{ bad || echo }}</span>
  </div>
</template>
<style scoped>
.named .soft {
  margin-left: 6px;
}
</style>
