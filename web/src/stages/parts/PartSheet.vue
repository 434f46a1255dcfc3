<script setup lang="ts">
/** One part drawn, with its files. */
import type { S } from '../../api/client'
import CutFile from '../../shared/CutFile.vue'
import { attempt, change, job, mayWrite, remove } from '../../shared/job'
import { mass, run } from '../../shared/units'
import BarFaces from './BarFaces.vue'
import BendList from './BendList.vue'
import PartPicture from './PartPicture.vue'
import TrueSize from './TrueSize.vue'
import { drillTemplate, otherHand, saidOf, type Draft } from './part'

defineProps<{ row: S['PartRow'] }>()
const emit = defineEmits<{ change: [asked?: string]; again: [draft: Draft] }>()
</script>
<template>
  <div class="panel">
    <div class="row spread">
      <h2>
        {{ row.spec.mark }} {{ row.spec.name }}
        <span class="soft">{{ row.followed.hand }} × {{ row.spec.qty }}</span>
      </h2>
      <div class="row">
        <CutFile v-if="row.geometry" quiet :href="`/api/jobs/${job!.job.id}/export/parts/${row.id}.dxf`">{{
          $t('parts.dxf')
        }}</CutFile><a
          v-if="row.geometry"
          class="button quiet"
          :href="`/api/jobs/${job!.job.id}/export/parts/${row.id}.svg`"
          >{{ $t('parts.svg') }}</a
        >
        <template v-if="mayWrite"
          ><el-button @click="emit('change')">{{ $t('parts.change') }}</el-button
          ><el-button v-if="row.spec.shape.family !== 'twin'" @click="emit('again', otherHand(row))">{{
            $t('parts.its_other_hand')
          }}</el-button
          ><el-button
            v-if="job!.figures.audit.some((f) => f.rule === 'boxes' && f.part === row.id)"
            @click="
              attempt(() => change('POST', `/jobs/${job!.job.id}/parts/${row.id}/walls`, { version: row.version }))
            "
            >{{ $t('parts.its_walls') }}</el-button
          ><el-button
            v-if="row.geometry?.kind === 'plate' && row.geometry.outline.openings?.length && !row.spec.jig"
            @click="emit('again', drillTemplate(row))"
            >{{ $t('parts.its_drill_template') }}</el-button
          ><el-button text @click="attempt(() => remove('parts', row))">{{
            $t('parts.take_away')
          }}</el-button></template
        >
      </div>
    </div>
    <p v-if="row.spec.jig" class="soft">{{ saidOf(row.spec.jig) }}</p>
    <p v-if="row.trouble" class="bad">{{ row.trouble }}</p>
    <template v-if="row.geometry"
      ><PartPicture :geometry="row.geometry" :picks="mayWrite" @pick="emit('change', $event)" />
      <BarFaces :geometry="row.geometry" />
      <BendList :geometry="row.geometry" />
      <p class="soft">
        {{ $t('parts.each_x', [row.geometry.notes.join('; '), mass(row.geometry.mass_kg)])
        }}<template v-if="row.geometry.cut_length_mm">{{
          $t('parts.of_cut_x', [run(row.geometry.cut_length_mm)])
        }}</template
        >.
      </p>
      <TrueSize :row="row"
    /></template>
  </div>
</template>
<style scoped>
.panel a {
  text-decoration: none;
}
</style>
