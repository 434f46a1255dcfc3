<script setup lang="ts">
/** A part as it is once it is bent, rolled or folded; it stands beside its flat. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import PartDrawing from './PartDrawing.vue'

const props = defineProps<{ geometry: S['PartGeometry']; picks?: boolean; small?: boolean }>()
const emit = defineEmits<{ pick: [string] }>()
/** Drawn as a part is: its own outline and measures, nothing of the flat. */
const drawn = (v: NonNullable<S['PartGeometry']['views']>[number]) => ({
  words: v.words,
  drawn: {
    ...props.geometry,
    ...v,
    kind: 'plate' as const,
    dimensions: v.dimensions ?? [],
    bends: [],
    openings_asked: [],
  },
})
const views = computed(() => (props.geometry.views ?? []).map(drawn))
</script>
<template>
  <figure v-for="v in views" :key="v.words">
    <PartDrawing :geometry="v.drawn" :picks="picks" :small="small" halved @pick="emit('pick', $event)" />
    <figcaption class="soft">{{ v.words }}</figcaption>
  </figure>
</template>
<style scoped>
figure {
  margin: 0;
}
figcaption {
  text-align: center;
}
</style>
