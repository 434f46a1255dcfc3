<script setup lang="ts">
/** Limits and surroundings of the job; the form is always open. */
import { watch, type Ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import { job, mayWrite, saveBrief } from '../../shared/job'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import Carried from './Carried.vue'
import Machines from './Machines.vue'

const begin = () => form.begin(job.value!.job.spec, { id: 0, version: job.value!.job.version })
const form = useDraft<S['JobSpec']>('brief', {
  send: async (row, spec) => {
    await saveBrief(spec as S['JobSpec'], row!.version)
    return 0
  },
  saved: () => begin(),
})
/** It is always open. */
const brief = form.draft as Ref<S['JobSpec']>
const { dirty } = form
if (!form.draft.value) begin()
watch(
  () => job.value!.job.version,
  () => {
    // what is being typed stays, at the version it was begun on: saving it then shows both
    if (!dirty.value) begin()
  },
)
</script>
<template>
  <EditForm :form="form" save="Save brief" always>
    <div class="row spread">
      <h2>Limits and surroundings</h2>
      <el-button v-if="mayWrite" native-type="submit" :type="dirty ? 'primary' : 'default'" :disabled="!dirty"
        >Save brief</el-button
      >
    </div>
    <div class="fields gap">
      <TextField id="b-name" v-model="brief.name" label="Name" at="name" />
      <TextField id="b-for" v-model="brief.for_whom" label="For" at="for_whom" />
      <ChoiceField
        id="b-method"
        v-model="brief.method!.kind"
        label="Strength by"
        at="method.kind"
        :options="{
          shop: 'the shop\'s factors',
          asd: 'ASD, AISC 360-22',
          lrfd: 'LRFD, AISC 360-22',
          en: 'partial factors, EN 1993',
          lifting: 'as a lifting device',
        }"
      />
      <NumberField
        v-if="brief.method!.kind === 'lifting'"
        id="b-nd"
        v-model="brief.method!.design_factor"
        label="Design factor Nd"
        at="method.design_factor"
      />
      <template v-if="brief.method!.kind === 'shop'">
        <NumberField id="b-n" v-model="brief.method!.n" label="Factor on yield" at="method.n" />
        <NumberField id="b-m" v-model="brief.method!.m" label="Factor on ultimate" at="method.m" />
      </template>
      <NumberField id="b-span" v-model="brief.span_over" label="Moves at most: span over" at="span_over" />
      <NumberField id="b-cant" v-model="brief.cantilever_over" label="Tip of an arm: 2 L over" at="cantilever_over" />
      <QuantityField
        at="move_at_most"
        v-model="brief.move_at_most"
        label="Or a fixed figure"
        optional
        hint="by the ratios"
      />
      <NumberField
        id="b-hz"
        placeholder="not asked"
        @change="brief.swings_at_least_hz = brief.swings_at_least_hz || null"
        v-model="brief.swings_at_least_hz"
        label="Swings at least, Hz"
        echo="of structures; members and plates are not checked for it"
        at="swings_at_least_hz"
      />
      <QuantityField
        at="module_mass_limit"
        v-model="brief.module_mass_limit"
        label="A module weighs at most"
        kind="mass"
        optional
        hint="no limit"
      />
      <QuantityField
        at="longest_piece"
        v-model="brief.longest_piece"
        label="Longest piece that can be brought"
        optional
        hint="no limit"
      />
      <ChoiceField
        id="b-env"
        v-model="brief.environment"
        label="It stands"
        at="environment"
        :options="['dry', 'outdoor', 'salt', 'hot', 'dusty', 'vibrating']"
      />
      <ChoiceField
        id="b-fin"
        v-model="brief.finish"
        label="Finish"
        at="finish"
        :options="['none', 'paint', 'galvanised']"
      />
    </div>
    <div class="row">
      <el-checkbox v-model="brief.people_on_it">people on or under it</el-checkbox
      ><el-checkbox v-model="brief.public">open to the public</el-checkbox>
      <el-checkbox v-model="brief.lifted">lifted, or lifts</el-checkbox
      ><el-checkbox v-model="brief.welded">welded</el-checkbox>
    </div>
    <Machines v-model="brief" />
    <Carried v-model="brief" />
    <TextField class="gap" id="b-what" :rows="3" v-model="brief.what" label="What it is" at="what" />
  </EditForm>
</template>
