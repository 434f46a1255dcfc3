<script setup lang="ts">
/** A fit as it is entered: a pin in a bore, or a stack of widths. */
import { ref } from 'vue'
import { useOwnForm } from '../../composables/useOwnForm'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import FitSideFields from './FitSideFields.vue'
import { measured, row, type By, type Fit } from './fits'

const props = defineProps<{ number: number; keep: () => Promise<unknown> }>()
const fit = defineModel<Fit>({ required: true })
const emit = defineEmits<{ leave: [] }>()
const { troubles, send } = useOwnForm('brief')
async function save() {
  if (await send(props.keep)) emit('leave')
}
const inner = ref<By | null>(null)
const outer = ref<By | null>(null)
function turnOpening() {
  if (fit.value.kind === 'stack') fit.value.opening = fit.value.opening ? null : measured()
}
</script>
<template>
  <form class="panel" :aria-label="$t('parts.fit')" @submit.prevent="save">
    <p v-for="s in troubles" :key="s" class="bad" role="alert">{{ s }}</p>
    <div class="fields">
      <TextField id="fit-name" v-model="fit.name" :label="$t('parts.what_fits')" :at="`fits.${number}.name`" />
      <template v-if="fit.kind === 'pin'">
        <ChoiceField
          id="fit-moves"
          v-model="fit.moves"
          :label="$t('parts.once_it_is_in')"
          :at="`fits.${number}.moves`"
          :options="{
            turns: $t('parts.it_turns_or_slides'),
            fixed: $t('parts.it_is_bolted'),
            welded: $t('parts.a_sleeve_is_welded'),
          }"
        />
        <FitSideFields
          id="fit-inner"
          v-model="fit.inner"
          v-model:picking="inner"
          :label="$t('parts.what_goes_in')"
          :within="`fits.${number}.inner.`"
        />
        <FitSideFields
          id="fit-outer"
          v-model="fit.outer"
          v-model:picking="outer"
          hollow
          :label="$t('parts.what_is_around_it')"
          :within="`fits.${number}.outer.`"
        />
      </template>
      <template v-else>
        <TextField
          id="fit-bolt"
          v-model="fit.bolt"
          :label="$t('parts.bolt_through_it')"
          :at="`fits.${number}.bolt`"
          :placeholder="$t('parts.none')"
        />
        <FitSideFields
          v-if="fit.opening"
          id="fit-opening"
          v-model="fit.opening"
          v-model:picking="outer"
          hollow
          :label="$t('parts.opening')"
          :within="`fits.${number}.opening.`"
        />
      </template>
    </div>
    <template v-if="fit.kind === 'stack'">
      <div class="row">
        <el-checkbox :model-value="!!fit.opening" @change="turnOpening">{{ $t('parts.stands_between') }}</el-checkbox>
        <el-checkbox v-if="fit.opening" v-model="fit.turns">{{ $t('parts.it_must_turn') }}</el-checkbox>
      </div>
      <div v-for="(r, k) in fit.rows" :key="k" class="fields stacked" role="group" :aria-label="`${k + 1}`">
        <TextField
          :id="`fit-r${k}`"
          v-model="r.name"
          :label="$t('parts.what_x', [k + 1])"
          :at="`fits.${number}.rows.${k}.name`"
        />
        <NumberField
          :id="`fit-c${k}`"
          v-model="r.count"
          :label="$t('parts.how_many')"
          :at="`fits.${number}.rows.${k}.count`"
        />
        <QuantityField v-model="r.size" :at="`fits.${number}.rows.${k}.size`" :label="$t('parts.each_thick')" />
        <QuantityField
          v-model="r.off"
          :at="`fits.${number}.rows.${k}.off`"
          :label="$t('parts.off_by_at_most')"
          optional
          :hint="$t('parts.nothing')"
        />
        <el-button
          v-if="fit.rows.length > 1"
          text
          :aria-label="$t('parts.take_away_row_x', [k + 1])"
          @click="fit.rows.splice(k, 1)"
          >{{ $t('parts.take_away') }}</el-button
        >
      </div>
      <el-button text @click="fit.rows.push(row())">{{ $t('parts.one_more_in_it') }}</el-button>
    </template>
    <div class="row">
      <el-button type="primary" native-type="submit" :disabled="!fit.name.trim()">{{
        $t('parts.save_the_fit')
      }}</el-button>
      <el-button text @click="emit('leave')">{{ $t('parts.leave_it') }}</el-button>
    </div>
  </form>
</template>
<style scoped>
.stacked {
  border-top: 1px solid var(--rule);
  padding-top: 6px;
}
</style>
