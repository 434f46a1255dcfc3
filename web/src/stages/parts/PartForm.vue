<script setup lang="ts">
/** A part as it is entered, drawn as it would be cut. */
import { computed } from 'vue'
import type { useDraft } from '../../composables/useDraft'
import Alive from '../../shared/Alive.vue'
import { job } from '../../shared/job'
import { drafted, usePreview } from '../../shared/preview'
import { mass } from '../../shared/units'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import { leadTo } from '../../ui/lead'
import TextField from '../../ui/TextField.vue'
import BarFaces from './BarFaces.vue'
import BarFields from './BarFields.vue'
import FeatureRows from './FeatureRows.vue'
import JigFields from './JigFields.vue'
import EdgeFields from './EdgeFields.vue'
import { fieldOf, follows, madeFamily, titleOf, type Draft } from './part'
import TwinFields from './TwinFields.vue'
import WallFields from './WallFields.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import PartPicture from './PartPicture.vue'
import PlateFields from './PlateFields.vue'

const props = defineProps<{ form: ReturnType<typeof useDraft<Draft>> }>()
const { draft, row } = props.form
const preview = usePreview(() => (draft.value ? { kind: 'parts', id: row.value?.id, spec: draft.value } : null))
const alive = computed(() => drafted(preview.found, 'parts', row.value?.id))
</script>
<template>
  <EditForm v-if="draft" :form="form" :save="$t('parts.save_part')">
    <Alive :row="alive" :preview="preview">
      <template v-if="alive?.geometry" #other>
        <p class="soft">{{ $t('parts.each_nothing_is_stored_yet_x', [mass(alive.geometry.mass_kg)]) }}</p>
        <PartPicture :geometry="alive.geometry" picks small @pick="leadTo(fieldOf($event))" />
        <p class="soft">{{ $t('parts.press_a_dimension_or_an') }}</p>
      </template>
    </Alive>
    <BarFaces v-if="alive?.geometry" :geometry="alive.geometry" />
    <h2>{{ titleOf(draft) }}</h2>
    <div class="fields gap">
      <TextField id="p-mark" v-model="draft.mark" :label="$t('parts.mark')" at="mark" />
      <TextField id="p-name" v-model="draft.name" :label="$t('parts.name')" at="name" />
      <NumberField id="p-qty" v-model="draft.qty" :label="$t('parts.pieces')" at="qty" />
      <TextField id="p-mod" v-model="draft.module" :label="$t('parts.module')" at="module" list="modules" />
      <datalist id="modules"><option v-for="m in job!.job.spec.modules" :key="m" :value="m" /></datalist>
      <ChoiceField
        id="p-hand"
        v-model="draft.hand"
        :label="$t('parts.hand')"
        at="hand"
        :options="[
          { value: '', label: $t('parts.neither') },
          { value: 'left', label: $t('parts.left') },
          { value: 'right', label: $t('parts.right') },
        ]"
      />
      <JigFields v-model="draft" />
      <TwinFields v-if="draft.shape.family === 'twin'" v-model="draft" :own="row?.id" />
      <WallFields v-else-if="draft.shape.family === 'box_wall'" v-model="draft" />
      <BarFields v-else-if="draft.shape.family === 'bar'" v-model="draft" />
      <PlateFields v-else v-model="draft" />
      <EdgeFields v-if="follows(draft) && madeFamily(draft) !== 'bar'" v-model="draft" />
      <FeatureRows v-model="draft" /></div
  ></EditForm>
</template>
<style scoped>
.alive :deep(svg) {
  max-height: 190px;
}
/* What is typed is seen while it is typed, however far down its field stands. */
@media (min-height: 700px) {
  .alive {
    position: sticky;
    top: -16px;
    z-index: 3;
    padding-block: 18px 4px;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
  }
  .fields :deep(input) {
    scroll-margin-top: 290px;
  }
}
</style>
