<script setup lang="ts">
/** What the seams between its parts carry, for each kN of shear. */
import type { S } from '../../api/client'

defineProps<{ seams: NonNullable<S['SectionView']['seams']> }>()
</script>
<template>
  <div class="gap">
    <h3>What the seams carry</h3>
    <table class="list">
      <thead>
        <tr>
          <th>Part</th>
          <th class="num">for each kN upright</th>
          <th class="num">across</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(p, i) in seams" :key="i">
          <td>{{ p.name }}</td>
          <td class="num">{{ (p.shear_flow_per_N_vertical * 1000).toFixed(2) }} N/mm</td>
          <td class="num">{{ (p.shear_flow_per_N_sideways * 1000).toFixed(2) }} N/mm</td>
        </tr>
      </tbody>
    </table>
    <p class="soft">Flow in all seams of a part together; a stitch carries the flow times its pitch.</p>
  </div>
</template>
