<script setup lang="ts">
/** What slides over a profile, or into it: of the catalogue, what lies in the rack first. */
import { computed, ref } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job } from '../../shared/job'
import { t } from '../../messages'
import { useCatalogue } from '../../composables/useCatalogue'
import { unit } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'

const all = useCatalogue()
const SHAPES = ['chs', 'rhs', 'round_bar', 'square_bar']
const options = computed(() =>
  (all.value?.sections ?? []).filter((s) => SHAPES.includes(s.shape)).map((s) => ({ value: s.id, label: s.id })),
)
const of = ref<string | null>(job.value!.parts.find((p) => p.geometry?.section_id)?.geometry?.section_id ?? null)
const how = ref<string>('over')
const found = ref<S['SlideHere'][] | null>(null)
const asked = ref('')
const find = () =>
  attempt(async () => {
    const query = new URLSearchParams({ of: of.value ?? '', how: how.value })
    found.value = null
    found.value = await call<S['SlideHere'][]>('GET', `/jobs/${job.value!.job.id}/slides?${query}`)
    asked.value = `${of.value}`
  })
/** Play in hundredths; of inches in thousandths. */
const play = (mm: number) => (unit.value === 'mm' ? mm.toFixed(2) : (mm / 25.4).toFixed(3))
const said = (s: S['SlideHere']) =>
  [s.words, s.in_job ? t('parts.in_this_job') : '', s.on_hand].filter(Boolean).join('; ')
</script>
<template>
  <details class="gap">
    <summary>{{ $t('parts.what_slides') }}</summary>
    <form class="row finder" @submit.prevent="find">
      <ChoiceField
        id="slide-how"
        v-model="how"
        :label="$t('parts.find_what_goes')"
        :options="{ over: $t('parts.over_it'), into: $t('parts.into_it') }"
      />
      <ChoiceField id="slide-of" v-model="of" :label="$t('parts.tube_or_bar')" :options="options" />
      <el-button native-type="submit" :disabled="!of">{{ $t('parts.find') }}</el-button>
    </form>
    <p v-if="found && !found.length" class="soft">{{ $t('parts.nothing_slides_x', [asked]) }}</p>
    <table v-else-if="found" class="list">
      <thead>
        <tr>
          <th scope="col">{{ $t('parts.profile') }}</th>
          <th scope="col" class="num">{{ $t('parts.least_play') }}</th>
          <th scope="col" class="num">{{ $t('parts.as_drawn') }}</th>
          <th scope="col" class="num">{{ $t('parts.most_play') }}</th>
          <th scope="col">{{ $t('parts.does_it_go') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in found" :key="s.section_id">
          <td>
            <b>{{ s.section_id }}</b>
          </td>
          <td class="num">{{ play(s.least_mm) }}</td>
          <td class="num">{{ play(s.nominal_mm) }}</td>
          <td class="num">{{ play(s.most_mm) }}</td>
          <td>{{ said(s) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="found?.length" class="soft">{{ $t('parts.limits_from_memory') }}</p>
  </details>
</template>
<style scoped>
.finder {
  align-items: end;
}
</style>
