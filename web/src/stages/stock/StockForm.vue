<script setup lang="ts">
/** A line of the stock book: what it is, whether it is here, and what is asked for it. */
import { computed } from 'vue'
import type { useDraft } from '../../composables/useDraft'
import { job } from '../../shared/job'
import { useCatalogue } from '../../composables/useCatalogue'
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
const known = useCatalogue()
const materials = computed(() => known.value?.materials ?? [])
</script>
<template>
  <EditForm :form="form" :save="$t('stock.save_stock')">
    <div class="fields">
      <template v-if="bar">
        <SectionPick
          v-model:section="bar.section_id"
          v-model:material="bar.material_id"
          within="item."
          :own="false"
        /><QuantityField at="item.length" v-model="bar.length" :label="$t('stock.length')" />
      </template>
      <template v-else-if="sheet">
        <ChoiceField
          id="s-mat"
          v-model="sheet.material_id"
          :label="$t('stock.material')"
          at="item.material_id"
          :options="materials.map((m) => ({ value: m.id, label: m.name }))"
        /><QuantityField
          at="item.thickness"
          v-model="sheet.thickness"
          :label="$t('stock.thickness')"
          kind="thickness"
          :material="sheet.material_id"
        /><QuantityField at="item.width" v-model="sheet.width" :label="$t('stock.width')" /><QuantityField
          at="item.height"
          v-model="sheet.height"
          :label="$t('stock.height')"
        /><QuantityField
          at="item.missing_width"
          v-model="sheet.missing_width"
          :label="$t('stock.missing_corner_width')"
          optional
          :hint="$t('stock.none')"
        /><QuantityField
          at="item.missing_height"
          v-model="sheet.missing_height"
          :label="$t('stock.missing_corner_height')"
          optional
          :hint="$t('stock.none')"
        />
      </template>
      <el-checkbox v-model="onHand">{{ $t('stock.it_is_here') }}</el-checkbox>
      <NumberField v-if="onHand" id="s-qty" v-model="draft.qty" :label="$t('stock.how_many')" at="item.qty" />
      <QuantityField
        at="item.price"
        v-model="draft.price"
        :label="$t('stock.price_of_one')"
        kind="money"
        optional
        :hint="$t('stock.by_the_catalogue')"
      />
      <TextField id="s-loc" v-model="draft.location" :label="$t('stock.where')" at="item.location" />
      <QuantityField
        at="item.delivery"
        v-model="draft.delivery"
        :label="$t('stock.delivery_of_one')"
        kind="money"
        optional
        :hint="$t('stock.in_the_price')"
      />
      <NumberField id="s-duty" v-model="draft.duty_percent" :label="$t('stock.duty')" at="item.duty_percent" />
      <QuantityField
        v-if="bar"
        at="item.yard_cut"
        v-model="bar.yard_cut"
        :label="$t('stock.cut_in_half_at_the')"
        kind="money"
        optional
        :hint="$t('stock.not_offered')"
      />
      <TextField id="s-sup" v-model="draft.supplier" :label="$t('stock.supplier')" at="item.supplier" />
      <TextField id="s-heat" v-model="draft.heat" :label="$t('stock.heat_number')" at="item.heat" />
      <TextField id="s-note" v-model="draft.note" :label="$t('stock.note')" at="item.note" />
      <el-checkbox
        :model-value="draft.reserved_for === job!.job.id"
        @change="draft.reserved_for = $event ? job!.job.id : null"
        >{{ $t('stock.kept_for_this_job') }}</el-checkbox><el-checkbox v-model="draft.drop">{{
        $t('stock.a_drop_or_remnant')
      }}</el-checkbox
      ><el-checkbox v-model="draft.galvanised">{{ $t('stock.galvanised') }}</el-checkbox>
    </div>
  </EditForm>
</template>
