<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ApiError } from '../api/client'
import { attempt, conflict, job, mayWrite, me, message, open, question, why } from '../shared/job'
import { catalogue } from '../composables/useCatalogue'
import { placeAt } from '../shared/places'
import AsyncState from '../ui/AsyncState.vue'
import ClashPanel from './ClashPanel.vue'
import Finder from './Finder.vue'
import Guide from './Guide.vue'
import { guided } from './guide'
import { fetchStages } from './router'
import RippleBar from './RippleBar.vue'
import Thread from './Thread.vue'
import UnitSwitch from './UnitSwitch.vue'
import Why from './Why.vue'

const SOON_MS = 800
onMounted(() => window.setTimeout(fetchStages, SOON_MS))
// fields name the unit that a bare number takes as soon as it is known
onMounted(() => void catalogue().catch(() => null))
const route = useRoute()
const id = computed(() => Number(route.params.id))
watch(
  () => route.path,
  () => {
    why.value = null
  },
)
/** A sentence is read where it stands: at the head of the page, wherever the hand was. */
const page = ref<HTMLElement | null>(null)
watch([message, conflict, question], ([said, other, asked]) => {
  if (said || other || asked) page.value?.scrollTo({ top: 0 })
})
const failed = ref<ApiError | null>(null)
async function read(n: number) {
  failed.value = null
  if (!n) return
  await attempt(() =>
    open(n).catch((error: unknown) => {
      if (error instanceof ApiError) failed.value = error
      throw error
    }),
  )
}
watch(id, read, { immediate: true })
const denied = computed(() => failed.value?.status === 403 || failed.value?.status === 404)
/** Where somebody is, for the list of their tabs and for who hears it. */
watch(
  () => [route.path, job.value?.job.spec.name ?? ''],
  ([path, name]) => {
    document.title = `${placeAt(path.split('/').slice(3).join('/'))}: ${name} · Yorvek`
  },
  { immediate: true },
)
onBeforeUnmount(() => (document.title = 'Yorvek'))
</script>
<template>
  <div v-if="job && job.job.id === id" class="frame" :class="{ explained: why }">
    <a class="skip" href="#work" @click.prevent="page?.focus()">{{ $t('frame.skip_to_the_work') }}</a>
    <header class="page-head">
      <router-link to="/" class="home">{{ $t('frame.yorvek') }}</router-link>
      <h1>{{ job.job.spec.name }}</h1>
      <span class="soft">{{ $t('frame.revision_x', [job.job.spec.revision]) }}</span>
      <span class="space"></span>
      <Finder />
      <router-link :to="`/jobs/${id}/stock`" class="button">{{ $t('frame.stock') }}</router-link>
      <UnitSwitch />
      <span class="soft who">{{ me?.username }}, {{ me?.role }}</span>
    </header>
    <Thread class="thread" />
    <main id="work" ref="page" tabindex="-1">
      <p v-if="message" class="notice bad" role="alert">{{ message }}</p>
      <ClashPanel v-if="conflict" :key="`${conflict.current.id} ${conflict.current.version}`" :clash="conflict" />
      <p v-if="question" class="notice row" role="alert">
        {{ question.sentence }} <el-button type="primary" @click="question.go()">{{ $t('frame.undo_it') }}</el-button>
        <el-button @click="question = null">{{ $t('frame.leave_it') }}</el-button>
      </p>
      <Guide v-if="guided === id && mayWrite" />
      <router-view />
    </main>
    <Why v-if="why" />
    <RippleBar class="ripple" />
  </div>
  <div v-else class="page">
    <AsyncState :failed="failed?.sentence" :denied="denied" :lines="8" @again="read(id)"
      ><router-link class="button" to="/">{{ $t('frame.all_jobs') }}</router-link></AsyncState
    >
  </div>
</template>
<style scoped>
.frame {
  display: grid;
  grid-template: 48px 1fr auto / 184px minmax(0, 1fr);
  height: 100vh;
}
.frame.explained {
  grid-template-columns: 184px minmax(0, 1fr) 290px;
}
header .button {
  text-decoration: none;
  color: var(--ink);
  padding: 3px 10px;
}
.thread {
  grid-row: 2 / 4;
  border-right: var(--line) solid var(--ink);
  background: var(--sheet);
  overflow-y: auto;
}
main {
  overflow: auto;
  padding: 16px 18px 40px;
}
main > p {
  white-space: pre-line;
  margin: 0 0 12px;
}
.ripple {
  grid-column: 2 / -1;
}
@media (max-width: 900px) {
  .who {
    display: none;
  }
  .frame,
  .frame.explained {
    grid-template: auto auto 1fr auto / minmax(0, 1fr);
  }
  .thread {
    grid-row: 2;
    border-right: 0;
    border-bottom: var(--line) solid var(--ink);
  }
  main {
    grid-row: 3;
  }
  .ripple {
    grid-column: 1;
    grid-row: 4;
  }
}
</style>
