<script setup lang="ts">
/** The chain of strength by itself: from where the load stands to the ground, each link as wide as its reserve. */
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { job, why } from '../../shared/job'
import { marked } from '../../shared/named'
import { shown, word } from '../../shared/reserve'
import Upgrades from './Upgrades.vue'
import Choice from '../../ui/Choice.vue'

const route = useRoute()
const chosen = ref(Number(route.query.structure) || job.value!.structures[0]?.id || 0)
const row = computed(() => job.value!.structures.find((x) => x.id === chosen.value))
const shortOnly = ref(false)
const links = computed(() =>
  (row.value?.chain ?? []).filter((l) => !shortOnly.value || l.reserve == null || l.reserve < 2),
)
const weakest = computed(() => [...(row.value?.chain ?? [])].sort((a, b) => (a.reserve ?? -1) - (b.reserve ?? -1))[0])
const next = computed(() =>
  [...(row.value?.chain ?? [])]
    .sort((a, b) => (a.reserve ?? -1) - (b.reserve ?? -1))
    .find((l) => l.bar !== weakest.value?.bar || l.kind !== weakest.value?.kind),
)
const loads = computed(() => row.value?.verdict?.loads.map((l) => l.name).join(', ') ?? '')
const STEP = 26
const half = (r: number | null | undefined) => (r == null ? 60 : Math.max(5, Math.min(r, 3) * 40))
const explain = (id: string) => {
  why.value = { title: '', member: 0, structure: row.value!.id, check: id }
}
</script>
<template>
  <div class="row spread">
    <h1>{{ $t('structures.chain_of_strength') }}</h1>
    <span class="soft">{{ $t('structures.what_gives_first_between_the') }}</span>
  </div>
  <p v-if="!row" class="notice">
    {{ $t('structures.there_is_no_structure_yet') }}
    <router-link :to="`/jobs/${job!.job.id}/size`">{{ $t('structures.add_one_in_size') }}</router-link>.
  </p>
  <template v-else>
    <div class="row gap">
      <label
        >{{ $t('structures.structure') }}
        <Choice :aria-label="$t('structures.structure')" v-model="chosen" :options="marked(job!.structures)"
      /></label>
      <el-checkbox v-model="shortOnly">{{ $t('structures.only_links_below_2_0') }}</el-checkbox>
    </div>
    <p v-if="row.trouble" class="notice bad">{{ $t('structures.not_checked_x', [row.trouble]) }}</p>
    <div v-else class="two gap">
      <svg
        :viewBox="`-60 0 820 ${(links.length + 2) * STEP + 20}`"
        role="img"
        :aria-label="$t('structures.the_chain_from_the_load')"
      >
        <path :d="`M420 14V${(links.length + 1) * STEP + 14}`" stroke="var(--ink)" stroke-width="3" />
        <text x="436" y="18" class="load">{{ loads }}</text>
        <g
          v-for="(l, i) in links"
          :key="l.check_id"
          :transform="`translate(0 ${(i + 1) * STEP + 14})`"
          class="link"
          role="button"
          tabindex="0"
          @click="explain(l.check_id)"
          @keydown.enter="explain(l.check_id)"
        >
          <rect x="-60" :y="-STEP / 2" width="820" :height="STEP" fill="transparent" />
          <text x="282" y="4" text-anchor="end">{{ l.what }}</text>
          <rect
            :x="420 - half(l.reserve)"
            y="-8"
            :width="2 * half(l.reserve)"
            height="16"
            :class="l.reserve == null ? 'missing' : word(l.reserve)"
          />
          <text x="556" y="4">
            <tspan font-weight="600">{{ shown(l.reserve) }}</tspan>
            {{ l.reserve == null ? '' : word(l.reserve) }}
          </text>
        </g>
        <path :d="`M380 ${(links.length + 1) * STEP + 16}H460`" stroke="var(--ink)" stroke-width="3" />
        <path
          v-for="k in 6"
          :key="k"
          :d="`M${376 + k * 13} ${(links.length + 1) * STEP + 18}l-8 8`"
          stroke="var(--ink)"
        />
        <path
          :d="`M380 8V${(links.length + 1) * STEP}M460 8V${(links.length + 1) * STEP}`"
          stroke="var(--gives)"
          stroke-dasharray="3 4"
        />
      </svg>
      <div>
        <h2>{{ shown(weakest?.reserve) }} {{ word(weakest?.reserve) }}</h2>
        <p>
          <b>{{ weakest?.what }}</b> {{ $t('structures.is_the_weakest_link')
          }}<template v-if="next">{{ $t('structures.after_it_x', [next.what, shown(next.reserve)]) }}</template
          >{{ $t('structures.a_link_as_wide_as') }}
        </p>
        <p v-if="weakest?.why_not" class="notice">{{ $t('structures.not_checked_x', [weakest.why_not]) }}</p>
        <template v-for="x in row.verdict!.situations" :key="x.name"
          ><p v-if="x.strength.value != null">
            <b>{{ x.name }}</b>: {{ shown(x.strength.value) }} {{ word(x.strength.value) }},
            {{ x.strength.governs.split(': ').slice(1).join(': ') }}
          </p></template
        >
        <Upgrades :row="row" />
        <p class="soft gap">
          <router-link :to="`/jobs/${job!.job.id}/size`">{{ $t('structures.back_to_size') }}</router-link>{{
            $t('structures.where_an_offer_is_taken')
          }}
        </p>
      </div>
    </div>
  </template>
</template>
<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(230px, 1fr);
  gap: 20px;
}
svg {
  width: 100%;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
svg text {
  font-size: 12px;
}
.load {
  fill: var(--mark);
  font-weight: 600;
}
.link {
  cursor: pointer;
}
.link:hover > rect:first-child,
.link:focus > rect:first-child {
  fill: var(--ground);
}
.link {
  outline: none;
}
.gives {
  fill: var(--gives-pale);
  stroke: var(--gives);
  stroke-width: 1.6;
}
.tight {
  fill: var(--tight);
}
.holds,
.heavy {
  fill: var(--ink);
}
.missing {
  fill: none;
  stroke: var(--ink);
  stroke-dasharray: 5 4;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
