<script setup lang="ts">
/**
 * A structure as it is entered: dimensions or a model of one's own, what it is made of, loads, joints, positions
 * and stages.
 */
import { computed, ref, useTemplateRef, type Ref } from 'vue'
import { call, type S } from '../../api/client'
import Alive from '../../shared/Alive.vue'
import { useDraft } from '../../composables/useDraft'
import { attempt, job } from '../../shared/job'
import { drafted, usePreview } from '../../shared/preview'
import SectionPick from '../../shared/SectionPick.vue'
import JointsForm from './JointsForm.vue'
import ModelForm from './ModelForm.vue'
import SituationsForm from './SituationsForm.vue'
import StatedForm from './StatedForm.vue'
import StructureDrawing from './StructureDrawing.vue'
import { starterKinds, starterWords } from './starters'
import StarterSizes from './StarterSizes.vue'
import { blank, loadGrips, usual } from './structure'
import StructureLoads from './StructureLoads.vue'
import TextField from '../../ui/TextField.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import Grips from '../../drawing/Grips.vue'
import NodeGrips from '../../drawing/NodeGrips.vue'
import { entry, length } from '../../shared/units'
import EditForm from '../../ui/EditForm.vue'
import { handTo, leadTo } from '../../ui/lead'

const props = defineProps<{ kind?: string; row?: S['StructureRow'] }>()
const emit = defineEmits<{ done: [number | null] }>()
const form = useDraft<S['StructureSpec']>('structures', { saved: (id) => emit('done', id) })
const { row: of } = form
if (!form.draft.value) form.begin(props.row?.spec ?? blank(props.kind!), props.row)
/** It is there as long as the form is. */
const draft = form.draft as Ref<S['StructureSpec']>
const asked = ref<S['StarterView'] | null>(null)
const own = computed(() => draft.value.starter.own)
const asks = computed(() => starterKinds.value.find((k) => k.kind === draft.value.starter.kind))
async function ask() {
  const d = draft.value
  const before = form.dirty.value ? '' : JSON.stringify(d)
  asked.value = await call<S['StarterView']>('POST', `/jobs/${job.value!.job.id}/starters`, {
    ...d,
    mark: d.mark || 'X',
    loads: [],
    joints: [],
    situations: [],
  })
  // what the form fills in itself is not typed, unless somebody typed while it was asked
  const untouched = JSON.stringify(d) === before
  d.roles = Object.fromEntries(asked.value.roles.map((r) => [r, d.roles[r] ?? usual(r)]))
  if (untouched) form.settle()
}
void attempt(ask)
const byHand = () =>
  attempt(async () => {
    const { own: model, loads } = await call<S['ByHand']>('POST', `/jobs/${job.value!.job.id}/starters/own`, {
      ...draft.value,
      joints: [],
      situations: [],
    })
    draft.value.starter = { kind: 'own', sizes: {}, counts: {}, own: model } as unknown as S['StarterSpec']
    draft.value.loads = loads
    await ask()
  })
