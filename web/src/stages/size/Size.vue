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
    <h1>{{ $t('size.size') }}</h1>
    <span class="soft">{{ $t('size.which_section_holds_and_what') }}</span><span class="row"
      ><router-link class="button link" :to="`/jobs/${job!.job.id}/section`">{{ $t('size.sections') }}</router-link
      ><router-link class="button link" :to="`/jobs/${job!.job.id}/check`">{{
        $t('size.check_and_release')
      }}</router-link
      ><router-link v-if="job!.structures.length" class="button link" :to="`/jobs/${job!.job.id}/chain`">{{
        $t('size.chain')
      }}</router-link
      ><a class="button link" :href="`/api/jobs/${job!.job.id}/export/report.pdf?unit=${unit}`">{{
        $t('size.calculation_report_pdf')
      }}</a></span
    >
  </div>
  <p v-if="!job!.loads.length" class="notice">
    {{ $t('size.there_is_no_load_yet') }}
    <router-link :to="`/jobs/${job!.job.id}/brief`">{{ $t('size.enter_one_in_the_brief') }}</router-link>.
  </p>
  <MemberView v-if="row?.verdict && !draft" :row="{ ...row, verdict: row.verdict }" @change="revise(row)" />
  <p v-else-if="row?.trouble && !draft" class="notice bad">
    {{ $t('size.not_checked_x', [row.trouble]) }} <el-button @click="revise(row)">{{ $t('size.change') }}</el-button>
  </p>
  <MemberForm v-if="draft" v-model:shape="shape" :form="form" />
  <section class="gap">
    <div class="row spread">
      <h2>
        {{ $t('size.members') }} <span class="soft">{{ $t('size.weakest_first_not_checked_before') }}</span>
      </h2>
      <el-button v-if="mayWrite && !draft" @click="add">{{ $t('size.add_a_member') }}</el-button>
    </div>
    <p v-if="!job!.members.length" class="soft">
      {{ $t('size.no_single_member_yet_a') }}
    </p>
    <MemberList v-else v-model="chosen" />

    <p v-if="row?.verdict" class="soft">
      {{
        $t('size.stiffness_under_its_point_loads_x', [
          row.spec.mark,
          row.verdict.stiffness_N_per_mm
            ? $t('size.n_mm_x', [trim(row.verdict.stiffness_N_per_mm, 0)])
            : $t('size.not_asked_no_point_load'),
        ])
      }}
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
