<script setup lang="ts">
/** Every part of the job, with what it is cut from. */
import { job } from '../../shared/job'
import { mass } from '../../shared/units'
import { sizeOf, stockOf } from './part'

defineProps<{ chosen: number | null }>()
const emit = defineEmits<{ choose: [number] }>()
</script>
<template>
  <table class="list">
    <thead>
      <tr>
        <th>Mark</th>
        <th>Name</th>
        <th>From</th>
        <th>Size</th>
        <th class="num">Pieces</th>
        <th class="num">Each</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="p in job!.parts"
        :key="p.id"
        class="pick"
        :class="{ chosen: p.id === chosen }"
        @click="emit('choose', p.id)"
      >
        <td>
          <el-button text @click.stop="emit('choose', p.id)"
            ><b>{{ p.spec.mark }}</b></el-button
          >
        </td>
        <td>
          {{ p.spec.name }} <span class="soft">{{ p.followed.module }}</span>
        </td>
        <td>
          {{ stockOf(p) }}
          <span class="soft">{{ p.followed.material_id }}</span>
        </td>
        <td :class="{ bad: p.trouble }">{{ p.trouble ?? sizeOf(p) }}</td>
        <td class="num">{{ p.spec.qty }}</td>
        <td class="num">{{ p.geometry ? mass(p.geometry.mass_kg) : '' }}</td>
      </tr>
      <tr v-if="!job!.parts.length">
        <td colspan="6" class="soft">No part yet. A member becomes a bar part in Size; plates are added above.</td>
      </tr>
    </tbody>
  </table>
</template>
