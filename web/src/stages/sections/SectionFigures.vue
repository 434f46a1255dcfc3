<script setup lang="ts">
/** What a section is worth. */
import { t } from '../../messages'
import { computed } from 'vue'
import type { S } from '../../api/client'
import { massPerMetre, trim, value } from '../../shared/units'

const props = defineProps<{ view: S['SectionView'] }>()
const s = computed(() => props.view.section)
const rows = computed<[string, string, string][]>(() => [
  ['A', 'area', value(s.value.A_mm2, 'mm2')],
  ['Ix', t('sections.second_moment_x'), value(s.value.Ix_mm4, 'mm4')],
  ['Iy', t('sections.second_moment_y'), value(s.value.Iy_mm4, 'mm4')],
  [
    'I1, I2',
    t('sections.about_the_principal_axes'),
    `${value(s.value.I_major_mm4, 'mm4')}, ${value(s.value.I_minor_mm4, 'mm4')}`,
  ],
  ['α', t('sections.axis_1_from_x'), `${trim(s.value.major_axis_deg! || 0, 1)}°`],
  ['Sx, Sy', t('sections.elastic_moduli'), `${value(s.value.Sx_mm3, 'mm3')}, ${value(s.value.Sy_mm3, 'mm3')}`],
  ['Zx, Zy', t('sections.plastic_moduli'), `${value(s.value.Zx_mm3, 'mm3')}, ${value(s.value.Zy_mm3, 'mm3')}`],
  ['J', t('sections.torsion_constant'), value(s.value.J_mm4, 'mm4')],
  ['Cw', t('sections.warping_constant'), value(s.value.Cw_mm6!, 'mm6')],
  [
    'Av',
    t('sections.shear_areas_upright_and_across'),
    `${value(s.value.shear_area_y_mm2, 'mm2')}, ${value(s.value.shear_area_x_mm2, 'mm2')}`,
  ],
  ['c', t('sections.centroid_from_the_lower_left'), `${value(s.value.cx_mm, 'mm')}, ${value(s.value.cy_mm, 'mm')}`],
  [
    'e',
    t('sections.shear_centre'),
    `${value(s.value.shear_centre_x_mm, 'mm')}, ${value(s.value.shear_centre_y_mm, 'mm')}`,
  ],
  ['', t('sections.mass_of_a_metre'), massPerMetre(props.view.mass_kg_per_m)],
  ['', t('sections.outside_to_paint_of_a'), `${(s.value.perimeter_mm / 1000).toFixed(3)} m²`],
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
