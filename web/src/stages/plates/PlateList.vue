<script setup lang="ts">
/** Plates that are sized, with what governs each. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { attempt, job, save, why } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import RowActions from '../../shared/RowActions.vue'
import { mass } from '../../shared/units'
import { asPart, WORDS } from './plate'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'

const chosen = defineModel<number | null>({ required: true })
const emit = defineEmits<{ change: [S['PlateRow']] }>()
const explain = (p: S['PlateRow'], kind: 'strength' | 'stiffness') => {
  chosen.value = p.id
  why.value = { title: '', member: 0, plate: p.id, check: p.verdict?.[kind].check_id ?? 'plate-stress' }
}
const sizeOf = ({ spec }: S['PlateRow']) =>
  [spec.a.text, spec.form === 'disc' ? '' : spec.b?.text, spec.thickness.text].filter(Boolean).join(' × ')
const columns: Column<S['PlateRow']>[] = [
  { id: 'mark', head: t('plates.mark'), by: (p) => p.spec.mark },
  { id: 'what', head: t('plates.what'), by: (p) => p.spec.name, words: (p) => WORDS[p.spec.form!] ?? '' },
  { id: 'size', head: t('plates.size'), by: (p) => p.spec.a.value, words: (p) => `${sizeOf(p)} ${p.spec.material_id}` },
  { id: 'breaks', head: t('plates.breaks'), by: (p) => weakness(p.verdict?.strength.value) },
  { id: 'moves', head: t('plates.moves'), by: (p) => weakness(p.verdict?.stiffness.value) },
  { id: 'each', head: t('plates.each'), num: true, by: (p) => p.verdict?.mass_kg },
  { id: 'acts', head: '', acts: true },
]
</script>
<template>
  <DataList
    v-model="chosen"
    :label="$t('plates.plates')"
    place="plates"
    pick
    kind="plate"
    :rows="job!.plates"
    :columns="columns"
  >
    <template #what="{ row: p }"
      >{{ p.spec.name }} <span class="soft">{{ WORDS[p.spec.form!] }} × {{ p.spec.qty }}</span></template
    >
    <template #size="{ row: p }"
      >{{ sizeOf(p) }} <span class="soft">{{ p.spec.material_id }}</span></template
    >
    <template #breaks="{ row: p }"
      ><span v-if="p.trouble" class="bad">{{ $t('plates.not_checked_x', [p.trouble]) }}</span
      ><el-button v-else text @click.stop="explain(p, 'strength')"
        ><Reserve :value="p.verdict?.strength.value" /></el-button
    ></template>
    <template #moves="{ row: p }"
      ><template v-if="!p.trouble"
        ><el-button v-if="p.spec.form !== 'web'" text @click.stop="explain(p, 'stiffness')"
          ><Reserve :value="p.verdict?.stiffness.value" /></el-button
        ><span v-else class="soft">{{ $t('plates.with_its_member') }}</span></template
      ></template
    >
    <template #each="{ row: p }">{{ p.verdict ? mass(p.verdict.mass_kg) : '' }}</template>
    <template #acts="{ row: p }">
      <RowActions kind="plates" :row="p" :name="p.spec.mark" :change="() => emit('change', p)">
        <el-button
          v-if="!job!.parts.some((x) => x.spec.mark === p.spec.mark)"
          text
          @click.stop="attempt(() => save('parts', null, asPart(p)))"
        >
          {{ $t('plates.make_it_a_part') }}
        </el-button>
      </RowActions>
    </template>
  </DataList>
</template>
