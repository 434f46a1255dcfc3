<script setup lang="ts">
/** What can be done with a row of a list: changed, taken away; nothing where one may only read. */
import { attempt, mayWrite, remove, type Kind } from './job'

defineProps<{ kind: Kind; row: { id: number; version: number }; name: string; change?: () => void }>()
</script>
<template>
  <template v-if="mayWrite">
    <button v-if="change" class="button quiet" :aria-label="`Change ${name}`" @click.stop="change">Change</button
    ><slot /><button
      class="button quiet"
      :aria-label="`Take away ${name}`"
      @click.stop="attempt(() => remove(kind, row))"
    >
      Take away
    </button>
  </template>
</template>
