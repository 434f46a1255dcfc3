<script setup lang="ts">
/** A shop that is new here: a small job to walk through, the filled examples, or a start of its own. */
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../../api/client'
import { guide, JOB } from '../../frame/guide'
import { attempt } from '../../shared/job'
import { unit } from '../../shared/units'

const emit = defineEmits<{ brought: [] }>()
const router = useRouter()
const examples = ref<string[]>([])
const coming = ref(0)
onMounted(() =>
  attempt(async () => {
    examples.value = await call('GET', '/examples')
  }),
)
const begins = ref(false)
const walk = () =>
  attempt(async () => {
    if (begins.value) return
    begins.value = true
    const made = await call<S['JobView']>('POST', '/jobs', { name: JOB, unit: unit.value })
    guide(made.job.id)
    await router.push(`/jobs/${made.job.id}/brief`)
  }).finally(() => (begins.value = false))
/** One after the other, so that the list fills while they come. */
const bring = () =>
  attempt(async () => {
    const all = examples.value
    try {
      for (const key of all) {
        coming.value += 1
        await call('POST', `/examples/${key}`)
        emit('brought')
      }
    } finally {
      coming.value = 0
      examples.value = await call('GET', '/examples')
    }
  })
</script>
<template>
  <section class="panel gap" :aria-label="$t('jobs.new_here')">
    <h2>{{ $t('jobs.new_here_2') }}</h2>
    <div class="halves">
      <div>
        <p>
          <b>{{ $t('jobs.walk_through_a_small_job') }}</b>{{ $t('jobs.a_rack_for_paddles_in') }}
        </p>
        <el-button type="primary" @click="walk">{{ $t('jobs.walk_through_it') }}</el-button>
      </div>
      <div v-if="examples.length">
        <p>
          <b>{{ $t('jobs.look_at_filled_examples') }}</b>{{ $t('jobs.jobs_of_the_made_up_x', [examples.length]) }}
        </p>
        <el-button :disabled="coming > 0" @click="bring">{{
          coming ? $t('jobs.bringing_of_x', [coming, examples.length]) : $t('jobs.bring_the_examples')
        }}</el-button>
      </div>
    </div>
  </section>
</template>
