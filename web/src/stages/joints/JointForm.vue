<script setup lang="ts">
/** A joint by itself as it is entered: what ends there, how it is joined, what it stands on, and its forces. */
import { computed } from 'vue'
import type { useDraft } from '../../composables/useDraft'
import Alive from '../../shared/Alive.vue'
import { drafted, usePreview } from '../../shared/preview'
import SectionPick from '../../shared/SectionPick.vue'
import { unit } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import { blankJoint, jointKinds, type Joint } from '../structures/starters'
import { blankForces, blankOnto, type Spec } from './joint'
import JointFields from './JointFields.vue'

const props = defineProps<{ form: ReturnType<typeof useDraft<Spec>> }>()
const draft = computed(() => props.form.draft.value as Spec)
const editing = props.form.row
const FORCES = [
  ['pull', 'Pull along it', 'force'],
  ['in_depth', 'Across, in its depth', 'force'],
  ['across', 'Across, in its width', 'force'],
  ['about_width', 'Moment, bends its depth', 'moment'],
  ['about_depth', 'Moment, bends its width', 'moment'],
  ['twist', 'Twist', 'moment'],
] as const
const CASES = { design: 'as designed for, factors in it', dead: 'dead', live: 'live', wind: 'wind' }
const preview = usePreview(() => ({ kind: 'joints', id: editing.value?.id, spec: draft.value }))
const alive = computed(() => drafted(preview.found, 'joints', editing.value?.id))
const kind = computed({
  get: () => draft.value?.joint?.kind ?? 'weld',
  set: (k: Joint['kind']) => {
    draft.value.joint = blankJoint(k, unit.value)
  },
})
const addOnto = () => draft.value.onto!.push(blankOnto())
const addForce = () => draft.value.forces!.push(blankForces(draft.value.forces!))
</script>
<template>
  <EditForm :form="form" save="Save joint">
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
        <NumberField :id="`fj-a${i}`" v-model="o.angle_deg" label="Angle between them, °" :at="`onto.${i}.angle_deg`" />
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
</template>
<style scoped>
fieldset {
  border: var(--line) solid var(--rule);
  margin: 6px 0;
}
</style>
