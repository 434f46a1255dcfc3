<script setup lang="ts">
/**
 * Joints chosen for ends of bars, one by one or for a whole role; a stiff end not named keeps the weld all round, a
 * hinge has nothing.
 */
import { t } from '../../messages'
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { unit } from '../../shared/units'
import JointFields from '../joints/JointFields.vue'
import { blankJoint, jointKinds, jointWords, type Joint } from './starters'
import Choice from '../../ui/Choice.vue'
import { handTo } from '../../ui/lead'

const joints = defineModel<S['JointAt'][]>({ default: () => [] })
const props = defineProps<{ ends: [string, string][]; roles: string[] }>()
const places = computed<[string, string][]>(() => [
  ...props.roles.flatMap(
    (r) =>
      [
        [r, 'every end'],
        [r, 'every hinge'],
      ] as [string, string][],
  ),
  ...props.ends,
])
const where = ref(0)
const kind = ref<Joint['kind']>('weld')
function add() {
  const [bar, node] = places.value[where.value]
  joints.value = [
    ...joints.value.filter((j) => j.bar !== bar || j.node !== node),
    { bar, node, joint: blankJoint(kind.value, unit.value) },
  ]
}
/** The joint at the end of a bar: its fields where it has one, the choice of its kind where it has none yet. */
function lead(bar: string, node: string) {
  const there = joints.value.findIndex((j) => j.bar === bar && j.node === node)
  where.value = Math.max(
    0,
    places.value.findIndex(([b, n]) => b === bar && n === node),
  )
  void handTo(there < 0 ? '[data-kind-of-joint] input' : `[data-at^="joints.${there}."] input`)
}
defineExpose({ lead })
const put = (i: number, joint: Joint) => {
  joints.value = joints.value.map((j, k) => (k === i ? { ...j, joint } : j))
}
const at = (bar: string, node: string) =>
  node.startsWith('every ') ? t('structures.of_role_x', [node, bar]) : t('structures.at_x', [bar, node])
</script>
<template>
  <div class="gap">
    <h3>
      {{ $t('structures.joints') }} <span class="soft">{{ $t('structures.a_stiff_end_not_named') }}</span>
    </h3>
    <fieldset v-for="(j, i) in joints" :key="`${j.bar} ${j.node}`" class="panel">
      <legend>
        <b>{{ at(j.bar, j.node) }}</b>: {{ jointWords(j.joint.kind) }}
      </legend>
      <JointFields :within="`joints.${i}.joint.`" :model-value="j.joint" @update:model-value="put(i, $event)" />
      <el-button
        text
        :aria-label="$t('structures.take_the_joint_away_from_x', [at(j.bar, j.node)])"
        @click="joints = joints.filter((x) => x !== j)"
      >
        {{ $t('structures.take_away') }}
      </el-button>
    </fieldset>
    <div class="row">
      <span class="soft">{{ $t('structures.add_at') }}</span>
      <Choice
        :aria-label="$t('structures.end_of_a_bar')"
        v-model="where"
        :options="places.map(([bar, node], k) => ({ value: k, label: at(bar, node) }))"
      />
      <span data-kind-of-joint
        ><Choice
          :aria-label="$t('structures.kind_of_joint')"
          v-model="kind"
          :options="jointKinds.map((k) => ({ value: k.kind, label: k.words }))"
      /></span>
      <el-button @click="add">{{ $t('structures.add_joint') }}</el-button>
    </div>
  </div>
</template>
<style scoped>
fieldset {
  border: var(--line) solid var(--rule);
  margin: 6px 0;
}
</style>
