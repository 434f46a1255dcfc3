<script setup lang="ts">
/** A plate as it is entered, and what it would come to. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import type { useDraft } from '../../composables/useDraft'
import Alive from '../../shared/Alive.vue'
import { drafted, usePreview } from '../../shared/preview'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import { SIZES, WORDS, type Spec } from './plate'
import PlateLoads from './PlateLoads.vue'

const props = defineProps<{ form: ReturnType<typeof useDraft<Spec>>; materials: S['Material'][] }>()
const { draft, row } = props.form
const preview = usePreview(() => (draft.value ? { kind: 'plates', id: row.value?.id, spec: draft.value } : null))
const alive = computed(() => drafted(preview.found, 'plates', row.value?.id))
</script>
<template>
  <EditForm v-if="draft" :form="form" save="Save plate">
    <Alive :row="alive" :preview="preview" />
    <div class="fields">
      <TextField id="pl-mark" v-model="draft.mark" label="Mark of the plate" at="mark" />
      <TextField id="pl-name" v-model="draft.name" label="Called" at="name" />
      <ChoiceField id="pl-form" v-model="draft.form" label="It is" at="form" :options="WORDS" />
      <QuantityField at="a" v-model="draft.a" :label="SIZES[draft.form!][0]" />
      <QuantityField at="b" v-if="draft.form !== 'disc'" v-model="draft.b" :label="SIZES[draft.form!][1]" />
      <QuantityField
        at="thickness"
        v-model="draft.thickness"
        label="Thickness of it"
        kind="thickness"
        :material="draft.material_id"
      />
      <ChoiceField
        id="pl-mat"
        v-model="draft.material_id"
        label="Of"
        at="material_id"
        :options="materials.map((m) => ({ value: m.id, label: m.id }))"
      />
      <ChoiceField
        v-if="draft.form !== 'web'"
        id="pl-lies"
        v-model="draft.lies"
        label="It lies"
        at="lies"
        :options="{ flat: 'flat, and carries itself', upright: 'upright' }"
      />
      <el-checkbox v-model="draft.welded">welded where stressed most</el-checkbox>
    </div>
    <PlateLoads v-if="draft.form !== 'web'" v-model="draft" />
    <div v-else class="fields gap">
      <QuantityField at="hole" v-model="draft.hole" label="Holes, diameter" optional hint="" /><QuantityField
        at="pitch"
        v-model="draft.pitch"
        label="From hole to hole"
        optional
        hint=""
      /><QuantityField at="rim" v-model="draft.rim" label="Pressed rim, height" optional hint="none" /><QuantityField
        at="moment"
        v-model="draft.moment"
        label="Moment at a hole"
        kind="moment"
        optional
        hint="none"
      /><QuantityField at="shear" v-model="draft.shear" label="Shear there" kind="force" optional hint="none" /></div
  ></EditForm>
</template>
