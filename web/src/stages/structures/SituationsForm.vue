<script setup lang="ts">
/** Positions of a mechanism and stages of the half-built thing: what differs from the structure as entered. */
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import TextField from '../../ui/TextField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import Choice from '../../ui/Choice.vue'
import NumberInput from '../../ui/NumberInput.vue'

const situations = defineModel<S['SituationSpec'][]>({ default: () => [] })
defineProps<{ asked: S['StarterView']; asks?: S['StarterKind']; loads: number[] }>()
function add(kind: 'position' | 'stage') {
  situations.value = [
    ...situations.value,
    {
      name: kind === 'position' ? `position ${situations.value.length + 1}` : `stage ${situations.value.length + 1}`,
      kind,
      sizes: {},
      counts: {},
      without: [],
      props: [],
      loads: null,
    },
  ]
}
/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- entries by name */
const sizes = (s: S['SituationSpec']) => s.sizes as any
function size(s: S['SituationSpec'], name: string, entry: unknown) {
  if (entry) sizes(s)[name] = entry
  else delete sizes(s)[name]
}
function toggle(list: string[], name: string) {
  const k = list.indexOf(name)
  if (k < 0) list.push(name)
  else list.splice(k, 1)
}
function acts(s: S['SituationSpec'], id: number, all: number[], on: boolean) {
  const now = s.loads ?? [...all]
  const next = on ? [...now, id] : now.filter((x) => x !== id)
  s.loads = next.length === all.length ? null : next
}
function slews(s: S['SituationSpec'], on: boolean, asked: S['StarterView']) {
  s.slew = on ? { about: asked.nodes[0], turns: [...asked.roles], from_deg: 0, to_deg: 90 } : null
}
const nameOf = (id: number) => job.value!.loads.find((l) => l.id === id)?.spec.name ?? 'gone'
</script>
<template>
  <div class="gap">
    <h3>
      {{ $t('structures.positions_and_stages') }}
      <span class="soft">{{ $t('structures.each_is_checked_and_the') }}</span>
    </h3>
    <fieldset v-for="(s, i) in situations" :key="i" class="panel">
      <legend>{{ s.kind }}</legend>
      <div class="fields">
        <TextField :id="`s-name-${i}`" v-model="s.name" :label="$t('structures.called')" :at="`situations.${i}.name`" />
        <template v-if="s.kind === 'position' && asks">
          <QuantityField
            v-for="a in asks.sizes"
            :key="a.name"
            :model-value="sizes(s)[a.name]"
            :label="a.words"
            optional
            :hint="$t('structures.as_entered')"
            @update:model-value="size(s, a.name, $event)"
          />
          <template v-for="a in asks.counts" :key="a.name">
            <label v-if="a.typed === 'yes or no'" class="row"
              >{{ a.words }}
              <Choice
                @change="String($event) === '' ? delete s.counts![a.name] : (s.counts![a.name] = Number($event))"
                :model-value="s.counts![a.name] ?? ''"
                :options="{ '': $t('structures.as_entered'), '1': $t('structures.yes'), '0': $t('structures.no') }"
            /></label>
          </template>
        </template>
        <el-button text @click="situations = situations.filter((x) => x !== s)">
          {{ $t('structures.take_away') }}
        </el-button>
      </div>
      <div v-if="s.kind === 'stage'" class="row wrap">
        <span class="soft">{{ $t('structures.not_there_yet') }}</span><el-checkbox
          v-for="r in asked.roles"
          :key="r"
          @change="toggle(s.without!, r)"
          :model-value="s.without!.includes(r)"
          >{{ r }}</el-checkbox
        >
      </div>
      <div v-if="s.kind === 'stage'" class="row wrap">
        <span class="soft">{{ $t('structures.propped_at') }}</span><el-checkbox
          v-for="n in asked.nodes.slice(0, 24)"
          :key="n"
          @change="toggle(s.props!, n)"
          :model-value="s.props!.includes(n)"
          >{{ n }}</el-checkbox
        >
      </div>
      <div v-if="s.kind === 'position'" class="row wrap">
        <el-checkbox @change="slews(s, !!$event, asked)" :model-value="!!s.slew">{{
          $t('structures.it_slews')
        }}</el-checkbox>
        <template v-if="s.slew">
          <label
            >{{ $t('structures.about_the_upright_axis_through') }}
            <Choice :aria-label="$t('structures.axis_of_x', [s.name])" v-model="s.slew.about" :options="asked.nodes"
          /></label>
          <label
            >{{ $t('structures.from_2') }}
            <NumberInput
              v-model="s.slew.from_deg"
              class="narrow"
              inputmode="decimal"
              :aria-label="$t('structures.from_x_2', [s.name])"
            />
            °</label
          >
          <label
            >{{ $t('structures.to_2') }}
            <NumberInput
              v-model="s.slew.to_deg"
              class="narrow"
              inputmode="decimal"
              :aria-label="$t('structures.to_x_2', [s.name])"
            />
            °</label
          >
          <span class="soft">{{ $t('structures.what_turns') }}</span><el-checkbox
            v-for="r in asked.roles"
            :key="r"
            @change="toggle(s.slew.turns, r)"
            :model-value="s.slew.turns.includes(r)"
            >{{ r }}</el-checkbox
          >
        </template>
      </div>
      <div class="row wrap">
        <span class="soft">{{ $t('structures.acts') }}</span><el-checkbox
          v-for="id in [...new Set(loads)]"
          :key="id"
          @change="acts(s, id, [...new Set(loads)], !!$event)"
          :model-value="!s.loads || s.loads.includes(id)"
          >{{ nameOf(id) }}</el-checkbox
        >
      </div>
    </fieldset>
    <div class="row">
      <el-button @click="add('position')">{{ $t('structures.add_a_position') }}</el-button><el-button
        @click="add('stage')"
        >{{ $t('structures.add_a_stage') }}</el-button
      >
    </div>
  </div>
</template>
<style scoped>
fieldset {
  border: var(--line) solid var(--rule);
  margin: 6px 0;
}
.wrap {
  flex-wrap: wrap;
}
</style>
