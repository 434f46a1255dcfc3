<script setup lang="ts">
/** A sheet ticked off: its plates are there, and what is left goes back on the rack as it is, or not at all. */
import { computed, ref, useId, watch } from 'vue'
import { call, type S } from '../../api/client'
import { t } from '../../messages'
import { attempt, change, job } from '../../shared/job'
import { area } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import TextField from '../../ui/TextField.vue'
import { cornersOf } from './remnant'

const props = defineProps<{ plan: S['PlanView']; sheet: string; stale: boolean }>()
const emit = defineEmits<{ done: []; remnant: [outline: [number, number][] | null] }>()
const id = useId()
const base = computed(() => `/jobs/${job.value!.job.id}/plans/${props.plan.id}`)
const found = ref<S['Remnant'] | null>(null)
const comes = ref<'found' | 'typed' | 'scrap'>('found')
const typed = ref('')
const location = ref('')
const why = ref('')
watch(
  () => [props.plan.id, props.sheet],
  () =>
    attempt(async () => {
      found.value = await call('GET', `${base.value}/remnant?sheet=${encodeURIComponent(props.sheet)}`)
      comes.value = found.value!.worth ? 'found' : 'scrap'
    }),
  { immediate: true },
)
const options = computed(() => [
  ...(found.value?.worth ? [{ value: 'found', label: t('cut.as_it_is_drawn_x', [area(found.value.area_mm2)]) }] : []),
  { value: 'typed', label: t('cut.another_outline') },
  { value: 'scrap', label: t('cut.nothing_worth_keeping') },
])
const given = computed(() => cornersOf(typed.value))
/** What is typed is no outline yet: nothing else is kept in its place. */
const unread = computed(() => comes.value === 'typed' && !given.value)
const outline = computed<[number, number][] | null>(() =>
  comes.value === 'found'
    ? ((found.value?.outline as [number, number][]) ?? null)
    : comes.value === 'typed'
      ? given.value
      : null,
)
watch(outline, (now) => emit('remnant', now), { immediate: true })
const store = () =>
  attempt(async () => {
    await change('POST', `${base.value}/cut`, {
      sheet: props.sheet,
      keep: comes.value !== 'scrap',
      outline: comes.value === 'typed' ? given.value : null,
      location: location.value,
      why: why.value,
    })
    emit('done')
  })
</script>
<template>
  <form v-if="found" class="panel gap" @submit.prevent="store">
    <h3>{{ $t('cut.the_sheet_is_cut') }}</h3>
    <div class="fields">
      <ChoiceField :id="`${id}-left`" v-model="comes" :label="$t('cut.what_is_left')" :options="options" />
      <TextField
        v-if="comes === 'typed'"
        :id="`${id}-corners`"
        v-model="typed"
        :label="$t('cut.its_corners')"
        :placeholder="$t('cut.corners_such_as')"
        :echo="given ? $t('cut.corners_x', [given.length]) : $t('cut.corners_are_given_as')"
      />
      <TextField v-if="comes !== 'scrap'" :id="`${id}-place`" v-model="location" :label="$t('cut.it_goes_to')" />
      <TextField
        v-if="stale"
        :id="`${id}-why`"
        v-model="why"
        :label="$t('cut.why_a_stale_nest')"
        :echo="$t('cut.goes_into_the_log')"
      />
    </div>
    <div class="row">
      <el-button type="primary" native-type="submit" :disabled="unread">{{ $t('cut.it_is_cut') }}</el-button>
      <el-button @click="emit('done')">{{ $t('cut.not_yet') }}</el-button>
    </div>
  </form>
</template>
<style scoped>
.fields {
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
}
</style>
