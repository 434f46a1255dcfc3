<script setup lang="ts" generic="R extends { id: number }">
/**
 * A list: sorted by the head that is pressed, filtered by words, its columns chosen, a row picked by pointer or keys.
 * Every column shows its own slot, or what it sorts by.
 */
import { computed, nextTick, ref, watch } from 'vue'
import { holding, leave, left, sorted, turned, type Column } from './lists'

const props = withDefaults(
  defineProps<{
    /** What is listed: names the list for who does not see it. */
    label: string
    rows: readonly R[]
    columns: readonly Column<R>[]
    /** Where this screen keeps how the list was left; columns can be chosen only then. */
    place?: string
    /** A row can be picked; its first cell is the button. */
    pick?: boolean
    /** The mark that a search leads to. */
    kind?: string
    /** From how many rows on it can be filtered. */
    few?: number
  }>(),
  { place: '', kind: '', few: 8 },
)
const chosen = defineModel<number | null>()
defineSlots<{ [name: string]: (of: { row: R }) => unknown }>()
const PAGE = 200
const typed = ref('')
const how = ref(left(props.place, props.columns))
const most = ref(PAGE)
watch(how, (now) => props.place && leave(props.place, now))
watch(typed, () => (most.value = PAGE))
const seen = computed(() => props.columns.filter((c) => !how.value.hidden.includes(c.id)))
const found = computed(() => sorted(holding(props.rows, props.columns, typed.value), props.columns, how.value.order))
const shown = computed(() => {
  const at = found.value.findIndex((r) => r.id === chosen.value)
  return found.value.slice(0, Math.max(most.value, at + 1))
})
const sort = (id: string) => (how.value = { ...how.value, order: turned(how.value.order, id) })
function show(id: string, on: boolean) {
  const hidden = how.value.hidden.filter((x) => x !== id)
  how.value = { ...how.value, hidden: on ? hidden : [...hidden, id] }
}
const stands = (c: Column<R>) => {
  const order = how.value.order
  return order?.id !== c.id ? undefined : order.up ? 'ascending' : 'descending'
}
const body = ref<HTMLElement | null>(null)
const STEPS: Record<string, (k: number, n: number) => number> = {
  ArrowDown: (k, n) => Math.min(k + 1, n - 1),
  ArrowUp: (k) => Math.max(k - 1, 0),
  Home: () => 0,
  End: (_, n) => n - 1,
}
/** Keys lead from row to row. */
async function step(event: KeyboardEvent, k: number) {
  const to = STEPS[event.key]?.(k, shown.value.length)
  if (to === undefined || !props.pick) return
  event.preventDefault()
  chosen.value = shown.value[to].id
  await nextTick()
  body.value?.querySelectorAll<HTMLElement>('tr.line td:first-child button')[to]?.focus()
}
const ARROWS = { ascending: ' ↑', descending: ' ↓', none: '' }
const pickOf = (r: R) => props.pick && (chosen.value = r.id)
</script>
<template>
  <div>
    <div v-if="rows.length > few || (place && columns.some((c) => c.off))" class="row tools">
      <el-input
        v-if="rows.length > few"
        v-model="typed"
        class="filter"
        clearable
        type="search"
        :aria-label="$t('common.filter_x', [label])"
        :placeholder="$t('common.filter_by_words_x', [rows.length])"
      />
      <span v-if="typed" class="soft" role="status">{{ $t('common.of_x', [found.length, rows.length]) }}</span>
      <details v-if="place && columns.some((c) => c.off)" class="which">
        <summary>{{ $t('common.columns') }}</summary>
        <div class="row">
          <el-checkbox
            v-for="c in columns.filter((x, k) => k && x.head)"
            :key="c.id"
            :model-value="!how.hidden.includes(c.id)"
            @update:model-value="show(c.id, !!$event)"
            >{{ c.head }}</el-checkbox
          >
        </div>
      </details>
    </div>
    <div class="wide">
      <table class="list" :aria-label="label">
        <thead>
          <tr>
            <th v-for="c in seen" :key="c.id" :class="{ num: c.num }" :aria-sort="stands(c)">
              <button v-if="c.by && rows.length > 1" type="button" class="sort" @click="sort(c.id)">
                {{ c.head }}<span aria-hidden="true">{{ ARROWS[stands(c) ?? 'none'] }}</span>
              </button>
              <template v-else>{{ c.head }}</template>
            </th>
          </tr>
        </thead>
        <tbody ref="body">
          <template v-for="(r, k) in shown" :key="r.id">
            <tr
              class="line"
              :class="{ pick, chosen: r.id === chosen }"
              :data-row="kind ? `${kind} ${r.id}` : undefined"
              @click="pickOf(r)"
              @keydown="step($event, k)"
            >
              <td v-for="(c, n) in seen" :key="c.id" :class="{ num: c.num, acts: c.acts, long: c.long }">
                <el-button v-if="pick && !n" text :aria-current="r.id === chosen || undefined"
                  ><b
                    ><slot v-if="$slots[c.id]" :name="c.id" :row="r" /><template v-else>{{ c.by?.(r) }}</template></b
                  ></el-button
                ><slot v-else-if="$slots[c.id]" :name="c.id" :row="r" /><template v-else>{{ c.by?.(r) }}</template>
              </td>
            </tr>
            <slot name="under" :row="r" />
          </template>
          <tr v-if="!found.length">
            <td :colspan="seen.length" class="soft">
              <template v-if="typed"
                >{{ $t('common.none_of_has_x', [rows.length, typed]) }}
                <el-button text @click="typed = ''">{{ $t('common.show_all') }}</el-button></template
              ><slot v-else name="none" :row="rows[0]!">{{ $t('common.none') }}</slot>
            </td>
          </tr>
          <tr v-if="found.length > shown.length">
            <td :colspan="seen.length">
              <el-button text @click="most += PAGE">
                {{
                  $t('common.more_show_x', [found.length - shown.length, Math.min(PAGE, found.length - shown.length)])
                }}
              </el-button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
<style scoped>
.tools {
  margin: 6px 0;
  align-items: center;
}
.row > .el-input.filter {
  width: 240px;
}
/* where it is wider than the page, it is moved by itself */
.wide {
  overflow-x: auto;
}
.which .row {
  margin-top: 4px;
}
.sort {
  font: inherit;
  color: inherit;
  letter-spacing: inherit;
  background: none;
  border: 0;
  padding: 4px 0;
  cursor: pointer;
  text-align: inherit;
  min-width: 24px;
}
.sort:hover {
  color: var(--ink);
  text-decoration: underline;
}
@media (pointer: coarse), (max-width: 820px) {
  .sort {
    min-height: 48px;
    min-width: 44px;
  }
}
@media print {
  .tools {
    display: none;
  }
}
</style>
