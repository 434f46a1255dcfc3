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
  <EditForm v-if="draft" :form="form" save="Save member">
    <h2>{{ editing ? `Change ${draft.mark}` : 'A new member' }}</h2>
    <div class="live">
      <div>
        <div class="fields gap">
          <TextField id="m-mark" v-model="draft.mark" label="Mark" at="mark" />
          <TextField id="m-name" placeholder="rail" v-model="draft.name" label="Name" at="name" />
          <NumberField id="m-qty" v-model="draft.qty" label="Pieces" at="qty" />
          <QuantityField at="length" v-model="draft.length" label="Length" />
          <ChoiceField id="m-shape" v-model="shape" label="It stands" :options="SHAPES" />
          <SectionPick v-model:section="draft.section_id" v-model:material="draft.material_id" />
          <ChoiceField
            id="m-axis"
            v-model="draft.axis"
            label="Bent about"
            at="axis"
            :options="{ strong: 'its strong axis', weak: 'its weak axis' }"
          />
          <QuantityField
            at="unbraced"
            v-model="draft.unbraced"
            label="Held sideways every"
            optional
            hint="only at its ends"
          />
          <QuantityField
            at="bearing"
            v-model="draft.bearing"
            label="Loads and supports bear on"
            optional
            hint="walls not checked"
          /><QuantityField
            at="wheel_from_edge"
            v-model="draft.wheel_from_edge"
            label="Wheels, from the flange's edge"
            optional
            hint="no wheels"
          />
          <el-checkbox v-model="draft.welded">welded where stressed most</el-checkbox>
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
