import { createRouter, createWebHistory } from 'vue-router'
import Brief from '../stages/Brief.vue'
import Chain from '../stages/Chain.vue'
import Check from '../stages/Check.vue'
import Compare from '../stages/Compare.vue'
import Cut from '../stages/Cut.vue'
import Jobs from '../stages/Jobs.vue'
import Log from '../stages/Log.vue'
import Parts from '../stages/Parts.vue'
import SectionBench from '../stages/SectionBench.vue'
import Size from '../stages/Size.vue'
import Stock from '../stages/Stock.vue'
import JobFrame from './JobFrame.vue'
import Look from './Look.vue'
import People from './People.vue'
import Released from './Released.vue'

export const router = createRouter({
  history: createWebHistory('/'),
  routes: [
    { path: '/', component: Jobs },
    { path: '/people', component: People },
    { path: '/look', component: Look },
    { path: '/jobs/:id(\\d+)/releases/:release(\\d+)', component: Released },
    {
      path: '/jobs/:id(\\d+)',
      component: JobFrame,
      children: [
        { path: '', redirect: (to) => `${to.path}/brief` },
        { path: 'brief', component: Brief },
        { path: 'size', component: Size },
        { path: 'compare', component: Compare },
        { path: 'parts', component: Parts },
        { path: 'stock', component: Stock },
        { path: 'cut', component: Cut },
        { path: 'log', component: Log },
        { path: 'chain', component: Chain },
        { path: 'section', component: SectionBench },
        { path: 'check', component: Check },
      ],
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
