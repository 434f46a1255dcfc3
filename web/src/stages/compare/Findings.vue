<script setup lang="ts">
/** What sizing by feel would miss in this job, each with its number and its why. */
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { useAsync } from '../../composables/useAsync'
import { job, why } from '../../shared/job'
import AsyncState from '../../ui/AsyncState.vue'

const found = ref<S['Finding'][] | null>(null)
const { isThere, failed, again } = useAsync(async () => {
  found.value = await call('GET', `/jobs/${job.value!.job.id}/findings`)
})
watch(() => job.value?.last_edit?.id, again, { immediate: true })
const open = (f: S['Finding']) => {
  why.value = { title: '', member: f.member ?? 0, structure: f.structure ?? undefined, check: f.check_id ?? '' }
}
</script>
<template>
  <AsyncState v-if="!isThere" :failed="failed" :lines="2" @again="again" />
  <section v-if="found?.length" class="gap" :aria-label="$t('compare.what_sizing_by_feel_would')">
    <h2>{{ $t('compare.what_sizing_by_feel_would_2') }}</h2>
    <ul>
      <li v-for="f in found" :key="f.sentence">
        <span class="kind">{{ f.kind }}</span> {{ f.sentence }}
        <el-button
          text
          v-if="f.check_id && !f.check_id.includes('|')"
          :aria-label="$t('compare.why_x', [f.sentence])"
          @click="open(f)"
        >
          {{ $t('compare.why') }}
        </el-button>
      </li>
    </ul>
  </section>
</template>
<style scoped>
ul {
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 5px 0 5px 10px;
  border-left: 3px solid var(--mark);
  margin: 4px 0;
  background: var(--sheet);
}
.kind {
  color: var(--mark);
  font-weight: 600;
  margin-right: 6px;
}
</style>
