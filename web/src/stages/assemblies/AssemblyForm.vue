<script setup lang="ts">
/** An assembly as it is entered, drawn beside it as it would be: what stands where, and how it is welded. */
import { computed, nextTick, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import type { useDraft } from '../../composables/useDraft'
import { t } from '../../messages'
import { attempt, job } from '../../shared/job'
import { marked } from '../../shared/named'
import { drafted, usePreview } from '../../shared/preview'
import Choice from '../../ui/Choice.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import TextField from '../../ui/TextField.vue'
import { markOf, placed, saidOf, weld, type Spec } from './assembly'
import Drawing from './Drawing.vue'
import PlacedFields from './PlacedFields.vue'
import WeldFields from './WeldFields.vue'

const props = defineProps<{ form: ReturnType<typeof useDraft<Spec>>; asked?: string }>()
const draft = computed(() => props.form.draft.value as Spec)
const editing = props.form.row
/** Which row or weld is open. */
const open = ref<number | null>(null)
const openWeld = ref<number | null>(null)
const preview = usePreview(() => ({ kind: 'assemblies', id: editing.value?.id, spec: draft.value }))
const alive = computed(() => drafted(preview.found, 'assemblies', editing.value?.id))
const flaws = computed(() => alive.value?.result.flaws ?? [])
const structures = computed(() => [
  { value: null, label: t('assemblies.no_structure') },
  ...marked(job.value!.structures),
])
const offered = computed(() => marked(job.value!.parts))
const STANDARDS = [
  { value: null, label: t('assemblies.by_the_method') },
  { value: 'ISO 2553', label: 'ISO 2553' },
  { value: 'AWS A2.4', label: 'AWS A2.4' },
]
const added = ref<number>()
function add(part: number) {
  draft.value.placed!.push(placed(draft.value, part))
  open.value = draft.value.placed!.length - 1
  void nextTick(() => (added.value = undefined))
}
function takeAway(k: number) {
  draft.value.placed!.splice(k, 1)
  open.value = null
}
function addWeld() {
  draft.value.welds!.push(weld(draft.value))
  openWeld.value = draft.value.welds!.length - 1
}
function takeWeld(k: number) {
  draft.value.welds!.splice(k, 1)
  openWeld.value = null
}
const turn = (k: number) => (open.value = open.value === k ? null : k)
const turnWeld = (k: number) => (openWeld.value = openWeld.value === k ? null : k)
const left = ref<string[]>([])
/** Parts along the bars of its structure, those that stand there already left as they are. */
async function readSetOut() {
  const path = `/jobs/${job.value!.job.id}/structures/${draft.value.structure_id}/set-out`
  const found = await call<S['SetOut']>('GET', path)
  const there = new Set(draft.value.placed!.flatMap((p) => (p.stands?.by === 'bar' ? [p.stands.bar] : [])))
  const names = new Set(draft.value.placed!.map((p) => p.name))
  const fresh = found.placed.filter((p) => !(p.stands?.by === 'bar' && there.has(p.stands.bar)) && !names.has(p.name))
  draft.value.placed!.push(...fresh)
  left.value = found.left
}
const setOut = () => attempt(readSetOut)
/** What is wrong opens the row that it is in. */
const rowOf = (path: string, list: string) => new RegExp(`^(?:body\\.)?(?:spec\\.)?${list}\\.(\\d+)`).exec(path)?.[1]
function opened(path: string) {
  const row = rowOf(path, 'placed')
  const welded = rowOf(path, 'welds')
  if (row) open.value = Number(row)
  if (welded) openWeld.value = Number(welded)
}
watch(props.form.wrong, (now) => now.forEach((one) => opened(one.path)))
opened(props.asked ?? '')
</script>
<template>
  <EditForm :form="form" :save="$t('assemblies.save')">
    <div class="both">
      <div>
        <div class="fields">
          <TextField id="as-mark" v-model="draft.mark" :label="$t('assemblies.mark')" at="mark" />
          <TextField id="as-name" v-model="draft.name" :label="$t('assemblies.name')" at="name" />
          <TextField id="as-module" v-model="draft.module" :label="$t('assemblies.module')" at="module" />
          <NumberField id="as-qty" v-model="draft.qty" :label="$t('assemblies.how_many')" at="qty" />
          <ChoiceField
            id="as-structure"
            v-model="draft.structure_id"
            :label="$t('assemblies.structure')"
            at="structure_id"
            :options="structures"
          />
          <ChoiceField
            id="as-callouts"
            v-model="draft.callouts"
            :label="$t('assemblies.welds_called_out_by')"
            at="callouts"
            :options="STANDARDS"
          />
          <TextField
            id="as-drawing"
            v-model="draft.drawing"
            :label="$t('assemblies.somebody_elses_drawing')"
            at="drawing"
            :placeholder="$t('assemblies.none')"
          />
        </div>
        <h3>{{ $t('assemblies.what_stands_where') }}</h3>
        <ol class="rows">
          <li v-for="(p, k) in draft.placed" :key="k" :data-at="`placed.${k}`" tabindex="-1">
            <div class="row spread">
              <button type="button" class="line" :aria-expanded="open === k" @click="turn(k)">
                <b>{{ p.name }}</b> {{ markOf(p.part_id) }} <span class="soft">{{ saidOf(p) }}</span>
              </button>
              <el-button text :aria-label="$t('assemblies.take_away_x', [p.name])" @click="takeAway(k)">{{
                $t('assemblies.take_away')
              }}</el-button>
            </div>
            <PlacedFields v-if="open === k" v-model="draft.placed![k]" :number="k" :spec="draft" />
          </li>
        </ol>
        <div class="row">
          <Choice
            v-model="added"
            class="adding"
            :options="offered"
            :aria-label="$t('assemblies.place_a_part')"
            :placeholder="$t('assemblies.place_a_part')"
            @change="add($event as number)"
          />
          <el-button v-if="draft.structure_id" @click="setOut">{{ $t('assemblies.set_out') }}</el-button>
        </div>
        <p v-for="words in left" :key="words" class="soft">{{ words }}</p>
        <h3>{{ $t('assemblies.welds') }}</h3>
        <ol class="rows">
          <li v-for="(w, k) in draft.welds" :key="k" :data-at="`welds.${k}`" tabindex="-1">
            <div class="row spread">
              <button type="button" class="line" :aria-expanded="openWeld === k" @click="turnWeld(k)">
                <b>{{ $t('assemblies.x_to_y', [markOf(w.part_id), markOf(w.onto_id)]) }}</b>
                <span class="soft">{{ w.kind }} {{ w.leg?.text }}</span>
              </button>
              <el-button
                text
                :aria-label="$t('assemblies.take_weld_away_x', [markOf(w.part_id), markOf(w.onto_id)])"
                @click="takeWeld(k)"
                >{{ $t('assemblies.take_away') }}</el-button
              >
            </div>
            <WeldFields v-if="openWeld === k" v-model="draft.welds![k]" :number="k" :spec="draft" />
          </li>
        </ol>
        <el-button :disabled="!draft.placed!.length" @click="addWeld">{{ $t('assemblies.add_a_weld') }}</el-button>
      </div>
      <div class="seen alive" :class="{ stale: preview.stale }">
        <Drawing :spec="draft" :width="150" :height="104" :row="open" picks @pick="open = $event" />
        <p v-for="f in flaws" :key="f.asked + f.words" class="flaw" :class="{ stop: f.stop }">
          {{ f.words }} <span class="soft">{{ $t('assemblies.mend_x', [f.mend]) }}</span>
        </p>
        <p v-if="preview.sentence" class="soft">{{ $t('assemblies.not_yet_x', [preview.sentence]) }}</p>
      </div>
    </div>
  </EditForm>
</template>
<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 20px;
}
.seen {
  position: sticky;
  top: 8px;
  align-self: start;
}
.rows {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
.rows li {
  border-top: 1px solid var(--rule);
}
.line {
  flex: 1;
  border: 0;
  background: none;
  padding: 8px 0;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.line:hover {
  text-decoration: underline;
}
.adding {
  width: 260px;
}
.flaw {
  border-left: 3px solid var(--rule);
  padding-left: 10px;
  margin: 4px 0;
}
.flaw.stop {
  border-left-color: var(--gives);
}
@media (max-width: 1100px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
  .seen {
    position: static;
    order: -1;
  }
}
</style>
