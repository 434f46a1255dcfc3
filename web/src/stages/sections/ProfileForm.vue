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
  <EditForm :form="form" save="Keep it">
    <div class="fields">
      <TextField id="p-name" v-model="draft.name" label="Name" echo="members are made of it by this name" at="name" />
      <ChoiceField
        v-if="!byFigures"
        id="p-joined"
        v-model="draft.joined"
        label="Parts are"
        at="joined"
        :options="{ continuous: 'welded all along', stitched: 'stitched at places', 'not joined': 'not joined' }"
      />
    </div>
    <div v-for="(p, i) in draft.parts" :key="i" class="part">
      <div class="row spread">
        <b>Part {{ i + 1 }}: {{ p.kind }}</b
        ><el-button text @click="draft.parts.splice(i, 1)">Take away</el-button>
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
            :echo="asked || p.figures?.[k] != null ? '' : 'not stated'"
        /></template>
        <template v-else-if="p.kind !== 'outline'"
          ><QuantityField
            :at="`parts.${i}.width`"
            v-model="p.width"
            :label="p.kind === 'tube' ? 'Diameter' : 'Width'" /><QuantityField
            :at="`parts.${i}.thickness`"
            v-model="p.thickness"
            :label="p.kind === 'tube' ? 'Wall' : 'Thickness'"
            kind="thickness"
        /></template>
        <div v-else class="field">
          <label>DXF or SVG of its outline</label
          ><input type="file" accept=".dxf,.svg" @change="read($event, p)" /><span class="echo">{{
            p.outline ? `${p.outline.split(',').length} corners` : 'none yet'
          }}</span>
        </div>
        <template v-if="p.kind !== 'figures'"
          ><QuantityField :at="`parts.${i}.x`" v-model="p.x" label="Right by" /><QuantityField
            :at="`parts.${i}.y`"
            v-model="p.y"
            label="Up by"
        /></template>
        <NumberField
          v-if="p.kind !== 'figures'"
          :id="`p-turn${i}`"
          v-model="p.turn_deg"
          label="Turned, degrees"
          :at="`parts.${i}.turn_deg`"
        />
        <el-checkbox v-if="p.kind !== 'figures'" v-model="p.mirrored">mirrored</el-checkbox>
      </div>
    </div>
    <div v-if="!byFigures" class="row gap">
      <span class="soft">Add</span
      ><el-button
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
