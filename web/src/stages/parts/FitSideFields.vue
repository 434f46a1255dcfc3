<script setup lang="ts">
/** One side of a fit: measured, a profile's, a hole of a part, or a joint's of the sizing. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { t } from '../../messages'
import { job } from '../../shared/job'
import SectionPick from '../../shared/SectionPick.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import { byOf, said, type By } from './fits'

const props = defineProps<{ label: string; within: string; id: string; hollow?: boolean }>()
const side = defineModel<S['FitSide']>({ required: true })
const offers = computed(() => job.value!.figures.fit_offers)
/** What is chosen before anything is typed there. */
const picking = defineModel<By | null>('picking', { default: null })
const by = computed({
  get: () => picking.value ?? byOf(side.value),
  set: (now) => {
    picking.value = now
    side.value = said(now, offers.value)
  },
})
const ways = computed(() => [
  { value: 'size', label: t('parts.as_measured') },
  { value: 'section_id', label: props.hollow ? t('parts.bore_of_a_profile') : t('parts.outside_of_a_profile') },
  ...(offers.value.holes?.length ? [{ value: 'hole', label: t('parts.a_hole_of_a_part') }] : []),
  ...(offers.value.joints?.length ? [{ value: 'joint', label: t('parts.a_joint_of_the_sizing') }] : []),
])
const options = (of: S['FitOffer'][] | undefined) => (of ?? []).map((o) => ({ value: o.value, label: o.words }))
</script>
<template>
  <ChoiceField :id="`${id}-by`" v-model="by" :label="label" :options="ways" />
  <QuantityField v-if="by === 'size'" v-model="side.size" :at="`${within}size`" :label="$t('parts.across')" />
  <SectionPick
    v-else-if="by === 'section_id'"
    v-model:section="side.section_id"
    material=""
    :metal="false"
    :within="within"
  />
  <ChoiceField
    v-else-if="by === 'hole'"
    :id="`${id}-hole`"
    v-model="side.hole"
    :label="$t('parts.which_hole')"
    :at="`${within}hole`"
    :options="options(offers.holes)"
  />
  <ChoiceField
    v-else
    :id="`${id}-joint`"
    v-model="side.joint"
    :label="$t('parts.which_joint')"
    :at="`${within}joint`"
    :options="options(offers.joints)"
  />
  <QuantityField
    v-model="side.off"
    :at="`${within}off`"
    :label="$t('parts.off_by_at_most')"
    optional
    :hint="by === 'section_id' ? $t('parts.by_its_standard') : $t('parts.nothing')"
  />
</template>
