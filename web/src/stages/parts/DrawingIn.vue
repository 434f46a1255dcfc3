<script setup lang="ts">
/** A DXF or SVG brought in: what it holds, what is wrong with it and where, and which of its outlines become parts. */
import { computed, ref } from 'vue'
import { call, type S } from '../../api/client'
import { picked } from '../../shared/file'
import { attempt, change, job } from '../../shared/job'
import { outlinePath } from '../../shared/OutlinePath'
import { t } from '../../messages'
import { length, unit } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberInput from '../../ui/NumberInput.vue'
import QuantityField from '../../ui/QuantityField.vue'

defineProps<{ materials: S['Material'][] }>()
const emit = defineEmits<{ done: [] }>()
const file = ref<{ name: string; content: string } | null>(null)
const said = ref('')
const mend = ref(false)
const found = ref<S['DrawingRead'] | null>(null)
const rows = ref<{ take: boolean; mark: string; name: string; qty: number }[]>([])
const material = ref(job.value!.members[0]?.spec.material_id ?? (unit.value === 'mm' ? 'S355' : 'A36'))
const thickness = ref({ text: unit.value === 'mm' ? '8' : '3/8', unit: unit.value })
const units = computed(() => ({
  '': t('parts.as_it_says'),
  mm: t('parts.millimetres'),
  cm: t('parts.centimetres'),
  m: t('parts.metres'),
  in: t('parts.inches'),
  ft: t('parts.feet'),
  pt: t('parts.points'),
  px: t('parts.pixels'),
}))
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
    <h2>{{ $t('parts.from_a_drawing') }}</h2>
    <div class="fields gap">
      <div class="field">
        <label for="d-file">{{ $t('parts.dxf_or_svg') }}</label><input
          id="d-file"
          type="file"
          accept=".dxf,.svg"
          @change="pick"
        /><span class="echo"></span>
      </div>
      <ChoiceField
        id="d-unit"
        @change="file && look()"
        v-model="said"
        :label="$t('parts.its_unit')"
        :echo="found ? $t('parts.read_as_x', [found.unit]) : ''"
        :options="units"
      />
      <el-checkbox @change="file && look()" v-model="mend">{{ $t('parts.close_gaps_up_to_a') }}</el-checkbox>
    </div>
    <template v-if="found">
      <p v-for="t in found.troubles.slice(0, 8)" :key="t.what + t.x + t.y" class="bad">
        {{ $t('parts.at_x', [t.what, t.x.toFixed(1), t.y.toFixed(1)]) }}
      </p>
      <p v-if="found.troubles.length > 8" class="bad">{{ $t('parts.and_more_x', [found.troubles.length - 8]) }}</p>
      <p v-for="m in found.mended" :key="m" class="soft">{{ $t('parts.mended_x', [m]) }}</p>
      <p v-if="found.left_out.length" class="soft">{{ $t('parts.left_out_x', [found.left_out.join(', ')]) }}</p>
      <table v-if="found.outlines.length" class="list">
        <thead>
          <tr>
            <th></th>
            <th>{{ $t('parts.outline') }}</th>
            <th class="num">{{ $t('parts.area') }}</th>
            <th class="num">{{ $t('parts.cut') }}</th>
            <th>{{ $t('parts.mark') }}</th>
            <th>{{ $t('parts.name') }}</th>
            <th>{{ $t('parts.pieces') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(o, k) in found.outlines" :key="k">
            <td><el-checkbox v-model="rows[k].take" :aria-label="$t('parts.take_outline_x', [k + 1])" /></td>
            <td>
              <svg
                :viewBox="box(o.outline)"
                class="thumb"
                role="img"
                :aria-label="$t('parts.outline_layer_x', [k + 1, o.layer])"
              >
                <title>{{ $t('parts.layer_x', [o.layer]) }}</title>
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
            <td class="num">{{ $t('parts.cm_x', [(o.area_mm2 / 100).toFixed(1)]) }}</td>
            <td class="num">{{ length(o.cut_mm) }}</td>
            <td>
              <el-input class="narrow" :aria-label="$t('parts.mark_of_outline_x', [k + 1])" v-model="rows[k].mark" />
            </td>
            <td>
              <el-input class="mid" :aria-label="$t('parts.name_of_outline_x', [k + 1])" v-model="rows[k].name" />
            </td>
            <td>
              <NumberInput
                v-model="rows[k].qty"
                class="narrow"
                inputmode="numeric"
                :aria-label="$t('parts.pieces_of_outline_x', [k + 1])"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <div class="fields gap">
        <ChoiceField
          id="d-mat"
          v-model="material"
          :label="$t('parts.material')"
          :options="materials.map((m) => ({ value: m.id, label: m.name }))"
        />
        <QuantityField v-model="thickness" :label="$t('parts.thickness')" kind="thickness" :material="material" />
      </div>
    </template>
    <div class="row gap">
      <el-button type="primary" native-type="submit" :disabled="!rows.some((r) => r.take)">{{
        $t('parts.make_parts')
      }}</el-button><el-button @click="emit('done')">{{ $t('parts.leave_it') }}</el-button>
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
