<script setup lang="ts">
/** What a draft would come to, beside it while it is typed: its reserves and its drawing, or what is still missing. */
import { computed } from 'vue'
import type { Preview } from './preview'
import Reserve from './Reserve.vue'
import { useWords } from '../ui/errors'
import { mass } from './units'

type Held = { value?: number | null; governs?: string }
type Worked = { strength: Held; stiffness?: Held | null; mass_kg?: number }
const props = defineProps<{ row?: { verdict?: Worked | null; trouble?: string | null } | null; preview: Preview }>()
const verdict = computed(() => props.row?.verdict)
const inWords = useWords()
const trouble = computed(() => props.row?.trouble || inWords(props.preview.sentence))
</script>
<template>
  <div class="alive" :class="{ stale: preview.stale }" role="status" :aria-label="$t('common.what_it_would_come_to')">
    <template v-if="verdict">
      <p class="row">
        <span class="soft">{{ $t('common.breaks') }}</span><Reserve :value="verdict.strength.value" />
        <template v-if="verdict.stiffness"
          ><span class="soft">{{ $t('common.moves') }}</span
          ><Reserve :value="verdict.stiffness.value"
        /></template>
      </p>
      <p class="soft">
        {{ verdict.strength.governs
        }}<template v-if="verdict.mass_kg">{{ $t('common.each_x', [mass(verdict.mass_kg)]) }}</template
        >{{ $t('common.nothing_is_stored_yet') }}
      </p>
      <slot></slot>
    </template>
    <slot v-else-if="!trouble" name="other"
      ><p class="soft">{{ $t('common.what_it_would_come_to_2') }}</p></slot
    >
    <p v-else class="soft">{{ $t('common.not_yet_x', [trouble]) }}</p>
  </div>
</template>
<style scoped>
.alive {
  border-left: 3px solid var(--mark);
  padding-left: 12px;
  margin: 10px 0;
}
.stale {
  opacity: 0.55;
}
p {
  margin: 4px 0;
}
</style>
