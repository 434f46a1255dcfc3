<script setup lang="ts">
/** A line of the stock book: what it is, whether it is here, and what is asked for it. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import type { useDraft } from '../../composables/useDraft'
import { catalogue, job } from '../../shared/job'
import SectionPick from '../../shared/SectionPick.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import type { Bar, Item, Sheet } from './stock'

const props = defineProps<{ form: ReturnType<typeof useDraft<Item>> }>()
const onHand = defineModel<boolean>('onHand', { required: true })
const draft = computed(() => props.form.draft.value as Item)
const bar = computed(() => (draft.value.form === 'bar' ? (draft.value as Bar) : null))
const sheet = computed(() => (draft.value.form === 'sheet' ? (draft.value as Sheet) : null))
const materials = ref<S['Material'][]>([])
void catalogue().then((c) => {
  materials.value = c.materials
})
</script>
<template>
  <EditForm :form="form" save="Save stock">
    <div class="fields">
      <template v-if="bar">
        <SectionPick
          v-model:section="bar.section_id"
          v-model:material="bar.material_id"
          within="item."
          :own="false"
        /><QuantityField at="item.length" v-model="bar.length" label="Length" />
      </template>
      <template v-else-if="sheet">
        <ChoiceField
          id="s-mat"
          v-model="sheet.material_id"
          label="Material"
          at="item.material_id"
          :options="materials.map((m) => ({ value: m.id, label: m.name }))"
        /><QuantityField
          at="item.thickness"
          v-model="sheet.thickness"
          label="Thickness"
          kind="thickness"
          :material="sheet.material_id"
        /><QuantityField at="item.width" v-model="sheet.width" label="Width" /><QuantityField
          at="item.height"
          v-model="sheet.height"
          label="Height"
        /><QuantityField
          at="item.missing_width"
          v-model="sheet.missing_width"
          label="Missing corner, width"
          optional
          hint="none"
        /><QuantityField
          at="item.missing_height"
          v-model="sheet.missing_height"
          label="Missing corner, height"
          optional
          hint="none"
        />
      </template>
      <el-checkbox v-model="onHand">it is here</el-checkbox>
      <NumberField v-if="onHand" id="s-qty" v-model="draft.qty" label="How many" at="item.qty" />
      <QuantityField
        at="item.price"
        v-model="draft.price"
        label="Price of one"
        kind="money"
        optional
        hint="by the catalogue"
      />
      <TextField id="s-loc" v-model="draft.location" label="Where" at="item.location" />
      <QuantityField
        at="item.delivery"
        v-model="draft.delivery"
        label="Delivery of one"
        kind="money"
        optional
        hint="in the price"
      />
      <NumberField id="s-duty" v-model="draft.duty_percent" label="Duty, %" at="item.duty_percent" />
      <QuantityField
        v-if="bar"
        at="item.yard_cut"
        v-model="bar.yard_cut"
        label="Cut in half at the yard"
        kind="money"
        optional
        hint="not offered"
      />
      <TextField id="s-sup" v-model="draft.supplier" label="Supplier" at="item.supplier" />
      <TextField id="s-heat" v-model="draft.heat" label="Heat number" at="item.heat" />
      <TextField id="s-note" v-model="draft.note" label="Note" at="item.note" />
      <el-checkbox
        :model-value="draft.reserved_for === job!.job.id"
        @change="draft.reserved_for = $event ? job!.job.id : null"
        >kept for this job</el-checkbox
      ><el-checkbox v-model="draft.drop">a drop or remnant</el-checkbox
      ><el-checkbox v-model="draft.galvanised">galvanised</el-checkbox>
    </div>
  </EditForm>
</template>
