<script setup lang="ts">
/** A weld of an assembly: of what to what, how large, on which side. */
import { computed } from 'vue'
import { t } from '../../messages'
import { job } from '../../shared/job'
import { marked } from '../../shared/named'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import { markOf, type Spec, type Weld } from './assembly'

const props = defineProps<{ number: number; spec: Spec }>()
const weld = defineModel<Weld>({ required: true })
const parts = computed(() =>
  [...new Set((props.spec.placed ?? []).map((p) => p.part_id))].map((id) => ({ value: id, label: markOf(id) })),
)
const joints = computed(() => [{ value: null, label: t('assemblies.no_joint') }, ...marked(job.value!.joints)])
const KINDS: Record<string, string> = {
  fillet: t('assemblies.fillet'),
  square: t('assemblies.square_butt'),
  V: t('assemblies.v_butt'),
  bevel: t('assemblies.bevel_butt'),
  'flare bevel': t('assemblies.flare_bevel'),
  plug: t('assemblies.plug'),
}
const SIDES = {
  arrow: t('assemblies.on_the_arrows_side'),
  other: t('assemblies.on_the_far_side'),
  both: t('assemblies.on_both_sides'),
}
</script>
<template>
  <div class="fields">
    <ChoiceField
      :id="`aw-p${number}`"
      v-model="weld.part_id"
      :label="$t('assemblies.every_one_of')"
      :at="`welds.${number}.part_id`"
      :options="parts"
    />
    <ChoiceField
      :id="`aw-o${number}`"
      v-model="weld.onto_id"
      :label="$t('assemblies.to_what_it_touches_of')"
      :at="`welds.${number}.onto_id`"
      :options="parts"
    />
    <ChoiceField
      :id="`aw-k${number}`"
      v-model="weld.kind"
      :label="$t('assemblies.kind_of_weld')"
      :at="`welds.${number}.kind`"
      :options="KINDS"
    />
    <ChoiceField
      v-if="weld.kind === 'fillet'"
      :id="`aw-j${number}`"
      v-model="weld.joint_id"
      :label="$t('assemblies.sized_as_joint')"
      :at="`welds.${number}.joint_id`"
      :options="joints"
    />
    <QuantityField
      v-if="weld.joint_id == null"
      v-model="weld.leg"
      :label="weld.kind === 'fillet' ? $t('assemblies.leg') : $t('assemblies.depth')"
      :at="`welds.${number}.leg`"
      optional
      :hint="weld.kind === 'fillet' ? $t('assemblies.not_said') : $t('assemblies.through')"
    />
    <ChoiceField
      :id="`aw-s${number}`"
      v-model="weld.sides"
      :label="$t('assemblies.it_is')"
      :at="`welds.${number}.sides`"
      :options="SIDES"
    />
    <QuantityField
      v-model="weld.run"
      :label="$t('assemblies.pieces_long')"
      :at="`welds.${number}.run`"
      optional
      :hint="$t('assemblies.continuous')"
    />
    <QuantityField
      v-if="weld.run"
      v-model="weld.pitch"
      :label="$t('assemblies.middle_to_middle')"
      :at="`welds.${number}.pitch`"
      optional
      :hint="$t('assemblies.one_piece')"
    />
    <TextField
      :id="`aw-t${number}`"
      v-model="weld.tail"
      :label="$t('assemblies.process_or_note')"
      :at="`welds.${number}.tail`"
    />
    <el-checkbox v-model="weld.all_round">{{ $t('assemblies.all_round') }}</el-checkbox><el-checkbox
      v-model="weld.at_site"
      >{{ $t('assemblies.at_site') }}</el-checkbox
    >
  </div>
</template>
