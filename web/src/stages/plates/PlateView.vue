<script setup lang="ts">
/** How far a plate moves where, and what is left out. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { force, length, lengthUnit } from '../../shared/units'

const props = defineProps<{ row: S['PlateRow']; verdict: NonNullable<S['PlateRow']['verdict']> }>()
/** Height of the drawing where its length is 100. */
const tall = computed(() => (props.row.spec.b ? (props.row.spec.b.value! / props.row.spec.a.value!) * 100 : 100))
const most = computed(() => Math.max(1e-9, ...(props.verdict.moved_mm ?? []).flat().map(Math.abs)))
</script>
<template>
  <div class="row gap beside">
    <svg
      v-if="verdict.moved_mm?.length"
      :viewBox="`-1 -1 102 ${tall + 2}`"
      class="map"
      role="img"
      :aria-label="$t('plates.how_far_moves_where_x', [row.spec.mark])"
    >
      <g v-for="(line, k) in verdict.moved_mm" :key="k">
        <rect
          v-for="(w, i) in line"
          :key="i"
          :x="(i * 100) / line.length"
          :y="((verdict.moved_mm.length - 1 - k) * tall) / verdict.moved_mm.length"
          :width="101 / line.length"
          :height="(1.01 * tall) / verdict.moved_mm.length"
          fill="var(--mark)"
          :fill-opacity="0.08 + (0.85 * Math.abs(w)) / most"
        />
      </g>
      <rect
        x="0"
        y="0"
        width="100"
        :height="tall"
        fill="none"
        stroke="var(--ink)"
        stroke-width="1.4"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <p class="soft">
      <template v-if="verdict.moved_mm?.length"
        >{{ $t('plates.darkest_where_it_moves_most_x', [length(most), lengthUnit(), force(verdict.total_N)]) }}
      </template>
      <template v-if="verdict.perforated"
        >{{
          $t('plates.holes_take_of_its_mass_x', [
            verdict.perforated.holes,
            (verdict.perforated.mass_saved * 100).toFixed(0),
            (verdict.perforated.bending_kept * 100).toFixed(0),
          ])
        }}
      </template>
      {{ $t('plates.outside_x', [verdict.outside.join('; ')]) }}
    </p>
  </div>
</template>
<style scoped>
.beside {
  align-items: flex-start;
}
.map {
  width: 180px;
  max-height: 180px;
}
.map + p {
  flex: 1;
  min-width: 260px;
}
</style>
