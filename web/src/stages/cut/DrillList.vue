<script setup lang="ts">
/** Holes that the cut cannot make: they are marked on the plate and drilled; and what is tapped or sunk. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { length } from '../../shared/units'

const props = defineProps<{ of: S['Drilled'][] }>()
/** A hole that is drilled and then tapped is one hole. */
const drilled = computed(() => props.of.filter((d) => !d.tool).reduce((n, d) => n + d.qty * d.holes, 0))
</script>
<template>
  <details v-if="of.length" class="gap" open>
    <summary>{{ $t('cut.to_be_drilled_x', [drilled]) }}</summary>
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('cut.part') }}</th>
          <th class="num">{{ $t('cut.pieces') }}</th>
          <th class="num">{{ $t('cut.holes_each') }}</th>
          <th class="num">{{ $t('cut.across') }}</th>
          <th>{{ $t('cut.because') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(d, k) in of" :key="k">
          <td>
            <b>{{ d.part }}</b> {{ d.name }}
          </td>
          <td class="num">{{ d.qty }}</td>
          <td class="num">{{ d.holes }}</td>
          <td class="num">{{ length(d.across_mm) }}</td>
          <td class="soft">{{ d.why }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>
