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
  <EditForm v-if="draft" :form="form" :save="$t('plates.save_plate')">
    <Alive :row="alive" :preview="preview" />
    <div class="fields">
      <TextField id="pl-mark" v-model="draft.mark" :label="$t('plates.mark_of_the_plate')" at="mark" />
      <TextField id="pl-name" v-model="draft.name" :label="$t('plates.called')" at="name" />
      <ChoiceField id="pl-form" v-model="draft.form" :label="$t('plates.it_is')" at="form" :options="WORDS" />
      <QuantityField at="a" v-model="draft.a" :label="SIZES[draft.form!][0]" />
      <QuantityField at="b" v-if="draft.form !== 'disc'" v-model="draft.b" :label="SIZES[draft.form!][1]" />
      <QuantityField
        at="thickness"
        v-model="draft.thickness"
        :label="$t('plates.thickness_of_it')"
        kind="thickness"
        :material="draft.material_id"
      />
      <ChoiceField
        id="pl-mat"
        v-model="draft.material_id"
        :label="$t('plates.of')"
        at="material_id"
        :options="materials.map((m) => ({ value: m.id, label: m.id }))"
      />
      <ChoiceField
        v-if="draft.form !== 'web'"
        id="pl-lies"
        v-model="draft.lies"
        :label="$t('plates.it_lies')"
        at="lies"
        :options="{ flat: $t('plates.flat_and_carries_itself'), upright: $t('plates.upright') }"
      />
      <el-checkbox v-model="draft.welded">{{ $t('plates.welded_where_stressed_most') }}</el-checkbox>
    </div>
    <PlateLoads v-if="draft.form !== 'web'" v-model="draft" />
    <div v-else class="fields gap">
      <QuantityField
        at="hole"
        v-model="draft.hole"
        :label="$t('plates.holes_diameter')"
        optional
        hint=""
      /><QuantityField
        at="pitch"
        v-model="draft.pitch"
        :label="$t('plates.from_hole_to_hole')"
        optional
        hint=""
      /><QuantityField
        at="rim"
        v-model="draft.rim"
        :label="$t('plates.pressed_rim_height')"
        optional
        :hint="$t('plates.none')"
      /><QuantityField
        at="moment"
        v-model="draft.moment"
        :label="$t('plates.moment_at_a_hole')"
        kind="moment"
        optional
        :hint="$t('plates.none')"
      /><QuantityField
        at="shear"
        v-model="draft.shear"
        :label="$t('plates.shear_there')"
        kind="force"
        optional
        :hint="$t('plates.none')"
      /></div
  ></EditForm>
</template>
