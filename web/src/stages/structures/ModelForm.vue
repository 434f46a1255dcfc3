<script setup lang="ts">
/** A model of one's own as tables: nodes with their places, bars between them, what is held. */
import type { S } from '../../api/client'
import { entry } from '../../shared/units'
import TextInput from '../../ui/TextInput.vue'
import Choice from '../../ui/Choice.vue'
import ModelSprings from './ModelSprings.vue'

const model = defineModel<S['OwnSpec']>({ required: true })
const emit = defineEmits<{ changed: [] }>()
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
function withoutBar(k: number) {
  model.value.bars.splice(k, 1)
  emit('changed')
}
</script>
<template>
  <div class="model gap">
    <h3>
      {{ $t('structures.nodes') }} <span class="soft">{{ $t('structures.x_along_y_up_z') }}</span>
    </h3>
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('structures.node') }}</th>
          <th>x</th>
          <th>y</th>
          <th>z</th>
          <th>{{ $t('structures.held') }}</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(n, k) in model.nodes" :key="k">
          <td>
            <TextInput
              :value="n.name"
              :aria-label="$t('structures.name_of_node_x', [k + 1])"
              @done="rename(k, $event)"
            />
          </td>
          <td v-for="axis in ['x', 'y', 'z'] as const" :key="axis">
            <TextInput
              :value="n[axis].text"
              class="short"
              :aria-label="$t('structures.of_x', [axis, n.name])"
              @done="place(n, axis, $event)"
            />
          </td>
          <td>
            <Choice
              :aria-label="$t('structures.how_is_held_x', [n.name])"
              @change="hold(n.name, $event)"
              :model-value="held[n.name] ?? ''"
              :options="{
                '': $t('structures.free'),
                fixed: $t('structures.fixed'),
                hinged: $t('structures.hinged'),
                pinned: $t('structures.pinned'),
                'on a roller': $t('structures.on_a_roller'),
                'held sideways': $t('structures.held_sideways'),
              }"
            />
          </td>
          <td>
            <el-button text :aria-label="$t('structures.take_away_node_x', [n.name])" @click="withoutNode(k)">
              {{ $t('structures.take_away') }}
            </el-button>
          </td>
        </tr>
      </tbody>
    </table>
    <el-button @click="addNode">{{ $t('structures.add_a_node') }}</el-button>
    <ModelSprings v-model="model" @changed="emit('changed')" />
    <h3>{{ $t('structures.bars') }}</h3>
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('structures.bar') }}</th>
          <th>{{ $t('structures.from') }}</th>
          <th>{{ $t('structures.to') }}</th>
          <th>{{ $t('structures.role') }}</th>
          <th>{{ $t('structures.hinged_2') }}</th>
          <th>{{ $t('structures.takes') }}</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(b, k) in model.bars" :key="k">
          <td>
            <el-input
              :aria-label="$t('structures.name_of_bar_x', [k + 1])"
              @change="emit('changed')"
              v-model="b.name"
            />
          </td>
          <td>
            <Choice
              :aria-label="$t('structures.from_x', [b.name])"
              @change="emit('changed')"
              v-model="b.i"
              :options="model.nodes.map((n) => ({ value: n.name, label: n.name }))"
            />
          </td>
          <td>
            <Choice
              :aria-label="$t('structures.to_x', [b.name])"
              @change="emit('changed')"
              v-model="b.j"
              :options="model.nodes.map((n) => ({ value: n.name, label: n.name }))"
            />
          </td>
          <td>
            <el-input
              class="short"
              :aria-label="$t('structures.role_of_x', [b.name])"
              @change="emit('changed')"
              v-model="b.role"
            />
          </td>
          <td>
            <el-checkbox :aria-label="$t('structures.hinged_at_x', [b.name, b.i])" v-model="b.hinged_i">{{
              $t('structures.from_2')
            }}</el-checkbox>
            {{ ' ' }}
            <el-checkbox :aria-label="$t('structures.hinged_at_x', [b.name, b.j])" v-model="b.hinged_j">{{
              $t('structures.to_2')
            }}</el-checkbox>
          </td>
          <td>
            <Choice
              :aria-label="$t('structures.what_takes_x', [b.name])"
              v-model="b.only"
              :options="{
                '': $t('structures.pull_and_push'),
                tension: $t('structures.pull_only'),
                compression: $t('structures.push_only'),
              }"
            />
          </td>
          <td>
            <el-button text :aria-label="$t('structures.take_away_bar_x', [b.name])" @click="withoutBar(k)">
              {{ $t('structures.take_away') }}
            </el-button>
          </td>
        </tr>
      </tbody>
    </table>
    <el-button @click="addBar">{{ $t('structures.add_a_bar') }}</el-button>
  </div>
</template>
<style scoped>
.model {
  overflow-x: auto;
}
.model td :deep(.el-select) {
  width: 100px;
}
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
