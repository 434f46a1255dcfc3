<script setup lang="ts">
/** Plates that are sized, with what governs each. */
import type { S } from '../../api/client'
import { attempt, job, save, why } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import RowActions from '../../shared/RowActions.vue'
import { mass } from '../../shared/units'
import { asPart, WORDS } from './plate'
import PickTable from '../../ui/PickTable.vue'

const chosen = defineModel<number | null>({ required: true })
const emit = defineEmits<{ change: [S['PlateRow']] }>()
const explain = (p: S['PlateRow'], kind: 'strength' | 'stiffness') => {
  chosen.value = p.id
  why.value = { title: '', member: 0, plate: p.id, check: p.verdict?.[kind].check_id ?? 'plate-stress' }
}
</script>
<template>
  <PickTable v-model="chosen" :heads="['What', 'Size', 'Breaks', 'Moves', '#Each', '']" :rows="job!.plates"
    ><template #default="{ row: p }">
      <td>
        {{ p.spec.name }} <span class="soft">{{ WORDS[p.spec.form!] }} × {{ p.spec.qty }}</span>
      </td>
      <td>
        {{ p.spec.a.text }}<template v-if="p.spec.b && p.spec.form !== 'disc'"> × {{ p.spec.b.text }}</template> ×
        {{ p.spec.thickness.text }} <span class="soft">{{ p.spec.material_id }}</span>
      </td>
      <td v-if="p.trouble" colspan="3" class="bad">Not checked: {{ p.trouble }}</td>
      <template v-else
        ><td>
          <el-button text @click.stop="explain(p, 'strength')"
            ><Reserve :value="p.verdict?.strength.value"
          /></el-button>
        </td>
        <td>
          <el-button text v-if="p.spec.form !== 'web'" @click.stop="explain(p, 'stiffness')"
            ><Reserve :value="p.verdict?.stiffness.value" /></el-button
          ><span v-else class="soft">with its member</span>
        </td>
        <td class="num">{{ mass(p.verdict!.mass_kg) }}</td></template
      >
      <td class="num">
        <RowActions kind="plates" :row="p" :name="p.spec.mark" :change="() => emit('change', p)">
          <el-button
            text
            v-if="!job!.parts.some((x) => x.spec.mark === p.spec.mark)"
            @click.stop="attempt(() => save('parts', null, asPart(p)))"
          >
            Make it a part
          </el-button>
        </RowActions>
      </td>
    </template></PickTable
  >
</template>
