<script setup lang="ts">
/** What has a name is found by it, by Ctrl-K or /; the keys there are, by ?. */
import { t } from '../messages'
import { computed, nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../api/client'
import { useShortcuts } from '../composables/useShortcuts'
import { attempt, job } from '../shared/job'
import { foundIn, jobsAs, placesOf, stockAs, thingsOf, type Thing } from '../shared/found'

const KEYS = [
  ['/ or Ctrl-K', t('frame.find_a_place_a_mark')],
  ['u', t('frame.millimetres_or_feet_and_inches')],
  ['?', t('frame.these_keys')],
  ['F1', t('frame.what_the_field_is_that')],
  ['Enter', t('frame.saves_the_form_that_the')],
  ['Escape', t('frame.closes_what_lies_over_the')],
]
const router = useRouter()
const over = ref<HTMLDialogElement | null>(null)
const shown = ref<'' | 'find' | 'keys'>('')
const typed = ref('')
const at = ref(0)
const jobs = ref<S['JobLine'][]>([])
const stock = ref<S['StockRow'][]>([])
const things = computed(() => {
  const inJob = job.value ? [...placesOf(job.value), ...thingsOf(job.value), ...stockAs(stock.value, job.value)] : []
  return [...inJob, ...jobsAs(jobs.value)]
})
const found = computed(() => foundIn(things.value, typed.value))
async function open(what: 'find' | 'keys') {
  shown.value = what
  typed.value = ''
  at.value = 0
  await nextTick()
  if (!over.value?.open) over.value?.showModal()
  if (what === 'find')
    void attempt(async () => {
      jobs.value = await call('GET', '/jobs')
      if (job.value) stock.value = await call('GET', '/stock')
    })
}
async function go(thing: Thing | undefined) {
  if (!thing) return
  over.value?.close()
  await router.push({ path: thing.to, query: thing.pick ? { pick: thing.pick } : {} })
}
const step = (by: number) => {
  at.value = Math.max(0, Math.min(found.value.length - 1, at.value + by))
}
useShortcuts({ '/': () => open('find'), 'Ctrl-k': () => open('find'), '?': () => open('keys') })
</script>
<template>
  <el-button class="finder" @click="open('find')">{{ $t('frame.find') }}</el-button>
  <dialog
    ref="over"
    :aria-label="shown === 'keys' ? $t('frame.keys') : $t('frame.find')"
    @click.self="over?.close()"
    @close="shown = ''"
  >
    <template v-if="shown === 'find'">
      <label for="finder">{{ $t('frame.a_place_a_mark_a') }}</label>
      <input
        id="finder"
        v-model="typed"
        autocomplete="off"
        @input="at = 0"
        @keydown.down.prevent="step(1)"
        @keydown.up.prevent="step(-1)"
        @keydown.enter.prevent="go(found[at])"
      />
      <ol>
        <li v-for="(t, k) in found" :key="t.kind + t.pick + t.to">
          <button :class="{ on: k === at }" @click="go(t)">
            {{ t.words.length > 90 ? `${t.words.slice(0, 90)} …` : t.words }} <span class="soft">{{ t.kind }}</span>
          </button>
        </li>
      </ol>
      <p v-if="typed.trim() && !found.length" class="soft" role="status">{{ $t('frame.nothing_here_is_called_so') }}</p>
    </template>
    <dl v-else-if="shown === 'keys'">
      <template v-for="[k, what] in KEYS" :key="k"
        ><dt>{{ k }}</dt>
        <dd>{{ what }}</dd></template
      >
    </dl>
    <el-button class="close" @click="over?.close()">{{ $t('frame.close') }}</el-button>
  </dialog>
</template>
<style scoped>
dialog {
  width: min(560px, 92vw);
  margin-top: 12vh;
  border: var(--line) solid var(--ink);
  border-radius: var(--corner);
  background: var(--sheet);
  color: var(--ink);
  padding: 16px 18px;
}
label {
  font-size: var(--small);
  color: var(--soft);
}
input {
  width: 100%;
  min-height: 40px;
  padding: 6px 10px;
  border: 1px solid var(--edge);
  border-radius: var(--corner);
  background: var(--field);
}
ol {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li button {
  width: 100%;
  min-height: 44px;
  text-align: left;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: var(--ink);
  padding: 6px 8px;
  cursor: pointer;
}
li .on,
li button:hover {
  background: var(--mark-pale);
}
.close {
  margin-top: 12px;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 8px 18px;
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
</style>
