<script setup lang="ts">
/** A release as it stood. */
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { call, type S } from '../api/client'
import { useAsync } from '../composables/useAsync'
import { job, reading, why } from '../shared/job'
import AsyncState from '../ui/AsyncState.vue'
import { unit } from '../shared/units'
import Reading from './Reading.vue'

const { id, release } = useRoute().params
const base = `/jobs/${id}/releases/${release}`
const ready = ref(false)
async function read() {
  const view = await call<S['JobView']>('GET', `${base}/view`)
  why.value = null
  reading.value = { say: null }
  job.value = view
  ready.value = true
}
const { failed, again } = useAsync(read)
onMounted(again)
onBeforeUnmount(() => {
  reading.value = null
  why.value = null
  job.value = null
})
</script>
<template>
  <Reading v-if="ready" as="as it was released; worked out by the rules of today">
    <template #papers
      ><a class="button" :href="`/api${base}/report.pdf?unit=${unit}`">{{ $t('frame.calculation_report_pdf') }}</a
      ><router-link class="button" :to="`/jobs/${id}/check`">{{ $t('frame.the_job_as_it_is') }}</router-link></template
    >
  </Reading>
  <AsyncState v-else class="page" :failed="failed" @again="again">
    <router-link :to="`/jobs/${id}/check`">{{ $t('frame.back') }}</router-link>
  </AsyncState>
</template>
