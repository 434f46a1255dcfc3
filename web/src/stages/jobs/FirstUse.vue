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
const walk = () =>
  attempt(async () => {
    const made = await call<S['JobView']>('POST', '/jobs', { name: JOB, unit: unit.value })
    guide(made.job.id)
    await router.push(`/jobs/${made.job.id}/brief`)
  })
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
  <section class="panel gap" aria-label="New here">
    <h2>New here?</h2>
    <div class="halves">
      <div>
        <p>
          <b>Walk through a small job</b>: a rack for paddles, in six steps, some five minutes. You do each step
          yourself or have it shown, and throw the job away at the end.
        </p>
        <el-button type="primary" @click="walk">Walk through it</el-button>
      </div>
      <div v-if="examples.length">
        <p>
          <b>Look at filled examples</b>: {{ examples.length }} jobs of the made-up Quillmere bird reserve, with their
          stock and their log.
        </p>
        <el-button :disabled="coming > 0" @click="bring">{{
          coming ? `Bringing ${coming} of ${examples.length}…` : 'Bring the examples'
        }}</el-button>
      </div>
    </div>
  </section>
</template>
