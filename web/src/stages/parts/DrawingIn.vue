<script setup lang="ts">
/** A DXF or SVG brought in: what it holds, what is wrong with it and where, and which of its outlines become parts. */
import { computed, ref } from 'vue'
import { call, type S } from '../../api/client'
import { picked } from '../../shared/file'
import { attempt, change, job } from '../../shared/job'
import { outlinePath } from '../../shared/OutlinePath'
import { length, unit } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberInput from '../../ui/NumberInput.vue'
import QuantityField from '../../ui/QuantityField.vue'

defineProps<{ materials: S['Material'][] }>()
const emit = defineEmits<{ done: [] }>()
const file = ref<{ name: string; content: string } | null>(null)
const said = ref<'' | 'mm' | 'in'>('')
const mend = ref(false)
const found = ref<S['DrawingRead'] | null>(null)
const rows = ref<{ take: boolean; mark: string; name: string; qty: number }[]>([])
const material = ref(job.value!.members[0]?.spec.material_id ?? (unit.value === 'mm' ? 'S355' : 'A36'))
const thickness = ref({ text: unit.value === 'mm' ? '8' : '3/8', unit: unit.value })
const body = computed(() => ({ ...file.value!, unit: said.value || null, mend: mend.value }))
async function pick(event: Event) {
  const brought = await picked(event)
  if (!brought) return
  file.value = brought
  await look()
}
const look = () =>
  attempt(async () => {
    found.value = null
    found.value = await call<S['DrawingRead']>('POST', `/jobs/${job.value!.job.id}/drawings`, body.value)
    const taken = new Set(job.value!.parts.map((p) => p.spec.mark))
    let n = 0
    rows.value = found.value.outlines.map(() => {
      do n++
      while (taken.has(`D${n}`))
      return { take: true, mark: `D${n}`, name: '', qty: 1 }
    })
  })
const make = () =>
  attempt(async () => {
    const parts = rows.value
      .map((r, number) => ({ ...r, number }))
      .filter((r) => r.take)
      .map(({ number, mark, name, qty }) => ({ number, mark, name, qty }))
    await change('POST', `/jobs/${job.value!.job.id}/drawings/parts`, {
      drawing: body.value,
      material_id: material.value,
      thickness: thickness.value,
      module: '',
      parts,
    })
    emit('done')
  })
const box = (o: S['Outline']) => {
  const xs = o.outer.vertices.map((v) => v.x)
  const ys = o.outer.vertices.map((v) => v.y)
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const pad = Math.max(x1 - x0, y1 - y0) * 0.3 + 1
  return `${x0 - pad} ${-y1 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 2 * pad}`
}
</script>
<template>
  <form class="panel" @submit.prevent="make">
    <h2>From a drawing</h2>
    <div class="fields gap">
      <div class="field">
        <label for="d-file">DXF or SVG</label><input id="d-file" type="file" accept=".dxf,.svg" @change="pick" /><span
          class="echo"
        ></span>
      </div>
      <ChoiceField
        id="d-unit"
        @change="file && look()"
        v-model="said"
        label="Its unit"
        :echo="found ? `read as ${found.unit}` : ''"
        :options="{ '': 'as it says', mm: 'millimetres', in: 'inches' }"
      />
      <el-checkbox @change="file && look()" v-model="mend"
        >close gaps up to a millimetre, leave stray lines out</el-checkbox
      >
    </div>
    <template v-if="found">
      <p v-for="t in found.troubles.slice(0, 8)" :key="t.what + t.x + t.y" class="bad">
        {{ t.what }}, at {{ t.x.toFixed(1) }}, {{ t.y.toFixed(1) }}
      </p>
      <p v-if="found.troubles.length > 8" class="bad">and {{ found.troubles.length - 8 }} more</p>
      <p v-for="m in found.mended" :key="m" class="soft">Mended: {{ m }}.</p>
      <p v-if="found.left_out.length" class="soft">Left out: {{ found.left_out.join(', ') }}.</p>
      <table v-if="found.outlines.length" class="list">
        <thead>
          <tr>
            <th></th>
            <th>Outline</th>
            <th class="num">Area</th>
            <th class="num">Cut</th>
            <th>Mark</th>
            <th>Name</th>
            <th>Pieces</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(o, k) in found.outlines" :key="k">
            <td><el-checkbox v-model="rows[k].take" :aria-label="`Take outline ${k + 1}`" /></td>
            <td>
              <svg
                :viewBox="box(o.outline)"
                class="thumb"
                role="img"
                :aria-label="`Outline ${k + 1}, layer ${o.layer}`"
              >
                <title>layer {{ o.layer }}</title>
                <g transform="scale(1 -1)">
                  <path
                    :d="outlinePath(o.outline)"
                    fill="var(--metal)"
                    fill-rule="evenodd"
                    stroke="var(--ink)"
                    vector-effect="non-scaling-stroke"
                  />
                </g>
              </svg>
            </td>
            <td class="num">{{ (o.area_mm2 / 100).toFixed(1) }} cm²</td>
            <td class="num">{{ length(o.cut_mm) }}</td>
            <td><el-input class="narrow" :aria-label="`Mark of outline ${k + 1}`" v-model="rows[k].mark" /></td>
            <td><el-input class="mid" :aria-label="`Name of outline ${k + 1}`" v-model="rows[k].name" /></td>
            <td>
              <NumberInput
                v-model="rows[k].qty"
                class="narrow"
                inputmode="numeric"
                :aria-label="`Pieces of outline ${k + 1}`"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <div class="fields gap">
        <ChoiceField
          id="d-mat"
          v-model="material"
          label="Material"
          :options="materials.map((m) => ({ value: m.id, label: m.name }))"
        />
        <QuantityField v-model="thickness" label="Thickness" kind="thickness" :material="material" />
      </div>
    </template>
    <div class="row gap">
      <el-button type="primary" native-type="submit" :disabled="!rows.some((r) => r.take)">Make parts</el-button
      ><el-button @click="emit('done')">Leave it</el-button>
    </div>
  </form>
</template>
<style scoped>
.thumb {
  width: 64px;
  height: 44px;
}
.mid {
  width: 92px;
  min-width: 0;
}
td {
  padding-inline: 4px;
}
</style>