const preview = usePreview(() => (draft.value ? { kind: 'structures', id: of.value?.id, spec: draft.value } : null))
const alive = computed(() => drafted(preview.found, 'structures', of.value?.id))
const bar = ref('')
const joints = useTemplateRef('joints')
/** The bar that is pressed on the drawing; the weakest until one is. */
const picked = computed(() => {
  const v = alive.value?.verdict
  return v?.bars.find((b) => b.name === (bar.value || v.weakest))
})
function leadToLoad(name: string) {
  const at = draft.value.loads!.findIndex((l) => loadNamed(l.load_id) === name)
  if (at >= 0) void handTo(`[data-load="${at}"] input`)
}
/** What is moved on the drawing is written into its field, as somebody would have typed it. */
function moveLoad(key: string, mm: number) {
  draft.value.loads![Number(key)].at = entry(length(mm)) as never
}
function moveNode(name: string, x: number, y: number) {
  const node = own.value?.nodes.find((n) => n.name === name)
  if (node) Object.assign(node, { x: entry(length(x)), y: entry(length(y)) })
}
const loadNamed = (id: number) => job.value!.loads.find((l) => l.id === id)?.spec.name
</script>
<template>
  <EditForm v-if="draft" :form="form" :save="$t('structures.save_structure')" @left="emit('done', null)">
    <h3>{{ starterWords(draft.starter.kind) }}</h3>
    <div class="live">
      <div>
        <div class="fields gap">
          <TextField id="t-mark" v-model="draft.mark" :label="$t('structures.mark_of_the_structure')" at="mark" />
          <TextField id="t-name" v-model="draft.name" :label="$t('structures.called')" at="name" />
          <NumberField id="t-qty" v-model="draft.qty" :label="$t('structures.how_many')" at="qty" />
          <StarterSizes v-if="asks" v-model="draft.starter" :asks="asks" @again="attempt(ask)" />
          <QuantityField at="weld_leg" v-model="draft.weld_leg" :label="$t('structures.weld_leg_all_round')" />
          <el-checkbox v-model="draft.welded">{{ $t('structures.metal_beside_welds_counts_as') }}</el-checkbox>
        </div>
        <p v-if="!own" class="row">
          <el-button text @click="byHand">{{ $t('structures.change_its_model_by_hand') }}</el-button><span
            class="soft"
            >{{ $t('structures.nodes_bars_and_supports_become') }}</span
          >
        </p>
        <ModelForm v-if="own" v-model="draft.starter.own!" @changed="attempt(ask)" />
        <h3>{{ $t('structures.made_of') }}</h3>
        <div v-for="(r, name) in draft.roles" :key="name" class="fields">
          <div class="field">
            <label>{{ $t('structures.role') }}</label><b>{{ name }}</b>
          </div>
          <SectionPick
            v-model:section="r.section_id"
            v-model:material="r.material_id"
            :within="`roles.${name}.`"
          /><el-checkbox v-model="r.turned">{{ $t('structures.lies_on_its_side') }}</el-checkbox>
        </div>
        <StructureLoads v-model="draft.loads!" :asked="asked" />
        <JointsForm v-if="asked" ref="joints" v-model="draft.joints" :ends="asked.ends" :roles="asked.roles" />
        <SituationsForm
          v-if="asked"
          v-model="draft.situations"
          :asked="asked"
          :asks="asks"
          :loads="draft.loads!.map((l) => l.load_id)"
        />
        <StatedForm
          v-if="asked"
          v-model:members="draft.members"
          v-model:stretches="draft.stretches"
          :bars="asked.bars"
        />
        <details class="gap">
          <summary>{{ $t('structures.feet_play_second_order') }}</summary>
          <div class="fields gap">
            <el-checkbox v-model="draft.anchored">{{ $t('structures.feet_are_held_down') }}</el-checkbox>
            <NumberField
              v-if="!draft.anchored"
              id="t-mu"
              v-model="draft.ground_friction"
              :label="$t('structures.friction_of_the_ground')"
              :echo="$t('structures.n_0_3_for_steel_on')"
              at="ground_friction"
            />
            <QuantityField
              at="play"
              v-model="draft.play"
              :label="$t('structures.play_adds_to_its_movement')"
              optional
              :hint="$t('structures.none')"
            />
            <el-checkbox v-model="draft.second_order">{{ $t('structures.push_makes_it_softer_second') }}</el-checkbox>
          </div>
        </details>
      </div>
      <Alive :row="alive" :preview="preview">
        <StructureDrawing
          v-if="alive?.verdict"
          :verdict="alive.verdict"
          :chosen="bar || alive.verdict.weakest"
          bare
          @choose="bar = $event"
          @load="leadToLoad"
        >
          <template #hands="{ scale }">
            <NodeGrips v-if="own" :nodes="alive.verdict.nodes" :scale="scale" @move="moveNode" />
            <Grips :grips="loadGrips(draft.loads!, alive.verdict)" :scale="scale" @move="moveLoad" />
          </template>
        </StructureDrawing>
        <p v-if="picked" class="row">
          <b>{{ picked.name }}</b><el-button text @click="leadTo(`roles.${picked.role}.section_id`)">{{
            $t('structures.its_size_as_x', [picked.role])
          }}</el-button
          ><el-button v-for="n in [picked.i, picked.j]" :key="n" text @click="joints?.lead(picked.name, n)">{{
            $t('structures.joint_at_x', [n])
          }}</el-button
          ><span class="soft">{{ $t('structures.press_a_bar_or_a') }}</span>
        </p>
      </Alive>
    </div></EditForm
  >
</template>
