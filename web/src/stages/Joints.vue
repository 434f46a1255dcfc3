<script setup lang="ts">
/** Joints and plates that are sized without a frame around them: what ends there, what it stands on, and its forces. */
import { computed, onMounted } from 'vue'
import type { S } from '../api/client'
import Alive from '../shared/Alive.vue'
import EntryField from '../shared/EntryField.vue'
import { attempt, job, mayWrite, why } from '../shared/job'
import { useDraft } from '../composables/useDraft'
import { drafted, usePreview } from '../shared/preview'
import Reserve from '../shared/Reserve.vue'
import RowActions from '../shared/RowActions.vue'
import SectionPick from '../shared/SectionPick.vue'
import { unit } from '../shared/units'
import JointFields from './JointFields.vue'
import { blankJoint, jointKinds, jointWords, loadStarters, type Joint } from './starters'
import NumberInput from '../shared/NumberInput.vue'

type Spec = S['FreeJointSpec']
onMounted(() => attempt(loadStarters))
const { draft, row: editing, begin, close, store } = useDraft<Spec>('joints')
const usual = () =>
  unit.value === 'mm'
    ? { section_id: 'SHS 60×60×4 hot', material_id: 'S355' }
    : { section_id: 'HSS3X3X1/4', material_id: 'A500 Gr C' }
