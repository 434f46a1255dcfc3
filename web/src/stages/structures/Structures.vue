<script setup lang="ts">
/** Structures: the list, and the one that is chosen or entered. */
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { S } from '../../api/client'
import { isTyped } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { usePicture } from '../../composables/usePicture'
import { attempt, change, job, mayWrite } from '../../shared/job'
import Choice from '../../ui/Choice.vue'
import { loadStarters, starterKinds } from './starters'
import StarterGallery from './StarterGallery.vue'
import StructureForm from './StructureForm.vue'
import StructureList from './StructureList.vue'
import StructureView from './StructureView.vue'

onMounted(() => attempt(loadStarters))
const router = useRouter()
const chosen = ref<number | null>(job.value!.structures[0]?.id ?? null)
usePicked('structure', chosen)
const row = computed(() => job.value!.structures.find((x) => x.id === chosen.value))
const { inSpace, cannot, picture } = usePicture(() => row.value)
/** A form that is open; what was typed before somebody went elsewhere opens it again. */
const form = ref<{ kind?: string; row?: S['StructureRow'] } | null>(isTyped('structures') ? {} : null)
function done(id: number | null) {
  form.value = null
  if (id !== null) chosen.value = id
}
const makeParts = () =>
  attempt(async () => {
    await change('POST', `/jobs/${job.value!.job.id}/structures/${row.value!.id}/parts`, {
      version: row.value!.version,
    })
    await router.push(`/jobs/${job.value!.job.id}/parts`)
  })
const begin = (kind: string) => (form.value = { kind })
</script>
<template>
  <section class="gap">
    <div class="row spread">
      <h2>
        {{ $t('structures.structures') }} <span class="soft">{{ $t('structures.bars_joined_to_each_other') }}</span>
      </h2>
      <label v-if="mayWrite && !form"
        >{{ $t('structures.add') }}
        <Choice
          :aria-label="$t('structures.add_a_structure')"
          @change="begin"
          model-value=""
          :options="[
            { value: '', label: $t('structures.choose_one') },
            ...starterKinds.map((k) => ({ value: k.kind, label: k.words })),
          ]"
      /></label>
    </div>
    <StructureForm v-if="form" :key="form.row?.id ?? form.kind" v-bind="form" @done="done" />
    <StarterGallery v-if="mayWrite && !form && !job!.structures.length" @pick="begin" />
    <StructureList v-if="job!.structures.length" v-model="chosen" />
    <template v-if="row && !form">
      <p v-if="row.trouble" class="notice bad">{{ $t('structures.not_checked_x', [row.trouble]) }}</p>
      <div class="row spread gap">
        <h3>{{ row.spec.mark }} {{ row.spec.name }}</h3>
        <div class="row">
          <el-button v-if="row.verdict && !cannot" @click="inSpace = !inSpace">{{
            inSpace ? $t('structures.flat_drawing') : $t('structures.in_space')
          }}</el-button><el-button v-if="mayWrite" @click="form = { row }">{{ $t('structures.change') }}</el-button
          ><el-button v-if="mayWrite && row.verdict" @click="makeParts">{{
            $t('structures.make_its_bars_parts')
          }}</el-button>
        </div>
      </div>
      <StructureView
        v-if="row.verdict"
        :key="row.id"
        :row="row"
        :verdict="row.verdict"
        :picture="picture"
        @cannot="cannot = true"
      />
    </template>
  </section>
</template>
