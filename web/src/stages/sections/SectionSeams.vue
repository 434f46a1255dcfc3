<script setup lang="ts">
/** What the seams between its parts carry, for each kN of shear. */
import type { S } from '../../api/client'

defineProps<{ seams: NonNullable<S['SectionView']['seams']> }>()
</script>
<template>
  <div class="gap">
    <h3>{{ $t('sections.what_the_seams_carry') }}</h3>
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('sections.part') }}</th>
          <th class="num">{{ $t('sections.for_each_kn_upright') }}</th>
          <th class="num">{{ $t('sections.across') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(p, i) in seams" :key="i">
          <td>{{ p.name }}</td>
          <td class="num">{{ $t('sections.n_mm_x', [(p.shear_flow_per_N_vertical * 1000).toFixed(2)]) }}</td>
          <td class="num">{{ $t('sections.n_mm_x', [(p.shear_flow_per_N_sideways * 1000).toFixed(2)]) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft">{{ $t('sections.flow_in_all_seams_of') }}</p>
  </div>
</template>
