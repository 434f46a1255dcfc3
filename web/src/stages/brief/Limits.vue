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
  <EditForm :form="form" :save="$t('brief.save_brief')" always>
    <div class="row spread">
      <h2>{{ $t('brief.limits_and_surroundings') }}</h2>
      <el-button v-if="mayWrite" native-type="submit" :type="dirty ? 'primary' : 'default'" :disabled="!dirty">{{
        $t('brief.save_brief')
      }}</el-button>
    </div>
    <div class="fields gap">
      <TextField id="b-name" v-model="brief.name" :label="$t('brief.name')" at="name" />
      <TextField id="b-for" v-model="brief.for_whom" :label="$t('brief.for')" at="for_whom" />
      <ChoiceField
        id="b-method"
        v-model="brief.method!.kind"
        :label="$t('brief.strength_by')"
        at="method.kind"
        :options="{
          shop: $t('brief.the_shops_factors'),
          asd: $t('brief.asd_aisc_360_22'),
          lrfd: $t('brief.lrfd_aisc_360_22'),
          en: $t('brief.partial_factors_en_1993'),
          lifting: $t('brief.as_a_lifting_device'),
        }"
      />
      <NumberField
        v-if="brief.method!.kind === 'lifting'"
        id="b-nd"
        v-model="brief.method!.design_factor"
        :label="$t('brief.design_factor_nd')"
        at="method.design_factor"
      />
      <template v-if="brief.method!.kind === 'shop'">
        <NumberField id="b-n" v-model="brief.method!.n" :label="$t('brief.factor_on_yield')" at="method.n" />
        <NumberField id="b-m" v-model="brief.method!.m" :label="$t('brief.factor_on_ultimate')" at="method.m" />
      </template>
      <NumberField id="b-span" v-model="brief.span_over" :label="$t('brief.moves_at_most_span_over')" at="span_over" />
      <NumberField
        id="b-cant"
        v-model="brief.cantilever_over"
        :label="$t('brief.tip_of_an_arm_2')"
        at="cantilever_over"
      />
      <QuantityField
        at="move_at_most"
        v-model="brief.move_at_most"
        :label="$t('brief.or_a_fixed_figure')"
        optional
        :hint="$t('brief.by_the_ratios')"
      />
      <NumberField
        id="b-hz"
        :placeholder="$t('brief.not_asked')"
        @change="brief.swings_at_least_hz = brief.swings_at_least_hz || null"
        v-model="brief.swings_at_least_hz"
        :label="$t('brief.swings_at_least_hz')"
        :echo="$t('brief.of_structures_members_and_plates')"
        at="swings_at_least_hz"
      />
      <QuantityField
        at="module_mass_limit"
        v-model="brief.module_mass_limit"
        :label="$t('brief.a_module_weighs_at_most')"
        kind="mass"
        optional
        :hint="$t('brief.no_limit')"
      />
      <QuantityField
        at="longest_piece"
        v-model="brief.longest_piece"
        :label="$t('brief.longest_piece_that_can_be')"
        optional
        :hint="$t('brief.no_limit')"
      />
      <ChoiceField
        id="b-env"
        v-model="brief.environment"
        :label="$t('brief.it_stands')"
        at="environment"
        :options="['dry', 'outdoor', 'salt', 'hot', 'dusty', 'vibrating']"
      />
      <ChoiceField
        id="b-fin"
        v-model="brief.finish"
        :label="$t('brief.finish')"
        at="finish"
        :options="['none', 'paint', 'galvanised']"
      />
    </div>
    <div class="row">
      <el-checkbox v-model="brief.people_on_it">{{ $t('brief.people_on_or_under_it') }}</el-checkbox><el-checkbox
        v-model="brief.public"
        >{{ $t('brief.open_to_the_public') }}</el-checkbox
      >
      <el-checkbox v-model="brief.lifted">{{ $t('brief.lifted_or_lifts') }}</el-checkbox><el-checkbox
        v-model="brief.welded"
        >{{ $t('brief.welded') }}</el-checkbox
      >
    </div>
    <Machines v-model="brief" />
    <Carried v-model="brief" />
    <TextField class="gap" id="b-what" :rows="3" v-model="brief.what" :label="$t('brief.what_it_is')" at="what" />
  </EditForm>
</template>
