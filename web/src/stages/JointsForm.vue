<script setup lang="ts">
/** Joints chosen for ends of bars; ends not named keep the weld all round or the pin above. */
import { ref } from 'vue'
import type { S } from '../api/client'
import EntryField from '../shared/EntryField.vue'
import { unit } from '../shared/units'
import { blankJoint, jointAsks, type Joint } from './starters'

const joints = defineModel<S['JointAt'][]>({ default: () => [] })
const props = defineProps<{ ends: [string, string][] }>()
const where = ref(0)
const kind = ref<Joint['kind']>('pin')
function add() {
  const [bar, node] = props.ends[where.value]
  joints.value = [...joints.value.filter((j) => j.bar !== bar || j.node !== node), { bar, node, joint: blankJoint(kind.value, unit.value) }]
}
/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- fields by the table of kinds; the server's models decide */
const of = (j: S['JointAt']) => j.joint as any
</script>
<template>
  <div class="gap">
    <h3>Joints <span class="soft">ends not named here: a weld all round where stiff, a pin at a hinge</span></h3>
    <fieldset v-for="(j, i) in joints" :key="`${j.bar} ${j.node}`" class="panel">
      <legend><b>{{ j.bar }}</b> at {{ j.node }}: {{ jointAsks[j.joint.kind].words }}</legend>
      <div class="fields">
        <div v-if="j.joint.kind === 'rated part'" class="field"><label :for="`j-what-${i}`">What</label><input :id="`j-what-${i}`" v-model="of(j).what" /><span class="echo"></span></div>
        <div v-if="j.joint.kind === 'friction'" class="field"><label :for="`j-by-${i}`">Held by</label><select :id="`j-by-${i}`" v-model="of(j).by"><option>clamp</option><option>U-bolt</option><option>set screws</option></select><span class="echo"></span></div>
        <EntryField v-for="[k, words] in jointAsks[j.joint.kind].lengths" :key="k" v-model="of(j)[k]" :label="words" :optional="k === 'throat'" hint="full penetration" />
        <EntryField v-if="jointAsks[j.joint.kind].force" v-model="of(j).rating" label="Rating on its plate" kind="force" />
        <div v-for="[k, words] in jointAsks[j.joint.kind].counts ?? []" :key="k" class="field"><label :for="`j-${k}-${i}`">{{ words }}</label><input :id="`j-${k}-${i}`" v-model.number="of(j)[k]" inputmode="decimal" /><span class="echo"></span></div>
        <div v-if="'grade' in j.joint" class="field"><label :for="`j-grade-${i}`">Grade</label><select :id="`j-grade-${i}`" v-model="of(j).grade"><option v-for="g in ['4.6', '8.8', '10.9', 'A2-70', 'SAE 5', 'SAE 8']" :key="g">{{ g }}</option></select><span class="echo"></span></div>
        <label v-if="j.joint.kind === 'rated part'" class="row"><input v-model="of(j).modified" type="checkbox" /> it was modified</label>
        <button type="button" class="button quiet" @click="joints = joints.filter((x) => x !== j)">Take away</button>
      </div>
    </fieldset>
    <div class="row"><span class="soft">Add at</span>
      <select v-model.number="where" aria-label="End of a bar"><option v-for="([bar, node], k) in ends" :key="k" :value="k">{{ bar }} at {{ node }}</option></select>
      <select v-model="kind" aria-label="Kind of joint"><option v-for="(a, k) in jointAsks" :key="k" :value="k">{{ a.words }}</option></select>
      <button type="button" class="button" @click="add">Add joint</button></div>
  </div>
</template>
<style scoped>
fieldset { border: var(--line) solid var(--rule); margin: 6px 0; }
</style>
