<script setup lang="ts">
/** Joints and plates that are sized without a frame around them: what ends there, what it stands on, and its forces. */
import { ref, computed, onMounted } from 'vue'
import type { S } from '../api/client'
import Alive from '../shared/Alive.vue'
import { attempt, job, mayWrite, why } from '../shared/job'
import { useDraft } from '../composables/useDraft'
import { drafted, usePreview } from '../shared/preview'
import Reserve from '../shared/Reserve.vue'
import RowActions from '../shared/RowActions.vue'
import SectionPick from '../shared/SectionPick.vue'
import { unit } from '../shared/units'
import JointFields from './JointFields.vue'
import { blankJoint, jointKinds, jointWords, loadStarters, type Joint } from './starters'
import TextField from '../ui/TextField.vue'
import NumberField from '../ui/NumberField.vue'
import ChoiceField from '../ui/ChoiceField.vue'
import QuantityField from '../ui/QuantityField.vue'
import { usePicked } from '../composables/usePicked'
import EditForm from '../ui/EditForm.vue'

type Spec = S['FreeJointSpec']
onMounted(() => attempt(loadStarters))
const form = useDraft<Spec>('joints')
const { draft, row: editing, begin } = form
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
async function add() {
  // what a kind asks for is known before it is begun
  if (!(await attempt(loadStarters))) return
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
const found = ref<number | null>(null)
usePicked('joint', found)
</script>
<template>
  <section class="gap">
    <div class="row spread">
      <h2>Joints by themselves <span class="soft">a lug, a base plate, a gusset, without a frame around it</span></h2>
      <el-button v-if="mayWrite && !draft" @click="add">Add a joint by itself</el-button>
    </div>
    <EditForm v-if="draft" :form="form" save="Save joint">
      <Alive :row="alive" :preview="preview" />
      <div class="fields">
        <TextField id="fj-mark" v-model="draft.mark" label="Mark of the joint" at="mark" />
        <TextField id="fj-name" v-model="draft.name" label="Called" at="name" />
        <NumberField id="fj-qty" v-model="draft.qty" label="How many" at="qty" />
      </div>
      <h3>What ends there</h3>
      <div class="fields">
        <SectionPick v-model:section="draft.section_id!" v-model:material="draft.material_id" /><el-checkbox
          v-model="draft.welded"
          >metal beside welds counts as welded</el-checkbox
        >
      </div>
      <h3>Joined by</h3>
      <div class="fields">
        <ChoiceField
          id="fj-kind"
          v-model="kind"
          label="Kind of joint"
          :options="jointKinds.map((k) => ({ value: k.kind, label: k.words }))"
        />
      </div>
      <JointFields v-if="draft.joint" v-model="draft.joint" within="joint." />
      <h3>What it stands on <span class="soft">its walls are checked where a rule speaks</span></h3>
      <fieldset v-for="(o, i) in draft.onto" :key="i" class="panel">
        <div class="fields">
          <SectionPick v-model:section="o.section_id!" v-model:material="o.material_id" :within="`onto.${i}.`" />
          <ChoiceField
            :id="`fj-p${i}`"
            v-model="o.place"
            label="It"
            :at="`onto.${i}.place`"
            :options="{
              'runs through': 'runs through',
              'ends close by': 'ends close by',
              corner: 'ends here, a corner',
            }"
          />
          <NumberField
            :id="`fj-a${i}`"
            v-model="o.angle_deg"
            label="Angle between them, °"
            :at="`onto.${i}.angle_deg`"
          />
          <NumberField
            :id="`fj-s${i}`"
            v-model="o.stress_MPa"
            label="Its own stress there, MPa"
            echo="push negative"
            :at="`onto.${i}.stress_MPa`"
          />
          <el-checkbox v-model="o.turned">it runs along the bar's width</el-checkbox
          ><el-checkbox v-model="o.on_side">the bar stands on its side, not its top</el-checkbox
          ><el-checkbox v-model="o.opposite">another pushes alike from the other side</el-checkbox>
        </div>
        <el-button text @click="draft.onto!.splice(i, 1)">Take away</el-button>
      </fieldset>
      <el-button @click="addOnto">Add what it stands on</el-button>
      <h3 class="gap">Forces on it</h3>
      <fieldset v-for="(f, i) in draft.forces" :key="i" class="panel">
        <div class="fields">
          <TextField :id="`fj-n${i}`" v-model="f.name" label="Load" :at="`forces.${i}.name`" />
          <ChoiceField :id="`fj-c${i}`" v-model="f.case" label="It is" :at="`forces.${i}.case`" :options="CASES" />
          <NumberField
            v-if="f.case !== 'design'"
            :id="`fj-d${i}`"
            v-model="f.dynamic_factor"
            label="Dynamic factor of it"
            :at="`forces.${i}.dynamic_factor`"
          />
          <QuantityField
            v-for="[k, words, typed] in FORCES"
            :key="k"
            v-model="f[k]"
            :label="words"
            :at="`forces.${i}.${k}`"
            :kind="typed"
            optional
            hint="none"
          />
        </div>
        <el-button text :aria-label="`Take away ${f.name}`" @click="draft.forces!.splice(i, 1)"> Take away </el-button>
      </fieldset>
      <el-button @click="addForce">Add forces</el-button></EditForm
    >
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
        <tr v-for="j in job!.joints" :key="j.id" :class="{ chosen: j.id === found }" :data-row="`joint ${j.id}`">
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
            <el-button text @click="explain(j)"><Reserve :value="j.verdict?.strength.value" /></el-button>
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
