<script setup lang="ts">
/** A model of one's own as tables: nodes with their places, bars between them, what is held. */
import type { S } from '../../api/client'
import { entry, unit } from '../../shared/units'
import TextInput from '../../ui/TextInput.vue'
import Choice from '../../ui/Choice.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'

const model = defineModel<S['OwnSpec']>({ required: true })
const emit = defineEmits<{ changed: [] }>()
const WAYS = ['x', 'y', 'z'] as const
const TURNS = ['about_x', 'about_y', 'about_z'] as const
const free = (stem: string, taken: string[]) => {
  let n = 1
  while (taken.includes(`${stem}${n}`)) n++
  return `${stem}${n}`
}
function addNode() {
  model.value.nodes.push({
    name: free(
      'n',
      model.value.nodes.map((n) => n.name),
    ),
    x: entry('0'),
    y: entry('0'),
    z: entry('0'),
  })
}
function addBar() {
  const [a, b] = model.value.nodes
  model.value.bars.push({
    name: free(
      'bar ',
      model.value.bars.map((x) => x.name),
    ),
    i: a?.name ?? '',
    j: b?.name ?? '',
    role: model.value.bars[0]?.role ?? 'bar',
    hinged_i: false,
    hinged_j: false,
    only: '',
  })
  emit('changed')
}
const held = model.value.held as Record<string, string>
function hold(node: string, how: string) {
  if (how) held[node] = how
  else delete held[node]
  emit('changed')
}
function rename(k: number, name: string) {
  const was = model.value.nodes[k].name
  model.value.nodes[k].name = name
  for (const b of model.value.bars) {
    if (b.i === was) b.i = name
    if (b.j === was) b.j = name
  }
  for (const s of model.value.springs ?? []) if (s.node === was) s.node = name
  if (held[was]) {
    held[name] = held[was]
    delete held[was]
  }
  emit('changed')
}
function place(node: S['OwnSpec']['nodes'][number], axis: 'x' | 'y' | 'z', text: string) {
  node[axis] = entry(text)
  emit('changed')
}
function withoutNode(k: number) {
  const [gone] = model.value.nodes.splice(k, 1)
  delete held[gone.name]
  model.value.springs = (model.value.springs ?? []).filter((s) => s.node !== gone.name)
  emit('changed')
}
function addSpring() {
  const taken = (model.value.springs ?? []).map((s) => s.node)
  const node = model.value.nodes.find((n) => !taken.includes(n.name))?.name
  if (node) model.value.springs = [...(model.value.springs ?? []), { node } as S['SpringSpec']]
}
function withoutSpring(k: number) {
  model.value.springs!.splice(k, 1)
  emit('changed')
}
function withoutBar(k: number) {
  model.value.bars.splice(k, 1)
  emit('changed')
}
</script>
<template>
  <div class="model gap">
    <h3>Nodes <span class="soft">x along, y up, z across</span></h3>
    <table class="list">
      <thead>
        <tr>
          <th>Node</th>
          <th>x</th>
          <th>y</th>
          <th>z</th>
          <th>Held</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(n, k) in model.nodes" :key="k">
          <td>
            <TextInput :value="n.name" :aria-label="`Name of node ${k + 1}`" @done="rename(k, $event)" />
          </td>
          <td v-for="axis in ['x', 'y', 'z'] as const" :key="axis">
            <TextInput
              :value="n[axis].text"
              class="short"
              :aria-label="`${axis} of ${n.name}`"
              @done="place(n, axis, $event)"
            />
          </td>
          <td>
            <Choice
              :aria-label="`How ${n.name} is held`"
              @change="hold(n.name, $event)"
              :model-value="held[n.name] ?? ''"
              :options="{
                '': 'free',
                fixed: 'fixed',
                hinged: 'hinged',
                pinned: 'pinned',
                'on a roller': 'on a roller',
                'held sideways': 'held sideways',
              }"
            />
          </td>
          <td>
            <el-button text :aria-label="`Take away node ${n.name}`" @click="withoutNode(k)"> Take away </el-button>
          </td>
        </tr>
      </tbody>
    </table>
    <el-button @click="addNode">Add a node</el-button>
    <h3>Springs <span class="soft">what gives between a node and the ground, along and about x, y, z</span></h3>
    <div v-for="(s, k) in model.springs ?? []" :key="k" class="fields">
      <ChoiceField
        :id="`spring-${k}`"
        v-model="s.node"
        label="Spring at"
        :at="`starter.own.springs.${k}.node`"
        :options="model.nodes.map((n) => ({ value: n.name, label: n.name }))"
      />
      <QuantityField
        v-for="d in WAYS"
        :key="d"
        v-model="s[d]"
        :label="`along ${d}, ${unit === 'mm' ? 'N/mm' : 'lb/in'}`"
        kind="line_load"
        optional
        hint="none"
      />
      <QuantityField
        v-for="d in TURNS"
        :key="d"
        v-model="s[d]"
        :label="`${d.replace('_', ' ')}, moment a degree`"
        kind="moment"
        optional
        hint="none"
      />
      <el-button text :aria-label="`Take away the spring at ${s.node}`" @click="withoutSpring(k)">
        Take away
      </el-button>
    </div>
    <el-button @click="addSpring">Add a spring</el-button>
    <h3>Bars</h3>
    <table class="list">
      <thead>
        <tr>
          <th>Bar</th>
          <th>From</th>
          <th>To</th>
          <th>Role</th>
          <th>Hinged</th>
          <th>Takes</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(b, k) in model.bars" :key="k">
          <td><el-input :aria-label="`Name of bar ${k + 1}`" @change="emit('changed')" v-model="b.name" /></td>
          <td>
            <Choice
              :aria-label="`${b.name} from`"
              @change="emit('changed')"
              v-model="b.i"
              :options="model.nodes.map((n) => ({ value: n.name, label: n.name }))"
            />
          </td>
          <td>
            <Choice
              :aria-label="`${b.name} to`"
              @change="emit('changed')"
              v-model="b.j"
              :options="model.nodes.map((n) => ({ value: n.name, label: n.name }))"
            />
          </td>
          <td>
            <el-input class="short" :aria-label="`Role of ${b.name}`" @change="emit('changed')" v-model="b.role" />
          </td>
          <td>
            <el-checkbox :aria-label="`${b.name} hinged at ${b.i}`" v-model="b.hinged_i">from</el-checkbox>
            {{ ' ' }}
            <el-checkbox :aria-label="`${b.name} hinged at ${b.j}`" v-model="b.hinged_j">to</el-checkbox>
          </td>
          <td>
            <Choice
              :aria-label="`What ${b.name} takes`"
              v-model="b.only"
              :options="{ '': 'pull and push', tension: 'pull only', compression: 'push only' }"
            />
          </td>
          <td>
            <el-button text :aria-label="`Take away bar ${b.name}`" @click="withoutBar(k)"> Take away </el-button>
          </td>
        </tr>
      </tbody>
    </table>
    <el-button @click="addBar">Add a bar</el-button>
  </div>
</template>
<style scoped>
.short {
  width: 84px;
}
.model input:not([type]) {
  min-width: 70px;
}
td {
  padding-block: 2px;
}
</style>
