<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { call, type S, whenDenied } from '../api/client'
import { useShortcuts } from '../composables/useShortcuts'
import { attempt, me, message } from '../shared/job'
import { unit } from '../shared/units'
import Door from './Door.vue'

const route = useRoute()
/** Whoever reads by a link is asked for no name: not while what they read is still being fetched, either. */
const byLink = computed(() => (route.matched.length ? route.path : window.location.pathname) === '/look')
const door = ref<S['Door'] | null>(null)
onMounted(() =>
  attempt(async () => {
    door.value = await call<S['Door']>('GET', '/door')
    me.value = door.value.me
  }),
)
/** Whoever waits for somebody to log in again: all requests of that moment wait for one answer. */
const again = ref<HTMLDialogElement | null>(null)
const asking = ref(false)
let waiting: { asked: Promise<boolean>; answer: (in_: boolean) => void } | null = null
function wait(): Promise<boolean> {
  if (!waiting) {
    let answer: (in_: boolean) => void = () => {}
    const asked = new Promise<boolean>((done) => (answer = done))
    waiting = { asked, answer }
    asking.value = true
    void nextTick(() => {
      again.value?.showModal()
      again.value?.querySelector('input')?.focus()
    })
  }
  return waiting.asked
}
whenDenied(wait)
function over(loggedIn: boolean) {
  waiting?.answer(loggedIn)
  waiting = null
  asking.value = false
  if (loggedIn) again.value?.close()
}
useShortcuts({ u: () => (unit.value = unit.value === 'mm' ? 'in' : 'mm') })
</script>
<template>
  <router-view v-if="byLink" />
  <Door v-else-if="door && !me" :first="door.first_account" />
  <router-view v-else-if="me" />
  <p v-else class="bad" style="padding: 20px">{{ message }}</p>
  <dialog ref="again" :aria-label="$t('frame.log_in_again')" @close="over(false)">
    <Door v-if="asking" :first="false" again @in="over(true)" />
    <el-button @click="again?.close()">{{ $t('frame.not_now') }}</el-button>
  </dialog>
</template>
<style scoped>
dialog {
  border: var(--line) solid var(--ink);
  border-radius: var(--corner);
  background: var(--sheet);
  color: var(--ink);
  padding: 18px 22px;
}
</style>
