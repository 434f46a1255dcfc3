<script setup lang="ts">
/** What the saw is set to: one stop for all bars, longest first. */
import type { S } from '../../api/client'
import { t } from '../../messages'
import { length } from '../../shared/units'

defineProps<{ stops: S['Stop'][] }>()
const ends = (s: S['Stop']) =>
  s.left || s.right ? t('cut.ends_from_square_x', [Math.abs(s.left ?? 0), Math.abs(s.right ?? 0)]) : t('cut.square')
const size = (s: S['Stop']) => (s.held ? t('cut.at_most_x', [length(s.length_mm)]) : length(s.length_mm))
</script>
<template>
  <details v-if="stops.length > 1">
    <summary>{{ $t('cut.stops_x', [stops.length]) }}</summary>
    <table class="list">
      <thead>
        <tr>
          <th class="num">{{ $t('cut.stop') }}</th>
          <th>{{ $t('cut.ends') }}</th>
          <th class="num">{{ $t('cut.pieces') }}</th>
          <th>{{ $t('cut.of_which_part') }}</th>
          <th>{{ $t('cut.off_which_bars') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(s, k) in stops" :key="k">
          <td class="num">
            <b>{{ size(s) }}</b>
          </td>
          <td>{{ ends(s) }}</td>
          <td class="num">{{ s.pieces }}</td>
          <td>{{ s.parts.join(', ') }}</td>
          <td class="soft">{{ s.bars.join(', ') }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>
