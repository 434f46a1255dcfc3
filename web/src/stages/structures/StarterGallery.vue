<script setup lang="ts">
/** What shops build, as small drawings to begin from. */
import type { S } from '../../api/client'
import { flat } from '../../drawing/oblique'
import { starterKinds } from './starters'

const emit = defineEmits<{ pick: [string] }>()
type Sketch = S['StarterKind']['sketch']
const SIZE = 100
const PAD = 10
/** Seen from the front and a little from above, in a square. */
function drawn({ nodes, bars, held }: Sketch) {
  const spots = Object.fromEntries(Object.entries(nodes).map(([n, p]) => [n, flat(p)]))
  const all = Object.values(spots)
  const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])]
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)]
  const scale = (SIZE - 2 * PAD) / Math.max(Math.max(...xs) - x0, Math.max(...ys) - y0, 1)
  const left = (SIZE - (Math.max(...xs) - x0) * scale) / 2
  const top = (SIZE - (Math.max(...ys) - y0) * scale) / 2
  const at = (n: string) => [(spots[n][0] - x0) * scale + left, (spots[n][1] - y0) * scale + top]
  const lines = bars.map(([i, j]) => `M${at(i).join(' ')}L${at(j).join(' ')}`).join('')
  return { lines, ground: held.map((n) => `M${at(n)[0] - 4} ${at(n)[1]}h8`).join('') }
}
</script>
<template>
  <ul class="gallery" :aria-label="$t('structures.begin_from_a_shape')">
    <li v-for="k in starterKinds" :key="k.kind">
      <button @click="emit('pick', k.kind)">
        <svg :viewBox="`0 0 ${SIZE} ${SIZE}`" aria-hidden="true">
          <path :d="drawn(k.sketch).lines" class="bars" />
          <path :d="drawn(k.sketch).ground" class="ground" />
        </svg>
        {{ k.words }}
      </button>
    </li>
  </ul>
</template>
<style scoped>
.gallery {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
  gap: 10px;
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
}
button {
  width: 100%;
  height: 100%;
  padding: 8px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--corner);
  cursor: pointer;
}
button:hover {
  border-color: var(--mark);
}
svg {
  display: block;
  width: 100%;
  height: 76px;
  margin-bottom: 4px;
}
path {
  fill: none;
  stroke-linecap: round;
}
.bars {
  stroke: var(--ink);
  stroke-width: 2.2;
}
.ground {
  stroke: var(--mark);
  stroke-width: 4;
}
</style>
