<script setup lang="ts">
/** Millimetres or feet and inches, for everything that is shown, also by the key u; light or dark. */
import { choose, theme } from '../shared/theme'
import { unit } from '../shared/units'
</script>
<template>
  <div class="units" role="group" :aria-label="$t('frame.units_key_u')">
    <button :class="{ on: unit === 'mm' }" :aria-pressed="unit === 'mm'" @click="unit = 'mm'">
      {{ $t('frame.mm') }}
    </button>
    <button :class="{ on: unit === 'in' }" :aria-pressed="unit === 'in'" @click="unit = 'in'">
      {{ $t('frame.ft_in') }}
    </button>
  </div>
  <button class="units" :aria-pressed="theme === 'dark'" @click="choose(theme === 'dark' ? 'light' : 'dark')">
    {{ $t('frame.dark') }}
  </button>
</template>
<style scoped>
.units {
  display: flex;
  border: var(--line) solid var(--ink);
  border-radius: var(--corner);
}
button.units {
  align-items: center;
  background: none;
  color: var(--ink);
  padding: 3px 10px;
  cursor: pointer;
}
button.units[aria-pressed='true'] {
  background: var(--ink);
  color: var(--on-ink);
}
.units button {
  border: 0;
  background: none;
  color: var(--ink);
  padding: 3px 10px;
  cursor: pointer;
  white-space: nowrap;
}
.units button.on {
  background: var(--ink);
  color: var(--on-ink);
}
</style>
