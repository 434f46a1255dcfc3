<script setup lang="ts">
/** Leads through the first job: where somebody is, what comes next, and the way out of it. */
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '../api/client'
import { attempt, job, me } from '../shared/job'
import { guide, look, STEPS, stepOf } from './guide'

const route = useRoute()
const router = useRouter()
const base = computed(() => `/jobs/${job.value!.job.id}`)
const place = computed(() => route.path.slice(base.value.length + 1))
const at = computed(() => stepOf(job.value!))
const step = computed(() => STEPS[at.value])
/** To have been at the cut, once it is its turn, is all that is asked there. */
function seen() {
  if (step.value?.place.startsWith('cut') && place.value.startsWith('cut')) look(place.value)
}
watch([place, step], seen, { immediate: true })
const isThere = computed(() => !step.value || place.value.startsWith(step.value.place.split('/')[0]))
/** While one step is being done, it is not done again. */
const busy = ref(false)
async function show() {
  if (busy.value) return
  busy.value = true
  await attempt(async () => step.value?.show?.())
  busy.value = false
}
/** It was only to see how it goes. */
const throwAway = () =>
  attempt(async () => {
    await call('DELETE', base.value)
    guide(0)
    await router.push('/')
  })
</script>
<template>
  <section class="guide" :aria-label="$t('frame.your_first_job')">
    <p>
      <b>{{ step ? $t('frame.of_x', [at + 1, STEPS.length, step.title]) : $t('frame.that_is_the_whole_way') }}</b>
      <span class="dots" aria-hidden="true"
        ><i v-for="(s, k) in STEPS" :key="s.place" :class="{ done: k < at, now: k === at }"></i
      ></span>
    </p>
    <p v-if="step" aria-live="polite">{{ step.say() }}</p>
    <p v-else aria-live="polite">
      {{ $t('frame.from_what_it_must_carry_2') }}
    </p>
    <div class="row">
      <router-link v-if="step && !isThere" class="button" :to="`${base}/${step.place}`">{{
        $t('frame.go_there')
      }}</router-link>
      <el-button v-if="step?.show" @click="show">{{ $t('frame.do_it_for_me') }}</el-button>
      <el-button v-if="!step && me?.role === 'owner'" @click="throwAway">{{
        $t('frame.throw_this_job_away')
      }}</el-button>
      <el-button text @click="guide(0)">{{ step ? $t('frame.i_find_my_own_way') : $t('frame.keep_it') }}</el-button>
    </div>
  </section>
</template>
<style scoped>
.guide {
  border: var(--line) solid var(--mark);
  border-left-width: 5px;
  background: var(--sheet);
  padding: 8px 12px;
  margin-bottom: 14px;
}
.guide p {
  margin: 0 0 4px;
}
.dots {
  margin-left: 12px;
}
.dots i {
  display: inline-block;
  width: 18px;
  height: 5px;
  margin-right: 3px;
  background: var(--rule);
}
.dots .done {
  background: var(--mark);
}
.dots .now {
  outline: 1.5px solid var(--mark);
}
a.button {
  text-decoration: none;
}
@media print {
  .guide {
    display: none;
  }
}
</style>
