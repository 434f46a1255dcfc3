<script setup lang="ts">
/** Every part of the job, with what it is cut from. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { mass } from '../../shared/units'
import { sizeOf, stockOf } from './part'
import DataList from '../../ui/DataList.vue'
import type { Column } from '../../ui/lists'

defineProps<{ chosen: number | null }>()
const emit = defineEmits<{ choose: [number] }>()
const columns: Column<S['PartRow']>[] = [
  { id: 'mark', head: t('parts.mark'), by: (p) => p.spec.mark },
  {
    id: 'name',
    head: t('parts.name'),
    by: (p) => p.spec.name,
    words: (p) => `${p.followed.hand} ${p.spec.jig?.kind ?? ''} ${p.followed.module}`,
  },
  { id: 'from', head: t('parts.from'), by: (p) => stockOf(p), words: (p) => p.followed.material_id ?? '' },
  { id: 'size', head: t('parts.size'), by: (p) => (p.trouble ? '' : sizeOf(p)), words: (p) => p.trouble ?? '' },
  { id: 'pieces', head: t('parts.pieces'), num: true, by: (p) => p.spec.qty },
  { id: 'each', head: t('parts.each'), num: true, by: (p) => p.geometry?.mass_kg },
]
</script>
<template>
  <DataList
    :label="$t('parts.parts')"
    place="parts"
    pick
    kind="part"
    :model-value="chosen"
    :rows="job!.parts"
    :columns="columns"
    @update:model-value="emit('choose', $event!)"
  >
    <template #name="{ row: p }"
      >{{ p.spec.name }}
      <span class="soft">{{ p.followed.hand }} {{ p.spec.jig?.kind }} {{ p.followed.module }}</span></template
    >
    <template #from="{ row: p }"
      >{{ stockOf(p) }} <span class="soft">{{ p.followed.material_id }}</span></template
    >
    <template #size="{ row: p }"
      ><span :class="{ bad: p.trouble }">{{ p.trouble ?? sizeOf(p) }}</span></template
    >
    <template #each="{ row: p }">{{ p.geometry ? mass(p.geometry.mass_kg) : '' }}</template>
    <template #none>{{ $t('parts.no_part_yet_a_member') }}</template>
  </DataList>
</template>
