<script setup lang="ts">
/** Holes, threads, slots and openings of a plate beside its family's own, or of a bar: a row each, once or repeated. */
import { computed } from 'vue'
import { entry, unit } from '../../shared/units'
import AskedFields from '../../ui/AskedFields.vue'
import { begunAll } from '../../ui/asked'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import { featureKinds, featurePatterns, madeFamily, type Draft, type Feature } from './part'

const draft = defineModel<Draft>({ required: true })
/** Of a bar, as it is drawn from the side; an angle has a front and a bottom. */
const FACES = ['front', 'back', 'top', 'bottom']
const onBar = computed(() => madeFamily(draft.value) === 'bar')
const rows = computed<Feature[]>(() => draft.value.features ?? [])
const kind = (name: string) => featureKinds.value.find((k) => k.kind === name)
const pattern = (name: string) => featurePatterns.value.find((p) => p.kind === name)
function add(name: string) {
  const at = { x: entry(''), y: entry(''), pattern: { pattern: 'once' }, face: 'front', through: true, leg: 0 }
  draft.value.features = [...rows.value, { kind: name, ...begunAll(kind(name)!.asks, unit.value), ...at } as Feature]
}
/** Another pattern begins with its own questions. */
function repeat(row: Feature, name: string) {
  row.pattern = { pattern: name, ...begunAll(pattern(name)!.asks, unit.value) }
}
const takeAway = (k: number) => (draft.value.features = rows.value.filter((_, i) => i !== k))
</script>
<template>
  <section class="features" :aria-label="$t('parts.holes_and_openings')">
    <div class="row">
      <b>{{ $t('parts.holes_and_openings') }}</b>
      <el-button v-for="k in featureKinds" :key="k.kind" text :id="`p-add-${k.kind}`" @click="add(k.kind)">{{
        $t('parts.add_x', [k.words.toLowerCase()])
      }}</el-button>
    </div>
    <div v-for="(f, k) in rows" :key="k" class="feature" role="group" :aria-label="`${kind(f.kind)?.words} ${k + 1}`">
      <div class="row spread">
        <b>{{ kind(f.kind)?.words }}</b>
        <el-button
          text
          :aria-label="$t('parts.take_away_x', [`${kind(f.kind)?.words} ${k + 1}`])"
          @click="takeAway(k)"
          >{{ $t('parts.take_away') }}</el-button
        >
      </div>
      <div class="fields">
        <AskedFields
          :model-value="f"
          :asks="kind(f.kind)?.asks ?? []"
          :within="`features.${k}.`"
          :prefix="`p-f${k}-`"
        />
        <template v-if="onBar">
          <ChoiceField
            :id="`p-f${k}-face`"
            v-model="f.face"
            :at="`features.${k}.face`"
            :label="$t('parts.on_face')"
            :options="FACES"
          />
          <el-checkbox v-model="f.through">{{ $t('parts.through_both_walls') }}</el-checkbox>
        </template>
        <NumberField
          v-if="madeFamily(draft) === 'bent'"
          :id="`p-f${k}-leg`"
          v-model="f.leg"
          :at="`features.${k}.leg`"
          :label="$t('parts.from_leg')"
          :echo="$t('parts.on_the_flat')"
        />
        <QuantityField :at="`features.${k}.x`" v-model="f.x" :label="$t('parts.from_the_left')" />
        <QuantityField :at="`features.${k}.y`" v-model="f.y" :label="$t('parts.from_below')" />
        <ChoiceField
          :id="`p-f${k}-pattern`"
          :at="`features.${k}.pattern`"
          :label="$t('parts.repeated')"
          :model-value="f.pattern.pattern"
          :options="featurePatterns.map((p) => ({ value: p.kind, label: p.words }))"
          @update:model-value="repeat(f, String($event))"
        />
        <AskedFields
          :key="f.pattern.pattern"
          :model-value="f.pattern"
          :asks="pattern(f.pattern.pattern)?.asks ?? []"
          :within="`features.${k}.pattern.`"
          :prefix="`p-f${k}-p-`"
        />
      </div>
    </div>
  </section>
</template>
<style scoped>
.features {
  grid-column: 1 / -1;
}
.feature {
  border-top: 1px solid var(--rule);
  padding: 6px 0 10px;
}
</style>
