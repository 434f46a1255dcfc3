<script setup lang="ts">
/** What is cut: every part of the job, and one of them drawn. */
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { useRoute } from 'vue-router'
import { t } from '../../messages'
import { TOGETHER } from '../../shared/places'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { attempt, job, mayWrite } from '../../shared/job'
import Audit from './Audit.vue'
import Budget from './Budget.vue'
import DrawingIn from './DrawingIn.vue'
import { blank, fieldOf, loadFamilies, materials, offered, type Draft } from './part'
import Fits from './Fits.vue'
import RoomLinks from '../../ui/Rooms.vue'
import Together from '../assemblies/Together.vue'
import PartForm from './PartForm.vue'
import PartList from './PartList.vue'
import { leadTo } from '../../ui/lead'
import PartSheet from './PartSheet.vue'
import TraceIn from './TraceIn.vue'

onMounted(() => attempt(loadFamilies))
const route = useRoute()
const together = computed(() => route.params.room === TOGETHER)
const rooms = computed(() => {
  const base = `/jobs/${job.value!.job.id}/parts`
  const made = job.value!.assemblies.length
  return [
    { to: base, name: t('parts.pieces_one_by_one'), said: String(job.value!.parts.length), on: !together.value },
    { to: `${base}/${TOGETHER}`, name: t('common.put_together'), said: String(made || '–'), on: together.value },
  ]
})
const chosen = ref<number | null>(job.value!.parts[0]?.id ?? null)
usePicked('part', chosen)
const row = computed(() => job.value!.parts.find((p) => p.id === chosen.value))
/** What is brought in, if anything is. */
const bringing = ref<'drawing' | 'picture' | null>(null)
const form = useDraft<Draft>('parts', { saved: (id) => (chosen.value = id) })
const { draft, begin, leave } = form
function add(kind: string) {
  begin(blank(kind))
  bringing.value = null
}
function bringIn(what: 'drawing' | 'picture') {
  if (leave()) bringing.value = what
}
function choose(part: number) {
  if (leave()) chosen.value = part
}
/** The form of the part in view; with the hand where something on its drawing was pressed. */
function change(asked?: string) {
  if (row.value && begin(row.value.spec as Draft, row.value) && asked) void leadTo(fieldOf(asked))
}
const fits = useTemplateRef('fits')
/** To what states a finding: the form of the part or of the fit, where somebody may write, else the part's drawing. */
function leadThere(part: number, asked: string) {
  if (!leave()) return
  if (!part) return void (mayWrite.value && asked.startsWith('fits.') && fits.value?.lead(asked))
  chosen.value = part
  if (!mayWrite.value || !asked || !row.value) return
  if (begin(row.value.spec as Draft, row.value)) void leadTo(asked)
}
</script>
<template>
  <div class="row spread">
    <h1>{{ $t('parts.parts') }}</h1>
    <div v-if="mayWrite && !together" class="row">
      <span class="soft">{{ $t('parts.add') }}</span><el-button
        v-for="f in offered()"
        :key="f.kind"
        @click="add(f.kind)"
        >{{ f.words }}</el-button
      ><el-button @click="bringIn('drawing')">{{ $t('parts.from_a_drawing') }}</el-button
      ><el-button @click="bringIn('picture')">{{ $t('parts.from_a_picture') }}</el-button>
    </div>
  </div>
  <RoomLinks :label="$t('parts.rooms_of_parts')" :rooms="rooms" />
  <Together v-if="together" />
  <div v-else class="columns gap">
    <section>
      <PartList :chosen="chosen" @choose="choose" />
      <Audit @lead="leadThere" />
      <Fits ref="fits" />
      <Budget />
      <p v-if="job!.parts.length" class="notice gap">
        {{ $t('parts.next') }}
        <router-link :to="`/jobs/${job!.job.id}/cut`">{{ $t('parts.how_every_piece_comes_out') }}</router-link>.
      </p>
    </section>
    <section>
      <DrawingIn v-if="bringing === 'drawing'" :materials="materials" @done="bringing = null" />
      <TraceIn v-else-if="bringing === 'picture'" :materials="materials" @done="bringing = null" />
      <PartForm v-else-if="draft" :form="form" />
      <PartSheet v-else-if="row" :row="row" @change="change" @again="begin" />
    </section>
  </div>
</template>
<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 20px;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
