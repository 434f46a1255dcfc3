<script setup lang="ts">
/** Joints and plates that are sized without a frame around them: what ends there, what it stands on, and its forces. */
import { t } from '../../messages'
import { onMounted, ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { attempt, job, mayWrite, why } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import RowActions from '../../shared/RowActions.vue'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'
import { jointWords, loadStarters } from '../structures/starters'
import { blankFree, type Spec } from './joint'
import JointForm from './JointForm.vue'

onMounted(() => attempt(loadStarters))
const form = useDraft<Spec>('joints')
const { draft, begin } = form
async function add() {
  // what a kind asks for is known before it is begun
  if (!(await attempt(loadStarters))) return
  begin(blankFree(job.value!.joints.length + 1))
}
function change(j: S['JointRow']) {
  begin(j.spec, j)
}
const explain = (j: S['JointRow']) => {
  why.value = {
    title: '',
    member: 0,
    joint: j.id,
    check: j.verdict?.strength.check_id ?? j.verdict?.checks[0]?.id ?? '',
  }
}
const found = ref<number | null>(null)
usePicked('joint', found)
const governs = (j: S['JointRow']) => j.trouble ?? j.verdict?.strength.governs ?? ''
const columns: Column<S['JointRow']>[] = [
  { id: 'mark', head: t('joints.mark'), by: (j) => j.spec.mark },
  {
    id: 'what',
    head: t('joints.what'),
    by: (j) => j.spec.name,
    words: (j) => jointWords(j.spec.joint?.kind ?? 'weld'),
  },
  { id: 'of', head: t('joints.of'), by: (j) => j.spec.section_id, words: (j) => j.spec.material_id ?? '' },
  { id: 'governs', head: t('joints.what_governs'), by: governs },
  { id: 'breaks', head: t('joints.breaks'), by: (j) => weakness(j.verdict?.strength.value) },
  { id: 'acts', head: '', acts: true },
]
</script>
<template>
  <section class="gap">
    <div class="row spread">
      <h2>
        {{ $t('joints.joints_by_themselves') }} <span class="soft">{{ $t('joints.a_lug_a_base_plate') }}</span>
      </h2>
      <el-button v-if="mayWrite && !draft" @click="add">{{ $t('joints.add_a_joint_by_itself') }}</el-button>
    </div>
    <JointForm v-if="draft" :form="form" />
    <DataList
      v-if="job!.joints.length"
      v-model="found"
      :label="$t('joints.joints_by_themselves')"
      kind="joint"
      :rows="job!.joints"
      :columns="columns"
    >
      <template #mark="{ row: j }"
        ><b>{{ j.spec.mark }}</b></template
      >
      <template #what="{ row: j }"
        >{{ j.spec.name }}
        <span class="soft">{{ jointWords(j.spec.joint?.kind ?? 'weld') }} × {{ j.spec.qty }}</span></template
      >
      <template #of="{ row: j }"
        >{{ j.spec.section_id }} <span class="soft">{{ j.spec.material_id }}</span></template
      >
      <template #governs="{ row: j }"
        ><span class="soft">{{ governs(j) }}</span></template
      >
      <template #breaks="{ row: j }"
        ><el-button text @click="explain(j)"><Reserve :value="j.verdict?.strength.value" /></el-button
      ></template>
      <template #acts="{ row: j }"
        ><RowActions kind="joints" :row="j" :name="j.spec.mark" :change="() => change(j)"
      /></template>
    </DataList>
  </section>
</template>
