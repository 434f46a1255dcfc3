<script setup lang="ts">
/** A joint by itself as it is entered: what ends there, how it is joined, what it stands on, and its forces. */
import { t } from '../../messages'
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
  ['pull', t('joints.pull_along_it'), 'force'],
  ['in_depth', t('joints.across_in_its_depth'), 'force'],
  ['across', t('joints.across_in_its_width'), 'force'],
  ['about_width', 'Moment, bends its depth', 'moment'],
  ['about_depth', 'Moment, bends its width', 'moment'],
  ['twist', 'Twist', 'moment'],
] as const
const CASES = { design: t('joints.as_designed_for_factors_in'), dead: 'dead', live: 'live', wind: 'wind' }
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
  <EditForm :form="form" :save="$t('joints.save_joint')">
    <Alive :row="alive" :preview="preview" />
    <div class="fields">
      <TextField id="fj-mark" v-model="draft.mark" :label="$t('joints.mark_of_the_joint')" at="mark" />
      <TextField id="fj-name" v-model="draft.name" :label="$t('joints.called')" at="name" />
      <NumberField id="fj-qty" v-model="draft.qty" :label="$t('joints.how_many')" at="qty" />
    </div>
    <h3>{{ $t('joints.what_ends_there') }}</h3>
    <div class="fields">
      <SectionPick v-model:section="draft.section_id!" v-model:material="draft.material_id" /><el-checkbox
        v-model="draft.welded"
        >{{ $t('joints.metal_beside_welds_counts_as') }}</el-checkbox
      >
    </div>
    <h3>{{ $t('joints.joined_by') }}</h3>
    <div class="fields">
      <ChoiceField
        id="fj-kind"
        v-model="kind"
        :label="$t('joints.kind_of_joint')"
        :options="jointKinds.map((k) => ({ value: k.kind, label: k.words }))"
      />
    </div>
    <JointFields v-if="draft.joint" v-model="draft.joint" within="joint." />
    <h3>
      {{ $t('joints.what_it_stands_on') }} <span class="soft">{{ $t('joints.its_walls_are_checked_where') }}</span>
    </h3>
    <fieldset v-for="(o, i) in draft.onto" :key="i" class="panel">
      <div class="fields">
        <SectionPick v-model:section="o.section_id!" v-model:material="o.material_id" :within="`onto.${i}.`" />
        <ChoiceField
          :id="`fj-p${i}`"
          v-model="o.place"
          :label="$t('joints.it')"
          :at="`onto.${i}.place`"
          :options="{
            'runs through': $t('joints.runs_through'),
            'ends close by': $t('joints.ends_close_by'),
            corner: $t('joints.ends_here_a_corner'),
          }"
        />
        <NumberField
          :id="`fj-a${i}`"
          v-model="o.angle_deg"
          :label="$t('joints.angle_between_them')"
          :at="`onto.${i}.angle_deg`"
        />
        <NumberField
          :id="`fj-s${i}`"
          v-model="o.stress_MPa"
          :label="$t('joints.its_own_stress_there_mpa')"
          :echo="$t('joints.push_negative')"
          :at="`onto.${i}.stress_MPa`"
        />
        <el-checkbox v-model="o.turned">{{ $t('joints.it_runs_along_the_bars') }}</el-checkbox><el-checkbox
          v-model="o.on_side"
          >{{ $t('joints.the_bar_stands_on_its') }}</el-checkbox
        ><el-checkbox v-model="o.opposite">{{ $t('joints.another_pushes_alike_from_the') }}</el-checkbox>
      </div>
      <el-button text @click="draft.onto!.splice(i, 1)">{{ $t('joints.take_away') }}</el-button>
    </fieldset>
    <el-button @click="addOnto">{{ $t('joints.add_what_it_stands_on') }}</el-button>
    <h3 class="gap">{{ $t('joints.forces_on_it') }}</h3>
    <fieldset v-for="(f, i) in draft.forces" :key="i" class="panel">
      <div class="fields">
        <TextField :id="`fj-n${i}`" v-model="f.name" :label="$t('joints.load')" :at="`forces.${i}.name`" />
        <ChoiceField
          :id="`fj-c${i}`"
          v-model="f.case"
          :label="$t('joints.it_is')"
          :at="`forces.${i}.case`"
          :options="CASES"
        />
        <NumberField
          v-if="f.case !== 'design'"
          :id="`fj-d${i}`"
          v-model="f.dynamic_factor"
          :label="$t('joints.dynamic_factor_of_it')"
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
          :hint="$t('joints.none')"
        />
      </div>
      <el-button text :aria-label="$t('joints.take_away_x', [f.name])" @click="draft.forces!.splice(i, 1)">
        {{ $t('joints.take_away') }}
      </el-button>
    </fieldset>
    <el-button @click="addForce">{{ $t('joints.add_forces') }}</el-button></EditForm
  >
</template>
<style scoped>
fieldset {
  border: var(--line) solid var(--rule);
  margin: 6px 0;
}
</style>
