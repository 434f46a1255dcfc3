/** A plate that is sized, as it is entered. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { entry, unit } from '../../shared/units'

export type Spec = S['PlateSpec']
export const WORDS: Record<string, string> = {
  panel: t('plates.a_panel_on_four_edges'),
  strip: t('plates.a_strip_on_two_ends'),
  disc: t('plates.a_round_plate'),
  web: t('plates.a_web_with_lightening_holes'),
}
/** Edges of each form, in the order in which they are kept. */
export const EDGES: Record<string, string[]> = {
  panel: [t('plates.left_edge'), t('plates.right_edge'), t('plates.lower_edge'), t('plates.upper_edge')],
  strip: [t('plates.left_end'), t('plates.right_end')],
  disc: ['Rim'],
}
/** What its first and second size are called in each form. */
export const SIZES: Record<string, [string, string]> = {
  panel: ['Along', t('plates.upwards_or_across')],
  strip: ['Span', 'Width'],
  disc: ['Diameter', ''],
  web: ['Along', 'Depth'],
}
export const loadsIn = (form: 'force' | 'area') => job.value!.loads.filter((l) => l.spec.form === form)

export const blank = (): Spec =>
  ({
    mark: `PL${job.value!.plates.length + 1}`,
    name: '',
    module: '',
    qty: 1,
    form: 'panel',
    a: entry(''),
    b: entry(''),
    thickness: entry(unit.value === 'mm' ? '6' : '1/4'),
    material_id: unit.value === 'mm' ? 'S355' : 'A36',
    edges: ['simple', 'simple', 'simple', 'simple'],
    lies: 'flat',
    loads: loadsIn('area')
      .map((l) => l.id)
      .slice(0, 1),
    patches: [],
    water: null,
    hole: null,
    pitch: null,
    rim: null,
    moment: null,
    shear: null,
    welded: false,
    decided: '',
  }) as unknown as Spec

/** The same plate as a part that is cut. */
export function asPart({ spec }: S['PlateRow']) {
  const { mark, name, module, qty, material_id, thickness, a, b, form } = spec
  const disc = { family: 'ring', outer: a, thickness }
  const shape = form === 'disc' ? disc : { family: 'rectangle', width: a, height: b, thickness }
  return { mark, name, module, qty, material_id, shape }
}
