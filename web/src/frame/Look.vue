<script setup lang="ts">
/** What whoever holds a link reads. The token stands behind the # of the address, which no server is ever sent. */
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { call, holdLink, type S } from '../api/client'
import { attempt, job, message, reading, type Remark } from '../shared/job'
import { unit } from '../shared/units'
import Reading from './Reading.vue'
import { day } from '../shared/dates'
import { given } from '../shared/file'
import TextField from '../ui/TextField.vue'

const found = ref<S['Look'] | null>(null)
const name = ref('')
async function read() {
  found.value = await call<S['Look']>('GET', '/look')
  // what tells prices is left out; nothing here shows them
  job.value = found.value.view as unknown as S['JobView']
}
async function say(remark: Remark) {
  await call('POST', '/look/comments', { ...remark, name: name.value })
  await read()
}
async function begin() {
  reading.value = { say }
  await read()
  name.value = found.value!.for_whom
  unit.value = job.value!.job.spec.unit ?? 'mm'
}
onMounted(() => {
  holdLink(window.location.hash.slice(1))
  void attempt(begin)
})
onBeforeUnmount(() => holdLink(''))
const paper = () => attempt(() => given(`/look/report.pdf?unit=${unit.value}`, 'calculation report.pdf'))
</script>
<template>
  <Reading v-if="found" :as="`for ${found.for_whom} to read, until ${day(found.until)}`">
    <template #papers
      ><el-button @click="paper">{{ $t('frame.calculation_report_pdf') }}</el-button></template
    >
    <template #name>
      <TextField id="g-name" v-model="name" :label="$t('frame.your_name_as_it_stands')" />
    </template>
  </Reading>
  <p v-else class="notice" role="alert">{{ message || $t('frame.opening') }}</p>
</template>
