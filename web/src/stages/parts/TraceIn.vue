<script setup lang="ts">
/** A template traced from a picture: its scale, a second length that must agree, its outline, and a part made of it. */
import { computed, reactive, ref } from 'vue'
import { call, type S } from '../../api/client'
import { t } from '../../messages'
import { useOwnForm } from '../../composables/useOwnForm'
import { picked } from '../../shared/file'
import { change, copy, job } from '../../shared/job'
import { entry, length, lengthUnit, unit } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import TracePicture from './TracePicture.vue'
import { ORDER, asked, back, through, type Place, type Way } from './trace'

defineProps<{ materials: S['Material'][] }>()
const emit = defineEmits<{ done: [] }>()
const file = ref<{ name: string; content: string } | null>(null)
const url = ref('')
const way = ref<Way>('corners')
const at = ref<Record<string, Place>>({})
const sizes = reactive({ across: entry(''), up: entry(''), length: entry(''), second: entry('') })
const found = ref<S['Traced'] | null>(null)
const outline = ref<S['Outline'] | null>(null)
const moved = ref(false)
const part = reactive({ mark: '', name: '', qty: 1 as number | null })
const material = ref(job.value!.members[0]?.spec.material_id ?? (unit.value === 'mm' ? 'S355' : 'A36'))
const thickness = ref({ text: unit.value === 'mm' ? '8' : '3/8', unit: unit.value, value: 0 })
const ready = computed(() => ORDER[way.value].every((name) => at.value[name]))
const WORDS: Record<string, string> = {
  'corner 1': t('parts.press_corner_1'),
  'corner 2': t('parts.press_corner_2'),
  'corner 3': t('parts.press_corner_3'),
  'corner 4': t('parts.press_corner_4'),
  'length a': t('parts.press_length_a'),
  'length b': t('parts.press_length_b'),
  'second a': t('parts.press_second_a'),
  'second b': t('parts.press_second_b'),
  inside: t('parts.press_inside'),
}
const words = (name: string) => WORDS[name]
function again() {
  found.value = null
  outline.value = null
  moved.value = false
}
function anew() {
  again()
  at.value = {}
}
async function pick(event: Event) {
  const brought = await picked(event)
  if (!brought) return
  file.value = brought
  url.value = `data:${(event.target as HTMLInputElement).files![0].type};base64,${brought.content}`
  anew()
}
const { troubles, send } = useOwnForm('trace')
const look = () =>
  send(async () => {
    const body = asked(way.value, at.value, sizes, file.value!.content)
    found.value = await call<S['Traced']>('POST', `/jobs/${job.value!.job.id}/trace`, body)
    outline.value = copy(found.value.outline)
    moved.value = false
    part.mark = part.mark || free()
  })
function free(): string {
  const taken = new Set(job.value!.parts.map((p) => p.spec.mark))
  let n = 1
  while (taken.has(`T${n}`)) n++
  return `T${n}`
}
/** A corner of the outline, moved over the picture. */
function corner(k: number, to: Place) {
  const [x, y] = through(back(found.value!.to_picture), to)
  const v = outline.value!.outer.vertices
  v[k] = { ...v[k], x: Number(x.toFixed(3)), y: Number(y.toFixed(3)) }
  moved.value = true
}
const off = computed(() => (found.value ? length(Math.ceil(found.value.off_mm * 10) / 10) + lengthUnit() : ''))
const make = () =>
  send(async () => {
    const said = moved.value ? t('parts.with_corners_moved') : t('parts.off_by_x', [off.value])
    await change('POST', `/jobs/${job.value!.job.id}/parts`, {
      ...part,
      module: '',
      material_id: material.value,
      shape: {
        family: 'free',
        outline: outline.value,
        thickness: thickness.value,
        source: `${file.value!.name}, ${said}`.slice(0, 200),
      },
    })
    emit('done')
  })
</script>
<template>
  <form class="panel" @submit.prevent="found ? make() : look()">
    <h2>{{ $t('parts.traced_from_a_picture') }}</h2>
    <p v-for="s in troubles" :key="s" class="bad" role="alert">{{ s }}</p>
    <p class="soft">{{ $t('parts.how_to_take_it') }}</p>
    <div class="fields gap">
      <div class="field">
        <label for="t-file">{{ $t('parts.picture') }}</label><input
          id="t-file"
          type="file"
          accept="image/jpeg,image/png,image/webp,image/bmp,image/tiff"
          @change="pick"
        />
        <span class="echo"></span>
      </div>
      <ChoiceField
        id="t-way"
        v-model="way"
        :label="$t('parts.scale_from')"
        :options="{ corners: $t('parts.four_corners'), length: $t('parts.one_length') }"
        @change="anew"
      />
      <template v-if="way === 'corners'">
        <QuantityField v-model="sizes.across" at="scale.across" :label="$t('parts.corner_1_to_2')" />
        <QuantityField v-model="sizes.up" at="scale.up" :label="$t('parts.corner_2_to_3')" />
      </template>
      <QuantityField v-else v-model="sizes.length" at="scale.length" :label="$t('parts.that_length')" />
      <QuantityField v-model="sizes.second" at="check.length" :label="$t('parts.second_length')" />
    </div>
    <TracePicture
      v-if="file"
      :key="url"
      v-model="at"
      :url="url"
      :order="ORDER[way]"
      :words="words"
      :outline="outline"
      :matrix="found?.to_picture"
      @corner="corner"
    />
    <template v-if="found">
      <p>
        <b>{{ $t('parts.off_by_at_most_x', [off]) }}</b>{{ ' '
        }}<span class="soft"
          >{{ $t('parts.second_agrees_x', [(found.check_off * 100).toFixed(1)]) }} {{ found.words.join('; ') }}</span
        >
      </p>
      <div class="fields">
        <TextField id="t-mark" v-model="part.mark" :label="$t('parts.mark')" at="mark" />
        <TextField id="t-name" v-model="part.name" :label="$t('parts.name')" at="name" />
        <NumberField id="t-qty" v-model="part.qty" :label="$t('parts.pieces')" at="qty" />
        <ChoiceField
          id="t-mat"
          v-model="material"
          :label="$t('parts.material')"
          at="material_id"
          :options="materials.map((m) => ({ value: m.id, label: m.name }))"
        />
        <QuantityField
          v-model="thickness"
          at="shape.thickness"
          :label="$t('parts.thickness')"
          kind="thickness"
          :material="material"
        />
      </div>
      <p class="soft">{{ $t('parts.print_and_try') }}</p>
    </template>
    <div class="row">
      <el-button v-if="!found" type="primary" native-type="submit" :disabled="!file || !ready">{{
        $t('parts.find_its_outline')
      }}</el-button>
      <template v-else>
        <el-button type="primary" native-type="submit" :disabled="!part.mark">{{
          $t('parts.make_it_a_part')
        }}</el-button>
        <el-button @click="again">{{ $t('parts.back_to_the_places') }}</el-button>
      </template>
      <el-button v-if="file" text @click="anew">{{ $t('parts.press_anew') }}</el-button>
      <el-button text @click="emit('done')">{{ $t('parts.leave_it') }}</el-button>
    </div>
  </form>
</template>
