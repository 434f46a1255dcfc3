<script setup lang="ts">
/** Every part of the job, with what it is cut from. */
import { job } from '../../shared/job'
import { mass } from '../../shared/units'
import { sizeOf, stockOf } from './part'
import PickTable from '../../ui/PickTable.vue'

defineProps<{ chosen: number | null }>()
const emit = defineEmits<{ choose: [number] }>()
</script>
<template>
  <PickTable
    :model-value="chosen"
    @update:model-value="emit('choose', $event!)"
    :heads="['Name', 'From', 'Size', '#Pieces', '#Each']"
    :rows="job!.parts"
    ><template #default="{ row: p }">
      <td>
        {{ p.spec.name }} <span class="soft">{{ p.followed.module }}</span>
      </td>
      <td>
        {{ stockOf(p) }}
        <span class="soft">{{ p.followed.material_id }}</span>
      </td>
      <td :class="{ bad: p.trouble }">{{ p.trouble ?? sizeOf(p) }}</td>
      <td class="num">{{ p.spec.qty }}</td>
      <td class="num">{{ p.geometry ? mass(p.geometry.mass_kg) : '' }}</td> </template
    ><template #none
      ><tr>
        <td colspan="6" class="soft">No part yet. A member becomes a bar part in Size; plates are added above.</td>
      </tr></template
    ></PickTable
  >
</template>
