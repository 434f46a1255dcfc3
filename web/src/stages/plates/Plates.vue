<script setup lang="ts">
/** Flat plates that are sized: floors, skins under water, covers, and webs with lightening holes. */
import { computed, ref } from 'vue'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { job, mayWrite } from '../../shared/job'
import { useCatalogue } from '../../composables/useCatalogue'
import { blank, type Spec } from './plate'
import PlateForm from './PlateForm.vue'
import PlateList from './PlateList.vue'
import PlateView from './PlateView.vue'

const known = useCatalogue()
const materials = computed(() => known.value?.materials ?? [])
const form = useDraft<Spec>('plates', { saved: (id) => (chosen.value = id) })
const { draft, begin } = form
const chosen = ref<number | null>(job.value!.plates[0]?.id ?? null)
usePicked('plate', chosen)
const row = computed(() => job.value!.plates.find((p) => p.id === chosen.value))
</script>
<template>
  <section class="gap">
    <div class="row spread">
      <h2>
        {{ $t('plates.plates') }} <span class="soft">{{ $t('plates.floors_skins_under_water_covers') }}</span>
      </h2>
      <el-button v-if="mayWrite && !draft" @click="begin(blank())">{{ $t('plates.add_a_plate') }}</el-button>
    </div>
    <PlateForm v-if="draft" :form="form" :materials="materials" />
    <PlateList v-if="job!.plates.length" v-model="chosen" @change="begin($event.spec, $event)" />
    <PlateView v-if="row?.verdict && !draft" :row="row" :verdict="row.verdict" />
  </section>
</template>
