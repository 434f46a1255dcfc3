<script setup lang="ts">
/** A model of one's own as tables: nodes with their places, bars between them, what is held. */
import type { S } from '../api/client'
import EntryField from '../shared/EntryField.vue'
import { unit } from '../shared/units'
import TextInput from '../shared/TextInput.vue'

const model = defineModel<S['OwnSpec']>({ required: true })
const emit = defineEmits<{ changed: [] }>()
const WAYS = ['x', 'y', 'z'] as const
const TURNS = ['about_x', 'about_y', 'about_z'] as const
const entry = (text: string) => ({ text, unit: unit.value, value: 0 })
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
            <select
              :value="held[n.name] ?? ''"
              :aria-label="`How ${n.name} is held`"
              @change="hold(n.name, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">free</option>
              <option>fixed</option>
              <option>hinged</option>
              <option>pinned</option>
              <option>on a roller</option>
              <option>held sideways</option>
            </select>
          </td>
          <td>
            <button type="button" class="button quiet" :aria-label="`Take away node ${n.name}`" @click="withoutNode(k)">
              Take away
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <button type="button" class="button" @click="addNode">Add a node</button>
    <h3>Springs <span class="soft">what gives between a node and the ground, along and about x, y, z</span></h3>
    <div v-for="(s, k) in model.springs ?? []" :key="k" class="fields">
      <div class="field">
        <label :for="`spring-${k}`">Spring at</label
        ><select :id="`spring-${k}`" v-model="s.node">
          <option v-for="n in model.nodes" :key="n.name">{{ n.name }}</option></select
        ><span class="echo"></span>
      </div>
      <EntryField
        v-for="d in WAYS"
        :key="d"
        v-model="s[d]"
        :label="`along ${d}, ${unit === 'mm' ? 'N/mm' : 'lb/in'}`"
        kind="line_load"
        optional
        hint="none"
      />
      <EntryField
        v-for="d in TURNS"
        :key="d"
        v-model="s[d]"
        :label="`${d.replace('_', ' ')}, moment a degree`"
        kind="moment"
        optional
        hint="none"
      />
      <button
        type="button"
        class="button quiet"
        :aria-label="`Take away the spring at ${s.node}`"
        @click="withoutSpring(k)"
      >
        Take away
      </button>
    </div>
    <button type="button" class="button" @click="addSpring">Add a spring</button>
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
          <td><input v-model="b.name" :aria-label="`Name of bar ${k + 1}`" @change="emit('changed')" /></td>
          <td>
            <select v-model="b.i" :aria-label="`${b.name} from`" @change="emit('changed')">
              <option v-for="n in model.nodes" :key="n.name">{{ n.name }}</option>
            </select>
          </td>
          <td>
            <select v-model="b.j" :aria-label="`${b.name} to`" @change="emit('changed')">
              <option v-for="n in model.nodes" :key="n.name">{{ n.name }}</option>
            </select>
          </td>
          <td><input v-model="b.role" class="short" :aria-label="`Role of ${b.name}`" @change="emit('changed')" /></td>
          <td>
            <label
              ><input v-model="b.hinged_i" type="checkbox" :aria-label="`${b.name} hinged at ${b.i}`" /> from</label
            >
            {{ ' ' }}
            <label><input v-model="b.hinged_j" type="checkbox" :aria-label="`${b.name} hinged at ${b.j}`" /> to</label>
          </td>
          <td>
            <select v-model="b.only" :aria-label="`What ${b.name} takes`">
              <option value="">pull and push</option>
              <option value="tension">pull only</option>
              <option value="compression">push only</option>
            </select>
          </td>
          <td>
            <button type="button" class="button quiet" :aria-label="`Take away bar ${b.name}`" @click="withoutBar(k)">
              Take away
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <button type="button" class="button" @click="addBar">Add a bar</button>
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
