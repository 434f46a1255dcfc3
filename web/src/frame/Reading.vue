<script setup lang="ts">
/** A job that is read and not worked on: what it must carry, every check, what is made, and what was said. */
import { computed, ref } from 'vue'
import { attempt, job, message, reading, why } from '../shared/job'
import Reserve from '../shared/Reserve.vue'
import { mass } from '../shared/units'
import Checks from '../stages/Checks.vue'
import UnitSwitch from './UnitSwitch.vue'
import Why from './Why.vue'

defineProps<{ as: string }>()
const view = computed(() => job.value!)
const text = ref('')
const about = ref('')
const sized = computed(() => [
  ...view.value.members.map((m) => ({ mark: m.spec.mark, what: `${m.spec.section_id}, ${m.spec.material_id}`, ...m })),
  ...view.value.structures.map((x) => ({ mark: x.spec.mark, what: x.spec.name ?? 'structure', ...x })),
  ...view.value.plates.map((x) => ({ mark: x.spec.mark, what: x.spec.form, ...x })),
  ...view.value.joints.map((x) => ({ mark: x.spec.mark, what: x.spec.name ?? 'joint', ...x })),
])
const size = (x: (typeof view.value.loads)[number]['spec']) => (x.area ?? x.line ?? x.force)?.text ?? ''
const send = () =>
  attempt(async () => {
    await reading.value!.say!({ text: text.value, about: about.value, check_id: '' })
    text.value = ''
  })
const when = (iso: string) => new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
</script>
<template>
  <div class="read" :class="{ explained: why }">
    <header>
      <span class="home">Yorvek</span>
      <h1>{{ view.job.spec.name }}</h1>
      <span class="soft">revision {{ view.job.spec.revision }}, {{ as }}</span>
      <span class="space"></span>
      <UnitSwitch />
      <slot name="papers"></slot>
    </header>
    <main>
      <p v-if="message" class="notice bad" role="alert">{{ message }}</p>
      <p v-for="c in view.figures.cautions.filter((x) => x.level === 'stop')" :key="c.text" class="notice">
        <b>{{ c.title }}.</b> {{ c.do }}
      </p>
      <div class="two">
        <section>
          <h2>What it must carry</h2>
          <p v-if="view.job.spec.what">{{ view.job.spec.what }}</p>
          <table class="list">
            <tbody>
              <tr v-for="l in view.loads" :key="l.id">
                <td>
                  <b>{{ l.spec.name }}</b>
                </td>
                <td>{{ size(l.spec) }}</td>
                <td class="soft">{{ l.spec.case }}{{ l.spec.note ? `, ${l.spec.note}` : '' }}</td>
              </tr>
              <tr v-for="d in view.dimensions" :key="`d${d.id}`">
                <td>
                  <b>{{ d.spec.name }}</b>
                </td>
                <td>{{ d.spec.size.text }}</td>
                <td class="soft">
                  {{ d.spec.origin }},
                  {{ d.spec.verified_by ? `verified by ${d.spec.verified_by}` : 'verified by nobody' }}
                </td>
              </tr>
            </tbody>
          </table>
          <h2 class="gap">What is sized</h2>
          <table class="list">
            <thead>
              <tr>
                <th>Mark</th>
                <th></th>
                <th>Breaks</th>
                <th>Moves</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="x in sized" :key="x.mark">
                <td>
                  <b>{{ x.mark }}</b>
                </td>
                <td>
                  {{ x.what }}<template v-if="x.trouble">: {{ x.trouble }}</template>
                </td>
                <td><Reserve :value="x.verdict?.strength.value ?? null" /></td>
                <td>
                  <Reserve v-if="x.verdict && 'stiffness' in x.verdict" :value="x.verdict.stiffness?.value ?? null" />
                </td>
              </tr>
            </tbody>
          </table>
          <Checks class="gap" />
        </section>
        <section>
          <h2>What is made</h2>
          <p class="soft">{{ view.figures.pieces }} pieces, {{ mass(view.figures.mass_kg) }}.</p>
          <table class="list">
            <tbody>
              <tr v-for="p in view.parts" :key="p.id">
                <td>
                  <b>{{ p.spec.mark }}</b>
                </td>
                <td>{{ p.spec.qty ?? 1 }} × {{ p.spec.name || p.spec.shape.family }}</td>
                <td class="soft">{{ p.spec.material_id }}</td>
              </tr>
            </tbody>
          </table>
          <h2 class="gap">Comments</h2>
          <slot name="name"></slot>
          <form v-if="reading?.say" class="row" @submit.prevent="send">
            <select v-model="about" aria-label="What it is about">
              <option value="">the job</option>
              <option v-for="x in sized" :key="x.mark">{{ x.mark }}</option>
              <option v-for="p in view.parts" :key="`p${p.id}`">{{ p.spec.mark }}</option></select
            ><input v-model="text" class="wide" aria-label="Comment" placeholder="on a number: open its why" /><button
              class="button"
              :disabled="!text"
            >
              Say it
            </button>
          </form>
          <article v-for="c in view.comments" :key="c.id">
            <b>{{ c.author }}</b> <span class="soft">{{ c.spec.about }} {{ c.spec.check_id }}, {{ when(c.at) }}</span
            ><br />{{ c.spec.text }}
            <p v-if="c.spec.answer">{{ c.spec.answered_by || 'Answered' }}: {{ c.spec.answer }}</p>
          </article>
        </section>
      </div>
    </main>
    <Why v-if="why" class="why" />
  </div>
</template>
<style scoped>
.read {
  display: grid;
  grid-template: 48px 1fr / minmax(0, 1fr);
  height: 100vh;
}
.read.explained {
  grid-template-columns: minmax(0, 1fr) 290px;
}
header {
  grid-column: 1 / -1;
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 0 18px;
  background: var(--sheet);
  border-bottom: var(--line) solid var(--ink);
}
h1 {
  font-size: 17px;
}
.home {
  font-weight: 700;
  color: var(--mark);
}
.space {
  flex: 1;
}
main {
  overflow: auto;
  padding: 16px 18px 40px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(260px, 1fr);
  gap: 22px;
}
.wide {
  flex: 1;
}
article {
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
}
.why {
  border-left: var(--line) solid var(--ink);
  background: var(--sheet);
  overflow-y: auto;
  padding: 16px;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .read,
  .read.explained {
    grid-template: auto 1fr / minmax(0, 1fr);
  }
  header {
    flex-wrap: wrap;
    padding: 8px 12px;
  }
  .why {
    position: fixed;
    right: 0;
    top: 0;
    bottom: 0;
    width: min(340px, 92vw);
    z-index: 20;
  }
}
</style>
