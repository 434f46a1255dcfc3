<script setup lang="ts">
/** Bars that were cut, newest first; a piece that came out wrong is said here and planned again. */
import { ref } from 'vue'
import { type S } from '../../api/client'
import { attempt, change, job, mayWrite } from '../../shared/job'
import { entry, length, lengthUnit } from '../../shared/units'
import QuantityField from '../../ui/QuantityField.vue'
import CameOutWrong from './CameOutWrong.vue'

const wrong = ref<{
  cut: S['CutRow']
  piece: number
  came_out: { text: string; unit: 'mm' | 'in'; value: number }
  why: string
} | null>(null)
const begin = (cut: S['CutRow'], piece: number) => {
  wrong.value = { cut, piece, came_out: entry(''), why: '' }
}
const store = () =>
  attempt(async () => {
    const w = wrong.value!
    await change('POST', `/jobs/${job.value!.job.id}/cuts/${w.cut.id}/miscut`, {
      piece: w.piece,
      came_out: w.came_out,
      why: w.why,
    })
    wrong.value = null
  })
</script>
<template>
  <section class="gap">
    <h2>
      {{ $t('cut.cut') }}
      <span class="soft">{{
        $t('cut.ticked_off_press_a_piece_x', [
          job!.cuts.length,
          job!.cuts.length === 1 ? $t('cut.bar') : $t('cut.bars'),
        ])
      }}</span>
    </h2>
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('cut.of') }}</th>
          <th>{{ $t('cut.pieces') }}</th>
          <th class="num">{{ $t('cut.drop') }}</th>
          <th>{{ $t('cut.by') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in job!.cuts" :key="c.id">
          <td>
            {{ c.spec.key.split('|')[0] }} <span class="soft">{{ c.spec.stock_words }}</span>
          </td>
          <td>
            <span v-for="(p, i) in c.spec.pieces" :key="i"
              ><el-button
                text
                v-if="p.state === 'good' && mayWrite"
                :aria-label="$t('cut.came_out_wrong_x', [`${p.part} ${length(p.length_mm)}`])"
                @click="begin(c, i)"
                >{{ p.part }} {{ length(p.length_mm) }}</el-button
              ><span v-else :class="p.state === 'miscut' ? 'bad' : ''">
                {{ p.part }}
                {{ p.state === 'miscut' ? $t('cut.miscut_x', [length(p.came_out_mm ?? 0)]) : length(p.length_mm) }}
              </span></span
            >
          </td>
          <td class="num">
            {{ length(c.spec.drop_mm ?? 0) }}{{ lengthUnit() }}
            <div class="soft">{{ c.spec.drop_kept ? $t('cut.in_stock') : $t('cut.scrap') }}</div>
          </td>
          <td class="soft">{{ c.author }}</td>
        </tr>
      </tbody>
    </table>
    <CameOutWrong
      v-if="wrong"
      id="w-why"
      v-model:why="wrong.why"
      :part="wrong.cut.spec.pieces[wrong.piece].part"
      :such="$t('cut.stop_slipped')"
      :again="$t('cut.plan_it_again')"
      @store="store"
      @leave="wrong = null"
    >
      <QuantityField v-model="wrong.came_out" :label="$t('cut.it_is_now_long')" />
    </CameOutWrong>
  </section>
</template>
