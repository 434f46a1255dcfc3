import { watch } from 'vue'
import { readAll, t } from '../messages'
import { createRouter, createWebHistory } from 'vue-router'
import { me, message } from '../shared/job'
import { ROOMS, TOGETHER } from '../shared/places'

/** Each view is fetched when it is first gone to, or once a job is open and nothing else is to be done. */
const stages = {
  brief: () => import('../stages/brief/Brief.vue'),
  size: () => import('../stages/size/Size.vue'),
  compare: () => import('../stages/compare/Compare.vue'),
  parts: () => import('../stages/parts/Parts.vue'),
  stock: () => import('../stages/stock/Stock.vue'),
  cut: () => import('../stages/cut/Cut.vue'),
  prove: () => import('../stages/prove/Prove.vue'),
  log: () => import('../stages/log/Log.vue'),
  chain: () => import('../stages/structures/Chain.vue'),
  section: () => import('../stages/sections/SectionBench.vue'),
  check: () => import('../stages/check/Check.vue'),
}
/** Stages of several rooms say which in their address. */
const WITH_ROOMS: Record<string, string> = {
  cut: `cut/:room(${ROOMS.join('|')})?`,
  parts: `parts/:room(${TOGETHER})?`,
}
export function fetchStages(): void {
  for (const stage of Object.values(stages)) void stage().catch(() => undefined)
}
export const router = createRouter({
  history: createWebHistory('/'),
  routes: [
    { path: '/', component: () => import('../stages/jobs/Jobs.vue') },
    { path: '/people', component: () => import('./People.vue') },
    { path: '/look', component: () => import('./Look.vue') },
    { path: '/jobs/:id(\\d+)/releases/:release(\\d+)', component: () => import('./Released.vue') },
    {
      path: '/jobs/:id(\\d+)',
      component: () => import('./JobFrame.vue'),
      children: [
        { path: '', redirect: (to) => `${to.path}/brief` },
        ...Object.entries(stages).map(([path, component]) => ({ path: WITH_ROOMS[path] ?? path, component })),
      ],
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
/** What is behind the door is fetched once somebody is let in; who reads by a link has no door. */
function letIn(): Promise<void> {
  if (me.value) return Promise.resolve()
  return new Promise((go) => {
    const stop = watch(me, (now) => {
      if (!now) return
      stop()
      go()
    })
  })
}
router.beforeEach(async (to) => {
  if (to.path !== '/look') await letIn()
  await readAll()
})
const AWAY = t('frame.this_view_could_not_be')
/** The server is away, or has another version since: whoever asked stays where they are. */
router.onError(() => {
  message.value = AWAY
})
