<script setup lang="ts">
/** What is not there yet, could not be had, or may not be had: three looks, and a way on from each. */
defineProps<{ failed?: string; denied?: boolean; lines?: number }>()
const emit = defineEmits<{ again: [] }>()
</script>
<template>
  <div v-if="failed" class="notice failed" role="alert">
    <p>
      <b>{{ denied ? 'This is not yours to see.' : 'This could not be had.' }}</b> {{ failed }}
    </p>
    <div class="row"><el-button v-if="!denied" type="primary" @click="emit('again')">Try again</el-button><slot /></div>
  </div>
  <div v-else role="status" aria-label="It is being read">
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
