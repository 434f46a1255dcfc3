<script setup lang="ts">
/** The book: found by words, sorted by any head, with what happened to a line and its pictures. */
import { t } from '../../messages'
import { computed, ref } from 'vue'
import { call, type S } from '../../api/client'
import { usePicked } from '../../composables/usePicked'
import { when } from '../../shared/dates'
import { picked } from '../../shared/file'
import { attempt, changed, job, mayWrite } from '../../shared/job'
import DataList from '../../ui/DataList.vue'
import { columns, onTop, sizeOf, thereOf, whatOf, whereOf, type Item } from './stock'

const props = defineProps<{ rows: S['StockRow'][] }>()
const emit = defineEmits<{ change: [S['StockRow']]; read: [] }>()
const at = computed(() => `?job_id=${job.value!.job.id}`)
const form = ref<'' | Item['form']>('')
const here = ref(false)
const shown = computed(() =>
  props.rows.filter(
    (r) => (!form.value || r.spec.item.form === form.value) && (!here.value || r.spec.item.qty != null),
  ),
)
const found = ref<number | null>(null)
usePicked('stock', found)
const away = (r: S['StockRow']) =>
  attempt(async () => {
    await changed('DELETE', `/stock/${r.id}${at.value}&version=${r.version}`)
  })
const photo = (r: S['StockRow'], event: Event) =>
  attempt(async () => {
    const file = await picked(event)
    if (!file) return
    await call('POST', `/stock/${r.id}/photos`, file)
    emit('read')
  })
const past = ref<{ id: number; rows: S['StockChange'][] } | null>(null)
const look = (r: S['StockRow']) =>
  attempt(async () => {
    past.value = past.value?.id === r.id ? null : { id: r.id, rows: await call('GET', `/stock/${r.id}/history`) }
  })
const itemOf = (r: S['StockRow']) => r.spec.item as Item
const went = (c: S['StockChange']) => (c.gone ? t('stock.taken_away') : c.qty == null ? '' : `, ${c.qty} there`)
</script>
<template>
  <div class="row gap">
    <el-radio-group v-model="form" :aria-label="$t('stock.what_is_listed')">
      <el-radio value="">{{ $t('stock.everything') }}</el-radio><el-radio value="bar">{{ $t('stock.bars') }}</el-radio
      ><el-radio value="sheet">{{ $t('stock.sheets') }}</el-radio>
    </el-radio-group>
    <el-checkbox v-model="here">{{ $t('stock.only_what_is_here') }}</el-checkbox>
  </div>
  <DataList
    v-model="found"
    :label="$t('stock.stock')"
    place="stock"
    kind="stock"
    :rows="shown"
    :columns="columns(job!.job.id)"
  >
    <template #what="{ row: r }"
      ><b>{{ whatOf(itemOf(r)) }}</b></template
    >
    <template #size="{ row: r }">{{ sizeOf(itemOf(r)) }}</template>
    <template #there="{ row: r }"
      >{{ thereOf(itemOf(r), job!.job.id) }}{{ itemOf(r).galvanised ? ', ' : ''
      }}<span v-if="itemOf(r).galvanised" class="bad">{{ $t('stock.galvanised') }}</span></template
    >
    <template #price="{ row: r }"
      >{{ itemOf(r).price?.text }}
      <div v-if="onTop(itemOf(r))" class="soft">{{ onTop(itemOf(r)) }}</div></template
    >
    <template #where="{ row: r }"
      ><span class="soft">{{ whereOf(itemOf(r)) }}</span></template
    >
    <template #acts="{ row: r }">
      <template v-if="mayWrite"
        ><el-button text :aria-label="$t('stock.change_x', [whatOf(itemOf(r))])" @click="emit('change', r)">{{
          $t('stock.change')
        }}</el-button
        ><el-button text :aria-label="$t('stock.take_away_x', [whatOf(itemOf(r))])" @click="away(r)">{{
          $t('stock.take_away')
        }}</el-button
        ><el-button text :aria-expanded="past?.id === r.id" @click="look(r)">{{ $t('stock.history') }}</el-button
        ><label class="button quiet"
          >{{ $t('stock.photo')
          }}<input type="file" accept="image/*" hidden @change="photo(r, $event)" /></label></template
      ><a v-for="p in r.photos" :key="p" :href="`/api/stock/${r.id}/photos/${p}`" target="_blank" rel="noopener"
        ><img :src="`/api/stock/${r.id}/photos/${p}`" :alt="$t('stock.photo_2')" height="32"
      /></a>
    </template>
    <template #under="{ row: r }">
      <tr v-if="past?.id === r.id">
        <td colspan="12" class="soft">
          <div v-for="(c, i) in past.rows" :key="i">{{ when(c.at) }} {{ c.by }}: {{ c.title }}{{ went(c) }}</div>
        </td>
      </tr>
    </template>
    <template #none>{{ $t('stock.nothing_is_in_the_book') }}</template>
  </DataList>
</template>
