<script setup lang="ts">
/** What a section is worth. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { massPerMetre, trim, value } from '../../shared/units'

const props = defineProps<{ view: S['SectionView'] }>()
const s = computed(() => props.view.section)
const rows = computed<[string, string, string][]>(() => [
  ['A', 'area', value(s.value.A_mm2, 'mm2')],
  ['Ix', 'second moment, x', value(s.value.Ix_mm4, 'mm4')],
  ['Iy', 'second moment, y', value(s.value.Iy_mm4, 'mm4')],
  ['I1, I2', 'about the principal axes', `${value(s.value.I_major_mm4, 'mm4')}, ${value(s.value.I_minor_mm4, 'mm4')}`],
  ['α', 'axis 1 from x', `${trim(s.value.major_axis_deg! || 0, 1)}°`],
  ['Sx, Sy', 'elastic moduli', `${value(s.value.Sx_mm3, 'mm3')}, ${value(s.value.Sy_mm3, 'mm3')}`],
  ['Zx, Zy', 'plastic moduli', `${value(s.value.Zx_mm3, 'mm3')}, ${value(s.value.Zy_mm3, 'mm3')}`],
  ['J', 'torsion constant', value(s.value.J_mm4, 'mm4')],
  ['Cw', 'warping constant', value(s.value.Cw_mm6!, 'mm6')],
  [
    'Av',
    'shear areas, upright and across',
    `${value(s.value.shear_area_y_mm2, 'mm2')}, ${value(s.value.shear_area_x_mm2, 'mm2')}`,
  ],
  ['c', 'centroid, from the lower left', `${value(s.value.cx_mm, 'mm')}, ${value(s.value.cy_mm, 'mm')}`],
  ['e', 'shear centre', `${value(s.value.shear_centre_x_mm, 'mm')}, ${value(s.value.shear_centre_y_mm, 'mm')}`],
  ['', 'mass of a metre', massPerMetre(props.view.mass_kg_per_m)],
  ['', 'outside to paint, of a metre', `${(s.value.perimeter_mm / 1000).toFixed(3)} m²`],
])
</script>
<template>
  <p class="soft">{{ $t('sections.sold_in_x', [s.computed, view.materials.slice(0, 6).join(', ')]) }}</p>
  <table class="list">
    <tbody>
      <tr v-for="[symbol, words, shown] in rows" :key="words">
        <td>
          <b>{{ symbol }}</b>
        </td>
        <td class="soft">{{ words }}</td>
        <td class="num">{{ shown }}</td>
      </tr>
    </tbody>
  </table>
</template>
