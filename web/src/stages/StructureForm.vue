<script setup lang="ts">
/**
 * A structure as it is entered: dimensions or a model of one's own, what it is made of, loads, joints, positions
 * and stages.
 */
import { computed, ref, type Ref } from 'vue'
import { call, type S } from '../api/client'
import Alive from '../shared/Alive.vue'
import { named } from '../shared/named'
import { useDraft } from '../composables/useDraft'
import { attempt, job } from '../shared/job'
import { drafted, usePreview } from '../shared/preview'
import SectionPick from '../shared/SectionPick.vue'
import { unit } from '../shared/units'
import JointsForm from './JointsForm.vue'
import ModelForm from './ModelForm.vue'
import SituationsForm from './SituationsForm.vue'
import StatedForm from './StatedForm.vue'
import StructureDrawing from './StructureDrawing.vue'
import { blankStarter, starterKinds, starterWords } from './starters'
import TextInput from '../ui/TextInput.vue'
import TextField from '../ui/TextField.vue'
import NumberField from '../ui/NumberField.vue'
import QuantityField from '../ui/QuantityField.vue'
import Choice from '../ui/Choice.vue'
import EditForm from '../ui/EditForm.vue'

const props = defineProps<{ kind?: string; row?: S['StructureRow'] }>()
const emit = defineEmits<{ done: [number | null] }>()
const usual = (role: string) =>
  unit.value === 'mm'
    ? {
        section_id: ['tie', 'pin', 'brace'].includes(role) ? 'RD 20' : 'SHS 80×80×5 hot',
        material_id: 'S355',
        turned: false,
      }
    : { section_id: 'HSS3X3X1/4', material_id: 'A500 Gr C', turned: false }
function blank(kind: string): S['StructureSpec'] {
  return {
    mark: `T${job.value!.structures.length + 1}`,
    name: '',
    module: '',
    qty: 1,
    starter: blankStarter(kind, unit.value),
    roles: {},
    loads: [],
    welded: true,
    weld_leg: { text: unit.value === 'mm' ? '5' : '3/16', unit: unit.value },
    joints: [],
    situations: [],
    second_order: false,
    play: null,
    anchored: true,
    ground_friction: 0.3,
    decided: '',
  } as unknown as S['StructureSpec']
}
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
  d.loads = (d.loads ?? []).filter((l) => l.spot === '' || l.spot in asked.value!.spots)
  if (untouched) form.settle()
}
void attempt(ask)
function size(name: string, entry: unknown) {
  const sizes = draft.value.starter.sizes as Record<string, unknown>
  if (entry) sizes[name] = entry
  else delete sizes[name]
}
const byHand = () =>
  attempt(async () => {
    const model = await call<S['OwnSpec']>('POST', `/jobs/${job.value!.job.id}/starters/own`, {
      ...draft.value,
      loads: [],
      joints: [],
      situations: [],
    })
    draft.value.starter = { kind: 'own', sizes: {}, counts: {}, own: model } as unknown as S['StarterSpec']
    await ask()
  })
