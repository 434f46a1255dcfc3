<script setup lang="ts">
/** What is not there yet, could not be had, or may not be had: three looks, and a way on from each. */
defineProps<{ failed?: string; denied?: boolean; lines?: number }>()
const emit = defineEmits<{ again: [] }>()
</script>
<template>
  <div v-if="failed" class="notice failed" role="alert">
    <p>
      <b>{{ denied ? $t('common.this_is_not_yours_to') : $t('common.this_could_not_be_had') }}</b> {{ failed }}
    </p>
    <div class="row">
      <el-button v-if="!denied" type="primary" @click="emit('again')">{{ $t('common.try_again') }}</el-button><slot />
    </div>
  </div>
  <div v-else role="status" :aria-label="$t('common.it_is_being_read')">
    <el-skeleton animated :rows="lines ?? 5" />
  </div>
</template>
<style scoped>
.failed {
  border-color: var(--gives);
}
.failed p {
  margin: 0 0 10px;
}
</style>
