<script setup lang="ts">
/** Positions of a mechanism and stages of the half-built thing: what differs from the structure as entered. */
import type { S } from '../api/client'
import EntryField from '../shared/EntryField.vue'
import { job } from '../shared/job'
import NumberInput from '../shared/NumberInput.vue'

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
    <h3>Positions and stages <span class="soft">each is checked, and the worst is named</span></h3>
    <fieldset v-for="(s, i) in situations" :key="i" class="panel">
      <legend>{{ s.kind }}</legend>
      <div class="fields">
        <div class="field">
          <label :for="`s-name-${i}`">Called</label><input :id="`s-name-${i}`" v-model="s.name" /><span
            class="echo"
          ></span>
        </div>
        <template v-if="s.kind === 'position' && asks">
          <EntryField
            v-for="[k, words] in asks.sizes"
            :key="k"
            :model-value="sizes(s)[k]"
            :label="words"
            optional
            hint="as entered"
            @update:model-value="size(s, k, $event)"
          />
          <template v-for="[k, words, , least, most] in asks.counts" :key="k">
            <label v-if="least === 0 && most === 1" class="row"
              >{{ words }}
              <select
                :value="s.counts![k] ?? ''"
                @change="
                  ($event.target as HTMLSelectElement).value === ''
                    ? delete s.counts![k]
                    : (s.counts![k] = Number(($event.target as HTMLSelectElement).value))
                "
              >
                <option value="">as entered</option>
                <option value="1">yes</option>
                <option value="0">no</option>
              </select></label
            >
          </template>
        </template>
        <button type="button" class="button quiet" @click="situations = situations.filter((x) => x !== s)">
          Take away
        </button>
      </div>
      <div v-if="s.kind === 'stage'" class="row wrap">
        <span class="soft">Not there yet:</span
        ><label v-for="r in asked.roles" :key="r"
          ><input type="checkbox" :checked="s.without!.includes(r)" @change="toggle(s.without!, r)" /> {{ r }}</label
        >
      </div>
      <div v-if="s.kind === 'stage'" class="row wrap">
        <span class="soft">Propped at:</span
        ><label v-for="n in asked.nodes.slice(0, 24)" :key="n"
          ><input type="checkbox" :checked="s.props!.includes(n)" @change="toggle(s.props!, n)" /> {{ n }}</label
        >
      </div>
      <div v-if="s.kind === 'position'" class="row wrap">
        <label
          ><input
            type="checkbox"
            :checked="!!s.slew"
            @change="slews(s, ($event.target as HTMLInputElement).checked, asked)"
          />
          it slews</label
        >
        <template v-if="s.slew">
          <label
            >about the upright axis through
            <select v-model="s.slew.about" :aria-label="`Axis of ${s.name}`">
              <option v-for="n in asked.nodes" :key="n">{{ n }}</option>
            </select></label
          >
          <label
            >from
            <NumberInput v-model="s.slew.from_deg" class="narrow" inputmode="decimal" :aria-label="`${s.name}, from`" />
            °</label
          >
          <label
            >to
            <NumberInput v-model="s.slew.to_deg" class="narrow" inputmode="decimal" :aria-label="`${s.name}, to`" />
            °</label
          >
          <span class="soft">What turns:</span
          ><label v-for="r in asked.roles" :key="r"
            ><input type="checkbox" :checked="s.slew.turns.includes(r)" @change="toggle(s.slew.turns, r)" />
            {{ r }}</label
          >
        </template>
      </div>
      <div class="row wrap">
        <span class="soft">Acts:</span
        ><label v-for="id in [...new Set(loads)]" :key="id"
          ><input
            type="checkbox"
            :checked="!s.loads || s.loads.includes(id)"
            @change="acts(s, id, [...new Set(loads)], ($event.target as HTMLInputElement).checked)"
          />
          {{ nameOf(id) }}</label
        >
      </div>
    </fieldset>
    <div class="row">
      <button type="button" class="button" @click="add('position')">Add a position</button
      ><button type="button" class="button" @click="add('stage')">Add a stage</button>
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
