<script setup lang="ts">
/** One assembly: drawn, with what it is made of, how it is welded, and what is still wrong with it. */
import { ref } from 'vue'
import type { S } from '../../api/client'
import RowActions from '../../shared/RowActions.vue'
import CutFile from '../../shared/CutFile.vue'
import { job, mayWrite } from '../../shared/job'
import { length, mass, run, unit } from '../../shared/units'
import Drawing from './Drawing.vue'

const props = defineProps<{ row: S['AssemblyRow'] }>()
const emit = defineEmits<{ lead: [asked: string]; change: [] }>()
/** On a tablet less is drawn beside it, so that it can be read at arm's length. */
const room = window.innerWidth < 1000 ? [160, 120] : [240, 112]
const picked = ref<number | null>(null)
const file = (kind: string) => `/api/jobs/${job.value!.job.id}/export/assemblies/${props.row.id}.${kind}`
const isOf = (part: number) => picked.value !== null && props.row.spec.placed?.[picked.value]?.part_id === part
const toRow = (part: number) => (picked.value = props.row.spec.placed?.findIndex((p) => p.part_id === part) ?? null)
const sum = (of: number[]) => of.map((v) => length(v)).join(' × ')
</script>
<template>
  <div class="panel gap">
    <div class="row spread">
      <h2>
        {{ row.spec.mark }} {{ row.spec.name }} <span class="soft">× {{ row.spec.qty }}</span>
      </h2>
      <div class="row">
        <a class="button" :href="`${file('pdf')}?unit=${unit}`">{{ $t('assemblies.sheets_pdf') }}</a><CutFile
          quiet
          :href="file('dxf')"
          >{{ $t('assemblies.dxf') }}</CutFile
        ><RowActions kind="assemblies" :row="row" :name="row.spec.mark" :change="() => emit('change')" />
      </div>
    </div>
    <ul v-if="row.result.flaws.length" class="flaws" :aria-label="$t('assemblies.to_mend')">
      <li v-for="f in row.result.flaws" :key="f.asked + f.words" :class="{ stop: f.stop }">
        <button v-if="mayWrite" type="button" class="link" @click="emit('lead', f.asked)">{{ f.words }}</button>
        <span v-else>{{ f.words }}</span> <span class="soft">{{ $t('assemblies.mend_x', [f.mend]) }}</span>
      </li>
    </ul>
    <Drawing :spec="row.spec" :row="picked" picks :width="room[0]" :height="room[1]" @pick="picked = $event" />
    <div class="sheet">
      <div>
        <p>
          <b>{{ mass(row.result.mass_kg) }}</b> <span class="soft">{{ $t('assemblies.each_of_it') }}</span>
        </p>
        <p v-if="row.result.size_mm.some((v) => v)" class="soft">
          {{ $t('assemblies.reaches_x', [sum(row.result.size_mm)]) }}
          {{ $t('assemblies.centre_x', [row.result.middle_mm.map((v) => length(v)).join(', ')]) }}
        </p>
        <p v-if="row.spec.drawing" class="soft">{{ $t('assemblies.from_drawing_x', [row.spec.drawing]) }}</p>
        <table class="list" :aria-label="$t('assemblies.parts_of_one')">
          <thead>
            <tr>
              <th scope="col">{{ $t('assemblies.parts_of_one') }}</th>
              <th scope="col" class="num">{{ $t('assemblies.pieces') }}</th>
              <th scope="col" class="num">{{ $t('assemblies.each') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in row.result.rows" :key="r.part_id" :class="{ on: isOf(r.part_id) }">
              <td>
                <button type="button" class="link" @click="toRow(r.part_id)">
                  <b>{{ r.mark }}</b> {{ r.name }}
                </button>
                <span class="soft">{{ r.theirs && $t('assemblies.theirs_x', [r.theirs]) }} {{ r.words }}</span>
              </td>
              <td class="num">
                {{ r.count
                }}<span v-if="r.placed !== r.count" class="soft">{{ $t('assemblies.drawn_x', [r.placed]) }}</span>
              </td>
              <td class="num">{{ mass(r.mass_kg) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div>
        <template v-if="row.result.welds.length">
          <h3>
            {{ $t('assemblies.welds') }} <span class="soft">{{ $t('assemblies.by_x', [row.result.standard]) }}</span>
          </h3>
          <ul class="welds">
            <li v-for="w in row.result.welds" :key="w.number">
              {{ w.words }}
              <span class="soft">{{ $t('assemblies.places_x', [w.places, run(w.run_mm)]) }}</span>
            </li>
          </ul>
        </template>
        <p v-for="n in row.result.notes" :key="n" class="soft">{{ n }}</p>
      </div>
    </div>
  </div>
</template>
<style scoped>
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.flaws li {
  border-left: 3px solid var(--rule);
  padding: 4px 0 4px 10px;
  margin: 4px 0;
}
.flaws li.stop {
  border-left-color: var(--gives);
}
.welds li {
  border-top: 1px solid var(--rule);
  padding: 5px 0;
}
.link {
  border: 0;
  background: none;
  padding: 2px 0;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.link:hover {
  text-decoration: underline;
}
tr.on {
  background: var(--mark-pale);
}
p {
  margin: 4px 0;
}
a {
  text-decoration: none;
}
@media (max-width: 1100px) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
