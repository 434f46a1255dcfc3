<script setup lang="ts">
/** Which section holds, and what gives first: members, structures, plates and joints of the job. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { job, mayWrite } from '../../shared/job'
import { trim, unit } from '../../shared/units'
import Joints from '../joints/Joints.vue'
import Plates from '../plates/Plates.vue'
import Structures from '../structures/Structures.vue'
import { blank, least, whole } from './member'
import MemberForm from './MemberForm.vue'
import MemberList from './MemberList.vue'
import MemberView from './MemberView.vue'

const weakest = [...job.value!.members].sort((a, b) => least(a) - least(b))[0]
const chosen = ref<number | null>(weakest?.id ?? null)
usePicked('member', chosen)
const row = computed(() => job.value!.members.find((m) => m.id === chosen.value))
const shape = ref('simple')
const form = useDraft<S['MemberSpec']>('members', {
  more: shape,
  whole: (typed) => whole(typed, shape.value),
  saved: (id) => (chosen.value = id),
})
const { draft } = form
function add() {
  if (form.begin(blank())) shape.value = 'simple'
}
function revise(m: S['MemberRow']) {
  if (form.begin(m.spec, m)) shape.value = 'as it is'
}
</script>
<template>
  <div class="row spread">
    <h1>Size</h1>
    <span class="soft">Which section holds, and what gives first? Pick any number to see why.</span
    ><span class="row"
      ><router-link class="button link" :to="`/jobs/${job!.job.id}/section`">Sections</router-link
      ><router-link class="button link" :to="`/jobs/${job!.job.id}/check`">Check and release</router-link
      ><router-link v-if="job!.structures.length" class="button link" :to="`/jobs/${job!.job.id}/chain`"
        >Chain</router-link
      ><a class="button link" :href="`/api/jobs/${job!.job.id}/export/report.pdf?unit=${unit}`"
        >Calculation report PDF</a
      ></span
    >
  </div>
  <p v-if="!job!.loads.length" class="notice">
    There is no load yet: <router-link :to="`/jobs/${job!.job.id}/brief`">enter one in the brief</router-link>.
  </p>
  <MemberView v-if="row?.verdict && !draft" :row="{ ...row, verdict: row.verdict }" @change="revise(row)" />
  <p v-else-if="row?.trouble && !draft" class="notice bad">
    Not checked: {{ row.trouble }} <el-button @click="revise(row)">Change</el-button>
  </p>
  <MemberForm v-if="draft" v-model:shape="shape" :form="form" />
  <section class="gap">
    <div class="row spread">
      <h2>Members <span class="soft">weakest first; not checked before all</span></h2>
      <el-button v-if="mayWrite && !draft" @click="add">Add a member</el-button>
    </div>
    <p v-if="!job!.members.length" class="soft">
      No single member yet: a beam on its supports is added here, bars joined to each other below.
    </p>
    <MemberList v-else v-model="chosen" />

    <p v-if="row?.verdict" class="soft">
      {{ row.spec.mark }}: stiffness under its point loads
      {{
        row.verdict.stiffness_N_per_mm
          ? `${trim(row.verdict.stiffness_N_per_mm, 0)} N/mm`
          : 'not asked (no point load)'
      }}.
    </p>
  </section>
  <Structures />
  <Plates />
  <Joints />
</template>
<style scoped>
.link {
  text-decoration: none;
  color: var(--ink);
}
</style>
