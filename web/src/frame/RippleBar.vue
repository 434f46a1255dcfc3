<script setup lang="ts">
/** What the last change did down the thread, with undo. */
import { t } from '../messages'
import { computed } from 'vue'
import { attempt, job, mayWrite, redo, undo } from '../shared/job'
import { wouldBe } from '../shared/preview'
import { shown } from '../shared/reserve'
import { mass } from '../shared/units'

const EMPTY = t('frame.what_a_change_does_to')
const edit = computed(() => job.value?.last_edit)
/** A job that came as a file was not changed: what will stand here is said, and not a file's name. */
const begun = computed(() => !wouldBe.value && /^(job file|new job) /.test(edit.value?.title ?? 'new job '))
/** What would round to nothing is not nothing. */
const seenMass = (kg: number) => mass(kg).replace(/^0 /, '<0.1 ')
const changes = computed(() => {
  const r = wouldBe.value ?? edit.value?.ripple
  if (!r) return []
  const { before: a, after: b } = r
  const signed = (v: number, text: string) => (v > 0 ? `+${text}` : v < 0 ? `−${text}` : 'same')
  const reserve = (x: number | null, y: number | null) => (x === y ? 'same' : `${shown(x)} → ${shown(y)}`)
  return [
    { name: 'mass', text: signed(b.mass_kg - a.mass_kg, seenMass(Math.abs(b.mass_kg - a.mass_kg))) },
    {
      name: 'money',
      text: signed(
        Math.round((b.money - a.money) * 100),
        `${job.value!.job.spec.currency} ${Math.abs(b.money - a.money).toFixed(0)}`,
      ),
    },
    { name: 'breaks', text: reserve(a.breaks, b.breaks), bad: b.breaks !== null && b.breaks < 1 },
    { name: 'moves', text: reserve(a.moves, b.moves), bad: b.moves !== null && b.moves < 1 },
    { name: 'bars', text: signed(b.bars - a.bars, String(Math.abs(b.bars - a.bars))) },
    { name: 'pieces', text: signed(b.pieces - a.pieces, String(Math.abs(b.pieces - a.pieces))) },
    { name: 'nests', text: r.stale ? `${r.stale} stale` : 'same', bad: r.stale > 0 },
  ]
})
</script>
<template>
  <footer aria-live="polite" :class="{ drafted: wouldBe }">
    <template v-if="edit || wouldBe">
      <span v-if="begun" class="dim">{{ EMPTY }}</span>
      <b v-else class="title">{{ wouldBe ? $t('frame.saved_it_would_be') : edit!.title }}</b>
      <span v-for="c in begun ? [] : changes" :key="c.name"
        ><span class="dim">{{ c.name }}</span> <span :class="{ alarm: c.bad }">{{ c.text }}</span></span
      >
      <span class="space"></span>
      <span v-if="mayWrite && edit && !wouldBe" class="back">
        <button v-if="edit.is_undo" class="undo" @click="attempt(redo)">{{ $t('frame.do_it_again') }}</button>
        <button class="undo" @click="attempt(() => undo())">{{ $t('frame.undo') }}</button>
      </span>
    </template>
    <span v-else class="dim">{{ EMPTY }}</span>
  </footer>
</template>
<style scoped>
footer {
  background: var(--foot);
  color: #f3f1ec;
  display: flex;
  gap: 8px 16px;
  align-items: center;
  padding: 8px 18px;
  min-height: 44px;
  flex-wrap: wrap;
}
.title {
  max-width: 330px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.dim {
  color: #b9c0c6;
}
.alarm {
  color: #ff9d86;
  font-weight: 600;
}
.drafted {
  background: var(--bar);
}
.drafted .alarm {
  color: #ffc9bb;
}
.drafted .dim {
  color: #dbe6ee;
}
.space {
  flex: 1;
}
.back {
  display: flex;
  gap: 8px;
}
.undo {
  background: none;
  color: inherit;
  border: 1px solid #b9c0c6;
  border-radius: var(--corner);
  padding: 4px 14px;
  cursor: pointer;
}
.undo:focus-visible {
  outline-color: #fff;
}
</style>
