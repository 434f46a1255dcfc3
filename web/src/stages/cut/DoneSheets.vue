<script setup lang="ts">
/** Sheets that were cut, newest first; a plate that came out wrong is said here and nested again. */
import { ref } from 'vue'
import { type S } from '../../api/client'
import { t } from '../../messages'
import { attempt, change, job, mayWrite } from '../../shared/job'
import { length, lengthUnit } from '../../shared/units'
import CameOutWrong from './CameOutWrong.vue'

const wrong = ref<{ cut: S['CutSheetRow']; piece: number; why: string } | null>(null)
const store = () =>
  attempt(async () => {
    const { cut, piece, why } = wrong.value!
    await change('POST', `/jobs/${job.value!.job.id}/sheets_cut/${cut.id}/miscut`, { piece, why })
    wrong.value = null
  })
function plateOf(c: S['CutSheetRow']): string {
  const [thickness, metal, way] = c.spec.key.split('|')
  return `${length(Number(thickness))}${lengthUnit()} ${metal}${way ? `, ${way}` : ''}`
}
/** Plates of one mark and state beside each other, with the first one's number. */
function heaps(c: S['CutSheetRow']) {
  const found = new Map<string, { part: string; state: string; count: number; first: number }>()
  c.spec.pieces.forEach((p, k) => {
    const key = `${p.part} ${p.state}`
    const heap = found.get(key) ?? { part: p.part, state: p.state ?? 'good', count: 0, first: k }
    found.set(key, { ...heap, count: heap.count + 1 })
  })
  return [...found.values()]
}
const left = (c: S['CutSheetRow']) => (c.spec.remnant ? t('cut.in_stock') : t('cut.scrap'))
</script>
<template>
  <section v-if="job!.sheets_cut.length" class="gap">
    <h2>
      {{ $t('cut.sheets') }} <span class="soft">{{ $t('cut.press_a_plate_that_came') }}</span>
    </h2>
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('cut.of') }}</th>
          <th>{{ $t('cut.plates') }}</th>
          <th>{{ $t('cut.what_is_left') }}</th>
          <th>{{ $t('cut.by') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in job!.sheets_cut" :key="c.id">
          <td>
            {{ plateOf(c) }} <span class="soft">{{ c.spec.stock_words }}</span>
          </td>
          <td>
            <template v-for="h in heaps(c)" :key="h.part + h.state">
              <el-button
                v-if="h.state === 'good' && mayWrite"
                text
                :aria-label="$t('cut.came_out_wrong_x', [`${h.count} × ${h.part}`])"
                @click="wrong = { cut: c, piece: h.first, why: '' }"
                >{{ h.count }} × {{ h.part }}</el-button
              ><span v-else :class="h.state === 'miscut' ? 'bad' : ''">
                {{ h.count }} × {{ h.part }} {{ h.state === 'miscut' ? $t('cut.miscut') : '' }}
              </span>
            </template>
          </td>
          <td class="soft">{{ left(c) }}</td>
          <td class="soft">{{ c.author }}</td>
        </tr>
      </tbody>
    </table>
    <CameOutWrong
      v-if="wrong"
      id="ws-why"
      v-model:why="wrong.why"
      :part="wrong.cut.spec.pieces[wrong.piece].part"
      :such="$t('cut.arc_went_out')"
      :again="$t('cut.nest_it_again')"
      @store="store"
      @leave="wrong = null"
    />
  </section>
</template>
