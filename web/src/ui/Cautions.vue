<script setup lang="ts">
/** What to beware of here. Once read, a caution is a line; what it says anew stands open again. */
import { ref } from 'vue'
import type { S } from '../api/client'
import { keep, kept } from '../shared/kept'

type Caution = S['JobView']['figures']['cautions'][number]
defineProps<{ of: Caution[]; decides?: boolean }>()
const PLACE = 'yorvek read'
const MOST = 200
const sign = (c: Caution) => `${c.id} ${c.text}`
function before(): string[] {
  try {
    return JSON.parse(kept(PLACE) ?? '[]') as string[]
  } catch {
    // something else was written there
    return []
  }
}
const read = ref(new Set(before()))
function turn(c: Caution) {
  const next = new Set(read.value)
  if (!next.delete(sign(c))) next.add(sign(c))
  read.value = next
  keep(PLACE, JSON.stringify([...next].slice(-MOST)))
}
</script>
<template>
  <div v-for="c in of" :key="c.id" class="caution" :class="[c.level, { folded: read.has(sign(c)) }]">
    <span
      ><b>{{ c.title }}.</b>
      <template v-if="!read.has(sign(c))"
        >{{ ` ${c.text} ${c.do} `
        }}<span v-if="decides" class="soft">{{ $t('common.decides_x', [c.decides]) }}</span></template
      ></span
    >
    <el-button
      text
      :aria-expanded="!read.has(sign(c))"
      :aria-label="`${c.title}: ${read.has(sign(c)) ? 'open' : 'read'}`"
      @click="turn(c)"
      >{{ read.has(sign(c)) ? $t('common.open') : $t('common.read') }}</el-button
    >
  </div>
</template>
<style scoped>
.caution {
  display: flex;
  justify-content: space-between;
  align-items: flex-start;
  gap: 12px;
}
.caution.folded {
  align-items: center;
  padding-block: 0;
}
</style>
