<script setup lang="ts">
/** One structure: drawn, held against everything it must stand, and what would mend its weakest link. */
import { computed, ref, watch } from 'vue'
import type { S } from '../../api/client'
import { StructureInSpace } from '../../composables/usePicture'
import { job, why } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import { mass } from '../../shared/units'
import StructureChain from './StructureChain.vue'
import StructureDrawing from './StructureDrawing.vue'
import StructureHanded from './StructureHanded.vue'
import StructureRating from './StructureRating.vue'
import StructureSituations from './StructureSituations.vue'
import Upgrades from './Upgrades.vue'

const props = defineProps<{ row: S['StructureRow']; verdict: S['FrameVerdict']; picture: S['Picture'] | null }>()
const emit = defineEmits<{ cannot: [] }>()
const bar = ref('')
watch(
  () => props.verdict,
  (v) => {
    if (!v.bars.some((b) => b.name === bar.value)) bar.value = v.weakest
  },
  { immediate: true },
)
const explain = (link: { check_id: string }) => {
  why.value = { title: '', member: 0, structure: props.row.id, check: link.check_id }
}
const live = computed(() =>
  job.value!.loads.filter((l) => l.spec.case !== 'dead' && props.row.spec.loads?.some((x) => x.load_id === l.id)),
)
const bucklingReserve = computed(() => {
  const c = props.verdict.stability?.find((x) => x.id === 'buckling')
  return !c || c.not_checked || !c.capacity ? null : c.capacity / Math.max(Math.abs(c.demand ?? 0), 1e-9)
})
</script>
<template>
  <p v-if="verdict.position" class="soft">
    {{ $t('structures.drawn_and_chained_in_its') }} <b>{{ verdict.position }}</b>.
  </p>
  <StructureDrawing :verdict="verdict" :chosen="bar" @choose="bar = $event">
    <template v-if="picture" #whole
      ><StructureInSpace
        :key="row.id"
        :picture="picture"
        :verdict="verdict"
        :chosen="bar"
        @choose="bar = $event"
        @cannot="emit('cannot')"
    /></template>
  </StructureDrawing>
  <p class="row">
    <span class="soft">{{ $t('structures.moves_2') }}</span><el-button
      text
      @click="explain({ check_id: verdict.stiffness.check_id ?? 'movement' })"
      ><Reserve :value="verdict.stiffness.value" /></el-button
    ><span class="soft"
      >{{
        $t('structures.of_metal_x', [
          verdict.movement.title,
          verdict.movement.clause,
          mass(verdict.mass_kg),
          job!.job.spec.currency,
          verdict.price.toFixed(0),
        ])
      }}<template v-if="verdict.swings_empty_hz != null"
        >{{ $t('structures.swings_times_a_second_empty_x', [verdict.swings_empty_hz.toFixed(1)])
        }}<template v-if="verdict.swings_loaded_hz != null">{{
          $t('structures.loaded_x', [verdict.swings_loaded_hz.toFixed(1)])
        }}</template></template
      ></span
    >
  </p>
  <StructureRating v-if="live.length" :row="row" :live="live" />
  <p v-if="verdict.buckling" class="row">
    <span class="soft">{{ $t('structures.buckles') }}</span><el-button text @click="explain({ check_id: 'buckling' })"
      ><Reserve :value="bucklingReserve" /></el-button
    ><span class="soft">{{ verdict.buckling.words }}</span>
  </p>
  <StructureSituations v-if="verdict.situations?.length" :rows="verdict.situations" @why="explain" />
  <div class="columns gap">
    <div>
      <StructureChain v-model="bar" :row="row" @why="explain" />
    </div>
    <div>
      <h3>{{ $t('structures.what_would_mend_it') }}</h3>
      <Upgrades :row="row" takes />
      <StructureHanded :verdict="verdict" />
    </div>
  </div>
</template>
<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 22px;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