const FORCES = [
  ['pull', 'Pull along it', 'force'],
  ['in_depth', 'Across, in its depth', 'force'],
  ['across', 'Across, in its width', 'force'],
  ['about_width', 'Moment, bends its depth', 'moment'],
  ['about_depth', 'Moment, bends its width', 'moment'],
  ['twist', 'Twist', 'moment'],
] as const
const CASES = { design: 'as designed for, factors in it', dead: 'dead', live: 'live', wind: 'wind' }
function add() {
  begin({
    mark: `J${job.value!.joints.length + 1}`,
    name: '',
    module: '',
    qty: 1,
    ...usual(),
    welded: true,
    hinged: false,
    joint: blankJoint('weld', unit.value),
    weld_leg: { text: unit.value === 'mm' ? '5' : '3/16', unit: unit.value },
    filler_MPa: 482.6,
    onto: [],
    forces: [{ name: 'greatest', case: 'live', dynamic_factor: 1 }],
    decided: '',
  } as unknown as Spec)
}
function change(j: S['JointRow']) {
  begin(j.spec, j)
}
const preview = usePreview(() => (draft.value ? { kind: 'joints', id: editing.value?.id, spec: draft.value } : null))
const alive = computed(() => drafted(preview.found, 'joints', editing.value?.id))
const kind = computed({
  get: () => draft.value?.joint?.kind ?? 'weld',
  set: (k: Joint['kind']) => {
    draft.value!.joint = blankJoint(k, unit.value)
  },
})
const addOnto = () => {
  draft.value!.onto = [
    ...draft.value!.onto!,
    {
      ...usual(),
      thickness: null,
      place: 'runs through',
      angle_deg: 90,
      turned: false,
      on_side: false,
      stress_MPa: 0,
      opposite: false,
      bears: null,
    } as unknown as S['OntoSpec'],
  ]
}
const addForce = () => {
  draft.value!.forces = [
    ...draft.value!.forces!,
    {
      name: `load ${draft.value!.forces!.length + 1}`,
      case: draft.value!.forces![0]?.case ?? 'live',
      dynamic_factor: 1,
    } as unknown as S['JointForces'],
  ]
}
const explain = (j: S['JointRow']) => {
  why.value = {
    title: '',
    member: 0,
    joint: j.id,
    check: j.verdict?.strength.check_id ?? j.verdict?.checks[0]?.id ?? '',
  }
}
</script>
<template>
  <section class="gap">
    <div class="row spread">
      <h2>Joints by themselves <span class="soft">a lug, a base plate, a gusset, without a frame around it</span></h2>
      <button v-if="mayWrite && !draft" class="button" @click="add">Add a joint by itself</button>
    </div>
    <form v-if="draft" v-begun class="panel gap" @submit.prevent="store">
      <Alive :row="alive" :preview="preview" />
      <div class="fields">
        <div class="field">
          <label for="fj-mark">Mark of the joint</label><input id="fj-mark" v-model="draft.mark" /><span
            class="echo"
          ></span>
        </div>
        <div class="field">
          <label for="fj-name">Called</label><input id="fj-name" v-model="draft.name" /><span class="echo"></span>
        </div>
        <div class="field">
          <label for="fj-qty">How many</label><NumberInput id="fj-qty" v-model="draft.qty" inputmode="numeric" /><span
            class="echo"
          ></span>
        </div>
      </div>
      <h3>What ends there</h3>
      <div class="fields">
        <SectionPick v-model:section="draft.section_id!" v-model:material="draft.material_id" /><label class="row"
          ><input v-model="draft.welded" type="checkbox" /> metal beside welds counts as welded</label
        >
      </div>
      <h3>Joined by</h3>
      <div class="fields">
        <div class="field">
          <label for="fj-kind">Kind of joint</label
          ><select id="fj-kind" v-model="kind">
            <option v-for="k in jointKinds" :key="k.kind" :value="k.kind">{{ k.words }}</option></select
          ><span class="echo"></span>
        </div>
      </div>
      <JointFields v-if="draft.joint" v-model="draft.joint" />
      <h3>What it stands on <span class="soft">its walls are checked where a rule speaks</span></h3>
      <fieldset v-for="(o, i) in draft.onto" :key="i" class="panel">
        <div class="fields">
          <SectionPick v-model:section="o.section_id!" v-model:material="o.material_id" />
          <div class="field">
            <label :for="`fj-p${i}`">It</label
            ><select :id="`fj-p${i}`" v-model="o.place">
              <option value="runs through">runs through</option>
              <option value="ends close by">ends close by</option>
              <option value="corner">ends here, a corner</option></select
            ><span class="echo"></span>
          </div>
          <div class="field">
            <label :for="`fj-a${i}`">Angle between them, °</label
            ><NumberInput :id="`fj-a${i}`" v-model="o.angle_deg" inputmode="decimal" /><span class="echo"></span>
          </div>
          <div class="field">
            <label :for="`fj-s${i}`">Its own stress there, MPa</label
            ><NumberInput :id="`fj-s${i}`" v-model="o.stress_MPa" inputmode="decimal" /><span class="echo"
              >push negative</span
            >
          </div>
          <label class="row"><input v-model="o.turned" type="checkbox" /> it runs along the bar's width</label
          ><label class="row"
            ><input v-model="o.on_side" type="checkbox" /> the bar stands on its side, not its top</label
          ><label class="row"
            ><input v-model="o.opposite" type="checkbox" /> another pushes alike from the other side</label
          >
        </div>
        <button type="button" class="button quiet" @click="draft.onto!.splice(i, 1)">Take away</button>
      </fieldset>
      <button type="button" class="button" @click="addOnto">Add what it stands on</button>
      <h3 class="gap">Forces on it</h3>
      <fieldset v-for="(f, i) in draft.forces" :key="i" class="panel">
        <div class="fields">
          <div class="field">
            <label :for="`fj-n${i}`">Load</label><input :id="`fj-n${i}`" v-model="f.name" /><span class="echo"></span>
          </div>
          <div class="field">
            <label :for="`fj-c${i}`">It is</label
            ><select :id="`fj-c${i}`" v-model="f.case">
              <option v-for="(w, k) in CASES" :key="k" :value="k">{{ w }}</option></select
            ><span class="echo"></span>
          </div>
          <div v-if="f.case !== 'design'" class="field">
            <label :for="`fj-d${i}`">Dynamic factor of it</label
            ><NumberInput :id="`fj-d${i}`" v-model="f.dynamic_factor" inputmode="decimal" /><span class="echo"></span>
          </div>
          <EntryField
            v-for="[k, words, typed] in FORCES"
            :key="k"
            v-model="f[k]"
            :label="words"
            :kind="typed"
            optional
            hint="none"
          />
        </div>
        <button
          type="button"
          class="button quiet"
          :aria-label="`Take away ${f.name}`"
          @click="draft.forces!.splice(i, 1)"
        >
          Take away
        </button>
      </fieldset>
      <button type="button" class="button" @click="addForce">Add forces</button>
      <div class="row gap">
        <button class="button main">Save joint</button
        ><button type="button" class="button" @click="close">Leave it</button>
      </div>
    </form>
    <table v-if="job!.joints.length" class="list">
      <thead>
        <tr>
          <th>Mark</th>
          <th>What</th>
          <th>Of</th>
          <th>What governs</th>
          <th>Breaks</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="j in job!.joints" :key="j.id">
          <td>
            <b>{{ j.spec.mark }}</b>
          </td>
          <td>
            {{ j.spec.name }}
            <span class="soft">{{ jointWords(j.spec.joint?.kind ?? 'weld') }} × {{ j.spec.qty }}</span>
          </td>
          <td>
            {{ j.spec.section_id }} <span class="soft">{{ j.spec.material_id }}</span>
          </td>
          <td class="soft">{{ j.trouble ?? j.verdict!.strength.governs }}</td>
          <td>
            <button class="button quiet" @click="explain(j)"><Reserve :value="j.verdict?.strength.value" /></button>
          </td>
          <td class="num">
            <RowActions kind="joints" :row="j" :name="j.spec.mark" :change="() => change(j)" />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
<style scoped>
fieldset {
  border: var(--line) solid var(--rule);
  margin: 6px 0;
}
</style>
