<script setup lang="ts">
/** What its feet hand to what carries it, and what is outside of all this. */
import type { S } from '../../api/client'
import { force, moment } from '../../shared/units'

defineProps<{ verdict: S['FrameVerdict'] }>()
const sized = (h: S['FrameVerdict']['handed'][number], v: number) => (h.unit === 'N' ? force : moment)(v)
</script>
<template>
  <h3 class="gap">{{ $t('structures.handed_to_what_carries_it') }}</h3>
  <table class="list">
    <tbody>
      <tr v-for="h in verdict.handed" :key="h.node + h.component">
        <td>{{ h.node }}</td>
        <td>{{ h.component }}</td>
        <td class="num">{{ sized(h, h.most) }}</td>
        <td class="num soft">
          {{ Math.abs(h.most - h.least) > 1 ? sized(h, h.least) : '' }}
        </td>
      </tr>
    </tbody>
  </table>
  <p class="soft">{{ $t('structures.outside_these_checks_x', [verdict.outside.join('; ')]) }}</p>
</template>
