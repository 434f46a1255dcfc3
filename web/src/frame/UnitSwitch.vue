<script setup lang="ts">
/** Millimetres or feet and inches, for everything that is shown; also by the key u. */
import { unit } from '../shared/units'
</script>
<template>
  <div class="units" role="group" aria-label="Units, key u">
    <button :class="{ on: unit === 'mm' }" :aria-pressed="unit === 'mm'" @click="unit = 'mm'">mm</button>
    <button :class="{ on: unit === 'in' }" :aria-pressed="unit === 'in'" @click="unit = 'in'">ft in</button>
  </div>
</template>
<style scoped>
.units {
  display: flex;
  border: var(--line) solid var(--ink);
  border-radius: var(--corner);
}
button {
  border: 0;
  background: none;
  padding: 3px 10px;
  cursor: pointer;
  white-space: nowrap;
}
.on {
  background: var(--ink);
  color: #fff;
}
</style>
