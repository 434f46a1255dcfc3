<script setup lang="ts">
/** A job that is read and not worked on: what it must carry, every check, what is made, and what was said. */
import { computed, ref } from 'vue'
import { attempt, job, message, reading, why } from '../shared/job'
import Reserve from '../shared/Reserve.vue'
import { mass } from '../shared/units'
import Checks from '../stages/check/Checks.vue'
import UnitSwitch from './UnitSwitch.vue'
import Why from './Why.vue'
import Remark from '../shared/Remark.vue'
import { sizeOf } from '../shared/loads'
import Choice from '../ui/Choice.vue'

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
const send = () =>
  attempt(async () => {
    await reading.value!.say!({ text: text.value, about: about.value, check_id: '' })
    text.value = ''
  })
</script>
<template>
  <div class="read" :class="{ explained: why }">
    <header class="page-head">
      <span class="home">{{ $t('frame.yorvek') }}</span>
      <h1>{{ view.job.spec.name }}</h1>
      <span class="soft">{{ $t('frame.revision_x_2', [view.job.spec.revision, as]) }}</span>
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
          <h2>{{ $t('frame.what_it_must_carry') }}</h2>
          <p v-if="view.job.spec.what">{{ view.job.spec.what }}</p>
          <table class="list">
            <tbody>
              <tr v-for="l in view.loads" :key="l.id">
                <td>
                  <b>{{ l.spec.name }}</b>
                </td>
                <td>{{ sizeOf(l.spec) }}</td>
                <td class="soft">{{ l.spec.case }}{{ l.spec.note ? `, ${l.spec.note}` : '' }}</td>
              </tr>
              <tr v-for="d in view.dimensions" :key="`d${d.id}`">
                <td>
                  <b>{{ d.spec.name }}</b>
                </td>
                <td>{{ d.spec.size.text }}</td>
                <td class="soft">
                  {{ d.spec.origin }},
                  {{
                    d.spec.verified_by
                      ? $t('frame.verified_by_x', [d.spec.verified_by])
                      : $t('frame.verified_by_nobody')
                  }}
                </td>
              </tr>
            </tbody>
          </table>
          <h2 class="gap">{{ $t('frame.what_is_sized') }}</h2>
          <table class="list">
            <thead>
              <tr>
                <th>{{ $t('frame.mark') }}</th>
                <th></th>
                <th>{{ $t('frame.breaks') }}</th>
                <th>{{ $t('frame.moves') }}</th>
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
          <h2>{{ $t('frame.what_is_made') }}</h2>
          <p class="soft">{{ $t('frame.pieces_x', [view.figures.pieces, mass(view.figures.mass_kg)]) }}</p>
          <table class="list">
            <tbody>
              <tr v-for="p in view.parts" :key="p.id">
                <td>
                  <b>{{ p.spec.mark }}</b>
                </td>
                <td>{{ p.spec.qty ?? 1 }} × {{ p.spec.name || p.spec.shape.family }}</td>
                <td class="soft">{{ p.followed.material_id }}</td>
              </tr>
            </tbody>
          </table>
          <h2 class="gap">{{ $t('frame.comments') }}</h2>
          <slot name="name"></slot>
          <form v-if="reading?.say" class="row" @submit.prevent="send">
            <Choice
              :aria-label="$t('frame.what_it_is_about')"
              v-model="about"
              :options="[
                { value: '', label: $t('frame.the_job') },
                ...sized.map((x) => ({ value: x.mark, label: x.mark })),
                ...view.parts.map((p) => ({ value: p.spec.mark, label: p.spec.mark })),
              ]"
            /><el-input
              class="wide"
              :aria-label="$t('frame.comment')"
              :placeholder="$t('frame.on_a_number_open_its')"
              v-model="text"
            /><el-button native-type="submit" :disabled="!text"> {{ $t('frame.say_it') }} </el-button>
          </form>
          <Remark v-for="c in view.comments" :key="c.id" :comment="c" />
        </section>
      </div>
    </main>
    <Why v-if="why" />
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
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 900px) {
  .read,
  .read.explained {
    grid-template: auto 1fr / minmax(0, 1fr);
  }
}
</style>
