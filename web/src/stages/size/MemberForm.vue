<script setup lang="ts">
/** A member as it is entered, and beside it what it would come to; what stands on the drawing is moved there. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import type { useDraft } from '../../composables/useDraft'
import Alive from '../../shared/Alive.vue'
import { job } from '../../shared/job'
import { drafted, usePreview } from '../../shared/preview'
import SectionPick from '../../shared/SectionPick.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import BeamDrawing from './BeamDrawing.vue'
import MemberLoads from './MemberLoads.vue'
import MemberSupports from './MemberSupports.vue'
import { gripsOf, moved, SHAPES, whole } from './member'

const props = defineProps<{ form: ReturnType<typeof useDraft<S['MemberSpec']>> }>()
const shape = defineModel<string>('shape', { required: true })
const { draft, row: editing } = props.form
const preview = usePreview(() =>
  draft.value ? { kind: 'members', id: editing.value?.id, spec: whole(draft.value, shape.value) } : null,
)
const alive = computed(() => drafted(preview.found, 'members', editing.value?.id))
const grips = computed(() => (draft.value && alive.value ? gripsOf(draft.value, alive.value.spec, shape.value) : []))
function move(key: string, mm: number) {
  if (draft.value) draft.value = moved(draft.value, key, mm)
}
</script>
<template>
  <EditForm v-if="draft" :form="form" :save="$t('size.save_member')">
    <h2>{{ editing ? $t('size.change_x', [draft.mark]) : $t('size.a_new_member') }}</h2>
    <div class="live">
      <div>
        <div class="fields gap">
          <TextField id="m-mark" v-model="draft.mark" :label="$t('size.mark')" at="mark" />
          <TextField
            id="m-name"
            :placeholder="$t('size.rail')"
            v-model="draft.name"
            :label="$t('size.name')"
            at="name"
          />
          <NumberField id="m-qty" v-model="draft.qty" :label="$t('size.pieces')" at="qty" />
          <QuantityField at="length" v-model="draft.length" :label="$t('size.length')" />
          <ChoiceField id="m-shape" v-model="shape" :label="$t('size.it_stands')" :options="SHAPES" />
          <SectionPick v-model:section="draft.section_id" v-model:material="draft.material_id" />
          <ChoiceField
            id="m-axis"
            v-model="draft.axis"
            :label="$t('size.bent_about')"
            at="axis"
            :options="{ strong: $t('size.its_strong_axis'), weak: $t('size.its_weak_axis') }"
          />
          <QuantityField
            at="unbraced"
            v-model="draft.unbraced"
            :label="$t('size.held_sideways_every')"
            optional
            :hint="$t('size.only_at_its_ends')"
          />
          <QuantityField
            at="bearing"
            v-model="draft.bearing"
            :label="$t('size.loads_and_supports_bear_on')"
            optional
            :hint="$t('size.walls_not_checked')"
          /><QuantityField
            at="wheel_from_edge"
            v-model="draft.wheel_from_edge"
            :label="$t('size.wheels_from_the_flanges_edge')"
            optional
            :hint="$t('size.no_wheels')"
          />
          <el-checkbox v-model="draft.welded">{{ $t('size.welded_where_stressed_most') }}</el-checkbox>
        </div>
        <MemberSupports v-model="draft" :shape="shape" />
        <MemberLoads v-model="draft" />
      </div>
      <Alive :row="alive" :preview="preview">
        <BeamDrawing
          v-if="alive?.verdict"
          :width="440"
          :spec="alive.spec"
          :verdict="alive.verdict"
          :loads="job!.loads"
          :grips="grips"
          @move="move"
        />
      </Alive></div
  ></EditForm>
</template>
