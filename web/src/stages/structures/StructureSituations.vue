<script setup lang="ts">
/** Where it may stand, each with what governs there. */
import type { S } from '../../api/client'
import Reserve from '../../shared/Reserve.vue'
import { length, mass } from '../../shared/units'

defineProps<{ rows: S['SituationVerdict'][] }>()
const emit = defineEmits<{ why: [{ check_id: string }] }>()
const governs = (x: S['SituationVerdict']) => x.trouble ?? x.strength.governs.split(': ').slice(1).join(': ')
</script>
<template>
  <h3 class="gap">{{ $t('structures.positions_and_stages') }}</h3>
  <table class="list">
    <thead>
      <tr>
        <th>{{ $t('structures.where_it_stands') }}</th>
        <th>{{ $t('structures.what_governs') }}</th>
        <th>{{ $t('structures.breaks') }}</th>
        <th>{{ $t('structures.moves') }}</th>
        <th class="num">{{ $t('structures.mass') }}</th>
        <th class="num">{{ $t('structures.centre_of_gravity_x_y') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="x in rows" :key="x.name">
        <td>
          <b>{{ x.name }}</b> <span class="soft">{{ x.kind }}</span>
        </td>
        <td class="soft">{{ governs(x) }}</td>
        <td>
          <el-button text @click="x.worst && emit('why', { check_id: `${x.name}|${x.worst.id}` })"
            ><Reserve :value="x.strength.value"
          /></el-button>
        </td>
        <td><Reserve :value="x.stiffness.value" /></td>
        <td class="num">{{ mass(x.mass_kg) }}</td>
        <td class="num">{{ x.centre_mm.map((v) => length(v)).join(', ') }}</td>
      </tr>
    </tbody>
  </table>
</template>