function spotsFor(load: S['LoadRow']) {
  const a = asked.value!
  const fits = (k: string) =>
    load.spec.form === 'force'
      ? true
      : load.spec.form === 'area'
        ? a.loads_per_area.includes(k)
        : !a.at_nodes.includes(k)
  return Object.entries(a.spots).filter(([k]) => fits(k))
}
function put(load: S['LoadRow']) {
  const spot = spotsFor(load)[0]
  if (spot)
    draft.value.loads!.push({
      load_id: load.id,
      spot: spot[0],
      bars: [],
      direction: 'down',
      at: null,
      spread: false,
      moves: false,
    })
}
const loadOf = (id: number) => job.value!.loads.find((l) => l.id === id)
const preview = usePreview(() => (draft.value ? { kind: 'structures', id: of.value?.id, spec: draft.value } : null))
const alive = computed(() => drafted(preview.found, 'structures', of.value?.id))
const bar = ref('')
</script>
<template>
  <EditForm v-if="draft" :form="form" save="Save structure" @left="emit('done', null)">
    <h3>{{ starterWords(draft.starter.kind) }}</h3>
    <div class="live">
      <div>
        <div class="fields gap">
          <TextField id="t-mark" v-model="draft.mark" label="Mark of the structure" at="mark" />
          <TextField id="t-name" v-model="draft.name" label="Called" at="name" />
          <NumberField id="t-qty" v-model="draft.qty" label="How many" at="qty" />
          <template v-if="asks">
            <QuantityField
              v-for="[k, words, optional] in asks.sizes"
              :key="k"
              :model-value="(draft.starter.sizes as any)[k]"
              :label="words"
              :optional="optional"
              hint="none"
              @update:model-value="size(k, $event)"
              @change="optional && attempt(ask)"
            />
            <template v-for="[k, words, , least, most] in asks.counts" :key="k">
              <el-checkbox
                v-if="least === 0 && most === 1"
                @change="draft.starter.counts![k] = !!$event ? 1 : 0"
                :model-value="draft.starter.counts![k] === 1"
                >{{ words }}</el-checkbox
              >
              <NumberField
                v-else
                :id="`t-${k}`"
                @change="attempt(ask)"
                v-model="draft.starter.counts![k]"
                :label="words"
                :echo="`${least} to ${most}`"
              />
            </template>
          </template>
          <QuantityField at="weld_leg" v-model="draft.weld_leg" label="Weld leg, all round" />
          <el-checkbox v-model="draft.welded">metal beside welds counts as welded</el-checkbox>
        </div>
        <p v-if="!own" class="row">
          <el-button text @click="byHand">Change its model by hand</el-button
          ><span class="soft">nodes, bars and supports become tables; its dimensions no longer drive it</span>
        </p>
        <ModelForm v-if="own" v-model="draft.starter.own!" @changed="attempt(ask)" />
        <h3>Made of</h3>
        <div v-for="(r, name) in draft.roles" :key="name" class="fields">
          <div class="field">
            <label>Role</label><b>{{ name }}</b>
          </div>
          <SectionPick
            v-model:section="r.section_id"
            v-model:material="r.material_id"
            :within="`roles.${name}.`"
          /><el-checkbox v-model="r.turned">lies on its side</el-checkbox>
        </div>
        <h3>Loads</h3>
        <div v-for="(l, i) in draft.loads" :key="i" class="row">
          <b>{{ loadOf(l.load_id)?.spec.name ?? 'gone' }}</b>
          <Choice
            v-if="loadOf(l.load_id) && asked"
            :aria-label="`Where load ${i + 1} stands`"
            @change="l.spot && (l.bars = [])"
            v-model="l.spot"
            :options="[
              ...spotsFor(loadOf(l.load_id)!).map(([value, label]) => ({ value, label })),
              { value: '', label: 'along bars of my own choice' },
            ]"
          />
          <TextInput
            v-if="asked && l.spot === ''"
            :value="l.bars!.join(', ')"
            :aria-label="`Bars of load ${i + 1}, in order`"
            :placeholder="asked.bars.slice(0, 3).join(', ')"
            @done="l.bars = named($event)"
          />
          <Choice
            :aria-label="`Direction of load ${i + 1}`"
            v-model="l.direction"
            :options="['down', 'up', 'sideways', 'sideways back', 'along', 'along back']"
          />
          <el-checkbox
            v-if="loadOf(l.load_id)?.spec.form === 'force' && asked && !asked.at_nodes.includes(l.spot)"
            v-model="l.moves"
            >moves along, at its worst place</el-checkbox
          >
          <QuantityField
            :at="`loads.${i}.wheel_from_edge`"
            v-if="l.moves"
            v-model="l.wheel_from_edge"
            :label="`Wheels of load ${i + 1}, from the flange's edge`"
            optional
            hint="at the edge, the worst"
          />
          <template
            v-if="loadOf(l.load_id)?.spec.form === 'force' && asked && !asked.at_nodes.includes(l.spot) && !l.moves"
            ><el-checkbox v-model="l.spread">spread over it</el-checkbox
            ><QuantityField
              :at="`loads.${i}.at`"
              v-if="!l.spread"
              v-model="l.at"
              :label="`Load ${i + 1} stands at, from the start`"
              optional
              hint="the middle"
          /></template>
          <QuantityField
            :at="`loads.${i}.aside`"
            v-if="asked && !asked.at_nodes.includes(l.spot)"
            v-model="l.aside"
            :label="`Load ${i + 1} stands aside of the bar by`"
            optional
            hint="on its axis"
          />
          <el-button text @click="draft.loads!.splice(i, 1)">Take off</el-button>
        </div>
        <div v-if="asked" class="row gap">
          <span class="soft">Put on:</span
          ><el-button text v-for="l in job!.loads" :key="l.id" :disabled="!spotsFor(l).length" @click="put(l)">
            + {{ l.spec.name }}</el-button
          >
        </div>
        <JointsForm v-if="asked" v-model="draft.joints" :ends="asked.ends" :roles="asked.roles" />
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
          <summary>Feet, play, second order</summary>
          <div class="fields gap">
            <el-checkbox v-model="draft.anchored">feet are held down</el-checkbox>
            <NumberField
              v-if="!draft.anchored"
              id="t-mu"
              v-model="draft.ground_friction"
              label="Friction of the ground"
              echo="0.3 for steel on concrete"
              at="ground_friction"
            />
            <QuantityField at="play" v-model="draft.play" label="Play adds to its movement" optional hint="none" />
            <el-checkbox v-model="draft.second_order">push makes it softer (second order)</el-checkbox>
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
        />
      </Alive></div
  ></EditForm>
</template>
