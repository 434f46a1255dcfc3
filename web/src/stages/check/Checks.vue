<script setup lang="ts">
/** Every check of the job, weakest first; each opens its why. */
import { computed, ref } from 'vue'
import { checksOf } from '../../shared/checks'
import { job, why } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'

const reserveOf = (c: { demand?: number | null; capacity?: number | null; not_checked?: string | null }) =>
  c.not_checked || !c.capacity || c.demand == null ? null : c.capacity / Math.max(Math.abs(c.demand), 1e-9)
const all = computed(() => {
  const v = job.value!
  const members = v.members.flatMap((m) =>
    checksOf(m.verdict).map((c) => ({ mark: m.spec.mark, at: { member: m.id }, c })),
  )
  const frames = v.structures.flatMap((x) =>
    checksOf(x.verdict).map((c) => ({ mark: x.spec.mark, at: { member: 0, structure: x.id }, c })),
  )
  const plates = v.plates.flatMap((x) =>
    checksOf(x.verdict).map((c) => ({ mark: x.spec.mark, at: { member: 0, plate: x.id }, c })),
  )
  const joints = v.joints.flatMap((x) =>
    checksOf(x.verdict).map((c) => ({ mark: x.spec.mark, at: { member: 0, joint: x.id }, c })),
  )
  return [...members, ...frames, ...plates, ...joints]
    .map((x) => ({ ...x, reserve: reserveOf(x.c) }))
    .sort((a, b) => (a.reserve ?? -1) - (b.reserve ?? -1))
})
const most = ref(40)
const said = (mark: string, id: string) =>
  job.value!.comments.filter((c) => c.spec.about === mark && c.spec.check_id === id).length
</script>
<template>
  <div>
    <h2>{{ $t('check.checks_x', [all.length]) }}</h2>
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('check.mark') }}</th>
          <th>{{ $t('check.check') }}</th>
          <th>{{ $t('check.clause') }}</th>
          <th>{{ $t('check.reserve') }}</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="x in all.slice(0, most)"
          :key="x.mark + x.c.id"
          class="pick"
          @click="why = { title: '', ...x.at, check: x.c.id }"
        >
          <td>
            <b>{{ x.mark }}</b>
          </td>
          <td>
            <el-button text>{{ x.c.title }}</el-button>
          </td>
          <td class="soft">{{ x.c.clause }}</td>
          <td><Reserve :value="x.reserve" /></td>
          <td class="soft">{{ said(x.mark, x.c.id) ? $t('check.said_x', [said(x.mark, x.c.id)]) : '' }}</td>
        </tr>
      </tbody>
    </table>
    <el-button class="gap" v-if="all.length > most" @click="most += 200">{{
      $t('check.show_more_x', [all.length - most])
    }}</el-button>
  </div>
</template>
<style scoped>
td .button.quiet {
  text-align: left;
}
</style>
