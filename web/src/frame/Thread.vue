<script setup lang="ts">
import { t } from '../messages'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { typed } from '../composables/useDraft'
import { job } from '../shared/job'
import { shown, word } from '../shared/reserve'
import { mass } from '../shared/units'
import { toDecide } from '../shared/audit'
import { proven } from '../shared/proven'

const route = useRoute()
/** Whose forms stand on which stage. */
const FORMS: Record<string, string[]> = {
  brief: ['brief', 'loads', 'dimensions'],
  size: ['members', 'structures', 'plates', 'joints', 'profiles'],
  parts: ['parts', 'assemblies'],
  prove: ['load_tests'],
  log: ['notes'],
}
const many = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`
const stages = computed(() => {
  const v = job.value!
  const f = v.figures
  const sized = [...v.members, ...v.structures]
  const decided = sized.filter((m) => m.spec.decided).length
  const reserve =
    f.strength.value === null || f.stiffness.value === null ? null : Math.min(f.strength.value, f.stiffness.value)
  const at =
    f.strength.value !== null && f.stiffness.value !== null && f.stiffness.value < f.strength.value
      ? `${f.softest} moves`
      : `${f.weakest} breaks`
  const proof = proven(v.load_tests)
  const sheets = v.sheets.filter((s) => s.done).length
  return [
    {
      id: 'brief',
      name: 'Brief',
      figure: many(v.loads.length, 'load'),
      more: f.unverified.length
        ? t('frame.not_verified_x', [f.unverified.length])
        : (v.loads[0]?.spec.name ?? t('frame.what_must_it_carry')),
    },
    {
      id: 'size',
      name: 'Size',
      figure:
        v.members.length + v.structures.length
          ? `${word(reserve)} ${reserve === null ? '' : shown(reserve)}`
          : t('frame.no_member'),
      more: v.members.length + v.structures.length ? at : t('frame.add_one'),
      bad: v.members.length + v.structures.length > 0 && (reserve === null || reserve < 1),
    },
    { id: 'compare', name: 'Compare', figure: t('frame.of_decided_x', [decided, sized.length]), more: '' },
    {
      id: 'parts',
      name: 'Parts',
      figure: many(f.pieces, 'piece'),
      more: toDecide(v) ? t('common.x_to_decide', [toDecide(v)]) : mass(f.mass_kg),
      stale: toDecide(v) > 0,
    },
    {
      id: 'cut',
      name: 'Cut',
      figure: `${many(f.bars_to_cut, 'bar')}, ${sheets} of ${many(v.sheets.length, 'nest')}`,
      more: f.stale_plans
        ? t('frame.nest_made_before_this_change')
        : v.parts.some((p) => p.trouble)
          ? t('frame.a_part_cannot_be_drawn')
          : '',
      stale: f.stale_plans > 0,
    },
    { id: 'prove', name: 'Prove', ...proof, stale: !!proof.more },
    {
      id: 'log',
      name: 'Log',
      figure: many(v.notes.length, 'note'),
      more: v.last_edit ? `last: ${v.last_edit.by || t('frame.by_a_link')}` : '',
    },
  ]
})
</script>
<template>
  <nav :aria-label="$t('frame.stages')">
    <router-link
      v-for="s in stages"
      :key="s.id"
      :to="`/jobs/${job!.job.id}/${s.id}`"
      class="stage"
      :class="{ on: route.path.split('/')[3] === s.id, stale: s.stale }"
    >
      <span class="dot" aria-hidden="true"></span>
      <span class="name">{{ s.name }}</span><span v-if="FORMS[s.id]?.some((f) => typed.includes(f))" class="typed">{{
        $t('frame.typed_not_saved')
      }}</span
      ><b :class="{ bad: s.bad }">{{ s.figure }}</b
      ><span class="soft">{{ s.more }}</span>
    </router-link>
  </nav>
</template>
<style scoped>
.typed {
  color: var(--tight);
  font-size: var(--small);
}
nav {
  padding: 12px 0;
}
.stage {
  display: flex;
  flex-direction: column;
  padding: 8px 10px 8px 42px;
  text-decoration: none;
  color: var(--ink);
  position: relative;
  border-block: var(--line) solid transparent;
}
.stage::before {
  content: '';
  position: absolute;
  left: 21px;
  top: -2px;
  bottom: -2px;
  border-left: var(--line) solid var(--ink);
}
.name {
  font-size: 12px;
  font-weight: 600;
}
b {
  font-weight: 600;
  line-height: 1.25;
}
.soft {
  font-size: 12px;
}
.dot {
  position: absolute;
  left: 14px;
  top: 12px;
  width: 15px;
  height: 15px;
  border-radius: 50%;
  background: var(--sheet);
  border: var(--line) solid var(--ink);
  z-index: 1;
}
.on {
  background: var(--ground);
  border-color: var(--ink);
}
.on .name {
  color: var(--mark);
}
.on .dot {
  background: var(--mark);
  box-shadow: inset 0 0 0 3px var(--sheet);
}
.stale .dot {
  border-style: dashed;
}
@media (max-width: 900px) {
  nav {
    display: flex;
    overflow-x: auto;
    padding: 0;
  }
  .stage {
    padding: 8px 12px;
    min-width: 92px;
    min-height: 48px;
  }
  .stage::before,
  .dot,
  .soft {
    display: none;
  }
}
</style>
