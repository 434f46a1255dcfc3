<script setup lang="ts">
/**
 * Sections: any size of the catalogue to look at, and sections of the job's own put together from sizes, plates and
 * outlines.
 */
import { t } from '../../messages'
import { ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { call, type S } from '../../api/client'
import { job, mayWrite } from '../../shared/job'
import { useDraft } from '../../composables/useDraft'
import RowActions from '../../shared/RowActions.vue'
import SectionPick from '../../shared/SectionPick.vue'
import { unit } from '../../shared/units'
import { missing, presets } from './profile'
import ProfileForm from './ProfileForm.vue'
import SectionDrawing from './SectionDrawing.vue'
import SectionFigures from './SectionFigures.vue'
import SectionSeams from './SectionSeams.vue'

const route = useRoute()
const looked = ref(
  typeof route.query.id === 'string'
    ? route.query.id
    : (job.value!.members[0]?.spec.section_id ?? (unit.value === 'mm' ? 'RHS 120×80×6.3 hot' : 'HSS3X3X1/4')),
)
const metal = ref('')
const view = ref<S['SectionView'] | null>(null)
let name = ''
const form = useDraft<S['ProfileSpec']>('profiles', {
  whole: (d) => {
    name = d.name
    return d
  },
  saved: () => (looked.value = name),
})
const { draft, begin: open_ } = form
const trouble = ref('')
function begin(preset: string) {
  open_({ name: `P${job.value!.profiles.length + 1}`, parts: presets[preset](), joined: 'continuous' })
}
function change(row: S['ProfileRow']) {
  open_(row.spec, row)
}
let turn = 0
let timer = 0
async function look() {
  const mine = ++turn
  const open = (draft.value?.parts ?? []).flatMap((p) => (p.kind === 'figures' ? missing(p) : []))
  if (open.length) {
    trouble.value = t('sections.still_to_state_x', [open.join('; ')])
    return
  }
  try {
    const own = job.value!.profiles.find((p) => p.spec.name === looked.value)
    const found = draft.value
      ? await call<S['SectionView']>('POST', `/jobs/${job.value!.job.id}/section`, draft.value)
      : await call<S['SectionView']>('GET', `/section?id=${encodeURIComponent(own?.line ?? looked.value)}`)
    if (mine === turn) {
      view.value = found
      trouble.value = ''
    }
  } catch (error) {
    if (mine === turn) trouble.value = (error as { sentence?: string }).sentence ?? String(error)
  }
}
watch(
  [draft, looked],
  () => {
    clearTimeout(timer)
    timer = window.setTimeout(look, 200)
  },
  { immediate: true, deep: true },
)
</script>
<template>
  <div class="row spread">
    <h1>{{ $t('sections.sections') }}</h1>
    <span class="soft">{{ $t('sections.what_a_section_is_worth') }}</span><router-link
      class="button link"
      :to="`/jobs/${job!.job.id}/size`"
      >{{ $t('sections.back_to_size') }}</router-link
    >
  </div>
  <div class="bench gap">
    <div>
      <SectionDrawing v-if="view" :view="view" />
      <p v-if="trouble" class="notice bad" role="alert">{{ trouble }}</p>
      <SectionFigures v-if="view" :view="view" />
    </div>
    <div>
      <template v-if="!draft">
        <div class="fields"><SectionPick v-model:section="looked" v-model:material="metal" :metal="false" /></div>
        <div v-if="mayWrite" class="row">
          <span class="soft">{{ $t('sections.put_one_together_starting_from') }}</span><el-button
            v-for="(_, name) in presets"
            :key="name"
            @click="begin(String(name))"
            >{{ name }}</el-button
          >
        </div>
        <table v-if="job!.profiles.length" class="list gap">
          <thead>
            <tr>
              <th>{{ $t('sections.own_sections') }}</th>
              <th>{{ $t('sections.joined') }}</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="p in job!.profiles"
              :key="p.id"
              class="pick"
              :class="{ chosen: looked === p.spec.name }"
              @click="looked = p.spec.name"
            >
              <td>
                <el-button text
                  ><b>{{ p.spec.name }}</b></el-button
                >
                {{ ' ' }}<span class="soft">{{ $t('sections.parts_x', [p.spec.parts.length]) }}</span>
                <span v-if="p.trouble" class="bad"> {{ p.trouble }}</span>
              </td>
              <td>{{ p.spec.joined }}</td>
              <td class="num">
                <RowActions kind="profiles" :row="p" :name="p.spec.name" :change="() => change(p)" />
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <ProfileForm v-else :form="form" />
      <SectionSeams v-if="(view?.seams?.length ?? 0) > 1" :seams="view!.seams!" />
    </div>
  </div>
</template>
<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(320px, 1fr) minmax(380px, 1.15fr);
  gap: 18px;
  align-items: start;
}
.link {
  text-decoration: none;
  color: var(--ink);
}
@media (max-width: 900px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
