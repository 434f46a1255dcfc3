<script setup lang="ts">
/** A part as it is cut, and beside it as it is once it is bent, rolled or folded. */
import type { S } from '../../api/client'
import PartDrawing from './PartDrawing.vue'
import PartViews from './PartViews.vue'

defineProps<{ geometry: S['PartGeometry']; picks?: boolean; small?: boolean }>()
const emit = defineEmits<{ pick: [string] }>()
</script>
<template>
  <div class="picture">
    <PartDrawing
      :geometry="geometry"
      :picks="picks"
      :small="small"
      :halved="!!geometry.views?.length"
      @pick="emit('pick', $event)"
    />
    <PartViews :geometry="geometry" :picks="picks" :small="small" @pick="emit('pick', $event)" />
  </div>
</template>
<style scoped>
.picture {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  align-items: center;
}
</style>
