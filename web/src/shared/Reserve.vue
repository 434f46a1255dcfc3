<script setup lang="ts">
import { fill, shown, word } from './reserve'

const props = defineProps<{ value: number | null | undefined }>()
</script>
<template>
  <span class="reserve" :data-word="word(props.value)">
    <span v-if="props.value === null || props.value === undefined" class="missing">{{ $t('common.not_checked') }}</span>
    <template v-else>
      <svg width="56" height="12" aria-hidden="true">
        <rect x="0.7" y="2.7" width="54" height="7" fill="none" stroke="currentColor" />
        <rect
          x="0.7"
          y="2.7"
          :width="54 * fill(props.value)"
          height="7"
          :class="props.value < 1 ? 'hollow' : 'solid'"
        />
        <line x1="18.7" x2="18.7" y1="0" y2="12" stroke="var(--ink)" stroke-width="2" />
      </svg>
      <b>{{ shown(props.value) }}</b> <span class="word">{{ word(props.value) }}</span>
    </template>
  </span>
</template>
<style scoped>
.reserve {
  color: var(--ink);
  display: inline-flex;
  gap: 7px;
  align-items: center;
  white-space: nowrap;
}
.solid {
  fill: currentColor;
}
.hollow {
  fill: var(--gives-pale);
  stroke: currentColor;
}
.missing {
  border: var(--line) dashed var(--ink);
  border-radius: var(--corner);
  padding: 1px 8px;
  font-weight: 600;
}
[data-word='gives'] {
  color: var(--gives);
}
[data-word='tight'] {
  color: var(--tight);
}
.word {
  font-size: var(--small);
}
</style>
