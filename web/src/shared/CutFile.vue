<script setup lang="ts">
/** A file that metal is cut from: given out once somebody stands for every figure, or said why it is cut anyway. */
import { computed } from 'vue'
import { job } from './job'

defineProps<{ href: string; quiet?: boolean }>()
const waits = computed(() => job.value?.figures.held_up?.join(', ') ?? '')
</script>
<template>
  <span v-if="waits" class="soft" :title="$t('common.nobody_verified_x', [waits])"
    ><slot /> {{ $t('common.waits') }}</span
  >
  <a v-else class="button" :class="{ quiet }" :href="href"><slot /></a>
</template>
