<script setup lang="ts">
/** The chosen member drawn with its loads, its reserves, and the lightest size that would do. */
import { t } from '../../messages'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../../api/client'
import { attempt, change, job, mayWrite, save, why } from '../../shared/job'
import { catalogue } from '../../composables/useCatalogue'
import { shown } from '../../shared/reserve'
import Reserve from '../../shared/Reserve.vue'
import { force, length, mass, moment } from '../../shared/units'
import BeamDrawing from './BeamDrawing.vue'

const props = defineProps<{ row: S['MemberRow'] & { verdict: S['BeamVerdict'] } }>()
const emit = defineEmits<{ change: [] }>()
const router = useRouter()
const lightest = ref<S['Candidate'] | null>(null)
async function look() {
  lightest.value = null
  const m = props.row
  const { materials } = await catalogue()
  const family = materials.find((x) => x.id === m.spec.material_id)?.family
  const found = await call<S['CompareOut']>('POST', `/jobs/${job.value!.job.id}/members/${m.id}/compare`, {
    materials: materials.filter((x) => x.family === family).map((x) => x.id),
    system: job.value!.job.spec.unit === 'in' ? 'inch' : 'metric',
  })
  lightest.value = found.lightest
}
watch(
  () => [props.row.id, props.row.version, job.value?.last_edit?.id],
  () => attempt(look),
  { immediate: true },
)
const isLightest = computed(
  () =>
    lightest.value?.section_id === props.row.spec.section_id &&
    lightest.value.material_id === props.row.spec.material_id,
)
const aside = computed(() =>
  props.row.verdict.reactions
    .map((r) => ({ r, sideways: Math.abs(r.aside_N ?? 0) >= 1, twists: Math.abs(r.twist_Nmm ?? 0) >= 1000 }))
    .filter((x) => x.sideways || x.twists)
    .map(({ r, sideways, twists }) => {
      const what = [sideways && `${force(r.aside_N!)} sideways`, twists && t('size.of_twist_x', [moment(r.twist_Nmm!)])]
      return t('size.at_x_2', [length(r.x_mm), what.filter(Boolean).join(' and ')])
    }),
)
async function take() {
  const c = lightest.value!
  await change('POST', `/jobs/${job.value!.job.id}/members/${props.row.id}/choose`, {
    version: props.row.version,
    section_id: c.section_id,
    material_id: c.material_id,
    reason: '',
  })
}
async function makePart() {
  const { id, spec } = props.row
  const { mark, name, module, qty } = spec
  await save('parts', null, { mark, name, module, qty, shape: { family: 'bar', member_id: id } })
  await router.push(`/jobs/${job.value!.job.id}/parts`)
}
const explain = (check: string) => {
  why.value = { title: '', member: props.row.id, check }
}
const isPart = computed(() =>
  job.value!.parts.some(({ spec: { shape } }) => shape.family === 'bar' && shape.member_id === props.row.id),
)
</script>
<template>
  <section class="gap">
    <div class="row spread">
      <h2>
        {{ row.spec.mark }} {{ row.spec.name }}
        <span class="soft"
          ><router-link :to="`/jobs/${job!.job.id}/section?id=${encodeURIComponent(row.spec.section_id)}`">{{
            row.spec.section_id
          }}</router-link
          >{{ $t('size.each_x', [row.spec.material_id, mass(row.verdict.mass_kg)]) }}</span
        >
      </h2>
      <div class="row verdict">
        <span class="soft">{{ $t('size.breaks') }}</span>
        {{ ' '
        }}<el-button text @click="explain(row.verdict.strength.check_id ?? 'bending')"
          ><Reserve :value="row.verdict.strength.value"
        /></el-button>
        <span class="soft">{{ $t('size.moves') }}</span>
        {{ ' '
        }}<el-button text @click="explain(row.verdict.stiffness.check_id ?? '')"
          ><Reserve :value="row.verdict.stiffness.value"
        /></el-button>
      </div>
      <div v-if="mayWrite" class="row">
        <el-button @click="emit('change')">{{ $t('size.change') }}</el-button>
        <router-link class="button link" :to="`/jobs/${job!.job.id}/compare?member=${row.id}`">{{
          $t('size.compare')
        }}</router-link>
        <el-button type="primary" v-if="!isPart" @click="attempt(makePart)">
          {{ $t('size.make_it_a_part') }}
        </el-button>
      </div>
    </div>
    <BeamDrawing :spec="row.spec" :verdict="row.verdict" :loads="job!.loads" />
    <p class="soft">
      {{ $t('size.reactions_and_movement_under_unfactored') }}
    </p>
    <p v-if="aside.length" class="soft">{{ $t('size.loads_across_and_aside_put_x', [aside.join('; ')]) }}</p>
    <p v-if="lightest" class="notice row spread">
      <span v-if="isLightest">{{ $t('size.this_is_the_lightest_section') }}</span>
      <span v-else
        >{{ $t('size.lightest_that_holds') }} <b>{{ lightest.section_id }}, {{ lightest.material_id }}</b
        >{{
          $t('size.breaks_moves_x', [mass(lightest.mass_kg), shown(lightest.strength), shown(lightest.stiffness)])
        }}</span
      >
      <el-button v-if="mayWrite && !isLightest" @click="attempt(take)"> {{ $t('size.take_it') }} </el-button>
    </p>
  </section>
</template>
<style scoped>
.link {
  text-decoration: none;
  color: var(--ink);
}
.verdict {
  align-items: center;
}
</style>
