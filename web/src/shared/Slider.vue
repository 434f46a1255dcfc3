<script setup lang="ts">
/** A figure that is drawn along a rule. */
const value = defineModel<number>({ required: true })
const drawn = (event: Event) => {
  value.value = Number((event.target as HTMLInputElement).value)
}
</script>
<template>
  <input type="range" :value="value" @input="drawn" />
</template>
