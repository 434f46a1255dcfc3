<script setup lang="ts">
/** A section put together from sizes, plates, tubes and outlines, or by its maker's figures. */
import { computed, ref } from 'vue'
import { call, type S } from '../../api/client'
import type { useDraft } from '../../composables/useDraft'
import { picked } from '../../shared/file'
import { attempt } from '../../shared/job'
import SectionPick from '../../shared/SectionPick.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import { another, FIGURES, type Figure, type Part } from './profile'

const props = defineProps<{ form: ReturnType<typeof useDraft<S['ProfileSpec']>> }>()
const draft = computed(() => props.form.draft.value as S['ProfileSpec'])
const metal = ref('')
const byFigures = computed(() => draft.value.parts.some((p) => p.kind === 'figures'))
function figure(p: Part, name: Figure, value: number) {
  p.figures![name] = value as never
}
async function read(event: Event, p: Part) {
  const brought = await picked(event)
  if (!brought) return
  await attempt(async () => {
    p.outline = (await call<string[]>('POST', '/section/outline', { ...brought, unit: null }))[0]
  })
}
</script>
<template>
  <EditForm :form="form" :save="$t('sections.keep_it')">
    <div class="fields">
      <TextField
        id="p-name"
        v-model="draft.name"
        :label="$t('sections.name')"
        :echo="$t('sections.members_are_made_of_it')"
        at="name"
      />
      <ChoiceField
        v-if="!byFigures"
        id="p-joined"
        v-model="draft.joined"
        :label="$t('sections.parts_are')"
        at="joined"
        :options="{
          continuous: $t('sections.welded_all_along'),
          stitched: $t('sections.stitched_at_places'),
          'not joined': $t('sections.not_joined'),
        }"
      />
    </div>
    <div v-for="(p, i) in draft.parts" :key="i" class="part">
      <div class="row spread">
        <b>{{ $t('sections.part_x', [i + 1, p.kind]) }}</b><el-button text @click="draft.parts.splice(i, 1)">{{
          $t('sections.take_away')
        }}</el-button>
      </div>
      <div class="fields">
        <SectionPick
          v-if="p.kind === 'size'"
          v-model:section="p.section_id!"
          v-model:material="metal"
          :within="`parts.${i}.`"
          :own="false"
          :metal="false"
        />
        <template v-else-if="p.kind === 'figures'"
          ><NumberField
            v-for="[k, words, asked] in FIGURES"
            :key="k"
            :id="`p-${i}-${k}`"
            :model-value="p.figures?.[k]"
            @update:model-value="figure(p, k, $event as number)"
            :label="words"
            :at="`parts.${i}.figures.${k}`"
            :echo="asked || p.figures?.[k] != null ? '' : $t('sections.not_stated')"
        /></template>
        <template v-else-if="p.kind !== 'outline'"
          ><QuantityField
            :at="`parts.${i}.width`"
            v-model="p.width"
            :label="p.kind === 'tube' ? $t('sections.diameter') : $t('sections.width')" /><QuantityField
            :at="`parts.${i}.thickness`"
            v-model="p.thickness"
            :label="p.kind === 'tube' ? $t('sections.wall') : $t('sections.thickness')"
            kind="thickness"
        /></template>
        <div v-else class="field">
          <label>{{ $t('sections.dxf_or_svg_of_its') }}</label><input
            type="file"
            accept=".dxf,.svg"
            @change="read($event, p)"
          /><span class="echo">{{
            p.outline ? $t('sections.corners_x', [p.outline.split(',').length]) : $t('sections.none_yet')
          }}</span>
        </div>
        <template v-if="p.kind !== 'figures'"
          ><QuantityField :at="`parts.${i}.x`" v-model="p.x" :label="$t('sections.right_by')" /><QuantityField
            :at="`parts.${i}.y`"
            v-model="p.y"
            :label="$t('sections.up_by')"
        /></template>
        <NumberField
          v-if="p.kind !== 'figures'"
          :id="`p-turn${i}`"
          v-model="p.turn_deg"
          :label="$t('sections.turned_degrees')"
          :at="`parts.${i}.turn_deg`"
        />
        <el-checkbox v-if="p.kind !== 'figures'" v-model="p.mirrored">{{ $t('sections.mirrored') }}</el-checkbox>
      </div>
    </div>
    <div v-if="!byFigures" class="row gap">
      <span class="soft">{{ $t('sections.add') }}</span><el-button
        v-for="k in ['size', 'plate', 'tube', 'outline'] as const"
        :key="k"
        @click="draft.parts.push(another(k))"
        >{{ k }}</el-button
      >
    </div></EditForm
  >
</template>
<style scoped>
.part {
  border-top: 1px solid var(--rule);
  padding: 8px 0;
}
</style>
