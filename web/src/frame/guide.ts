/** The first job of a shop that is new here: one small thing in six steps, each done by hand or shown. */
import { t } from '../messages'
import { ref } from 'vue'
import { call, type S } from '../api/client'
import { change, job, save } from '../shared/job'
import { keep, kept } from '../shared/kept'
import { entry, unit } from '../shared/units'

export type Step = {
  /** Where it is done, below the job's address. */
  place: string
  title: string
  say: () => string
  done: (view: S['JobView']) => boolean
  /** Done for whoever only wants to see it. */
  show?: () => Promise<unknown>
}
const PLACE = 'yorvek guide'
export const JOB = 'Paddle rack'
/** The job that is walked through, and the last place of it that somebody looked at. */
export const guided = ref(Number(kept(PLACE) ?? 0))
export const looked = ref(kept(`${PLACE} looked`) ?? '')
export function guide(id: number): void {
  guided.value = id
  keep(PLACE, String(id))
  look('')
}
export function look(place: string): void {
  looked.value = place
  keep(`${PLACE} looked`, place)
}

const metric = () => unit.value === 'mm'
const size = () =>
  metric()
    ? { long: '1800 mm', middle: '900 mm', section: 'SHS 60×60×4 hot', metal: 'S355' }
    : { long: "6'", middle: "3'", section: 'HSS3X3X1/4', metal: 'A500 Gr C' }
const spec = <T>(of: Record<string, unknown>): T => of as T

async function aLoad() {
  await save('loads', null, spec({ name: 'paddles', case: 'live', form: 'force', force: entry('1.5 kN') }))
}
async function aMember() {
  const { long, middle, section, metal } = size()
  const ends = ['0', long].map((at) => ({ at: entry(at), kind: 'simple' }))
  await save('members', null, {
    mark: 'B1',
    name: 'rail',
    length: entry(long),
    supports: ends,
    loads: [{ load_id: job.value!.loads[0].id, at: [entry(middle)], width: null }],
    section_id: section,
    material_id: metal,
  })
}
async function aChoice() {
  const row = job.value!.members[0]
  const base = `/jobs/${job.value!.job.id}/members/${row.id}`
  const { lightest } = await call<S['CompareOut']>('POST', `${base}/compare`, {
    materials: [row.spec.material_id],
    system: metric() ? 'metric' : 'inch',
    pinned: [],
  })
  if (!lightest) return
  const { section_id, material_id } = lightest
  const reason = 'the lightest that holds'
  await change('POST', `${base}/choose`, { version: row.version, section_id, material_id, reason })
}
async function aPart() {
  const { id, spec: of } = job.value!.members[0]
  const shape = { family: 'bar', member_id: id }
  await save('parts', null, { mark: of.mark, name: of.name, module: '', qty: 4, shape })
}
async function aNote() {
  const text = t('frame.the_next_rack_long_and_x', [metric() ? '1485 mm' : "4' 11 in"])
  await save('notes', null, { kind: 'lesson', text })
}

export const STEPS: Step[] = [
  {
    place: 'brief',
    title: t('frame.say_what_it_must_carry'),
    say: () => t('frame.add_a_load_call_it'),
    done: (v) => v.loads.length > 0,
    show: aLoad,
  },
  {
    place: 'size',
    title: t('frame.put_a_member_under_it'),
    say: () => t('frame.add_a_member_long_on_x', [size().long, size().middle]),
    done: (v) => v.members.length > 0,
    show: aMember,
  },
  {
    place: 'compare',
    title: t('frame.find_a_lighter_one'),
    say: () => t('frame.every_size_of_the_catalogue'),
    done: (v) => v.members.some((m) => m.spec.decided),
    show: aChoice,
  },
  {
    place: 'parts',
    title: 'Make it a part',
    say: () => t('frame.in_size_make_it_a'),
    done: (v) => v.parts.length > 0,
    show: aPart,
  },
  {
    place: 'cut/bars',
    title: t('frame.see_how_it_comes_out'),
    say: () => t('frame.look_at_the_bars_what'),
    done: () => looked.value.startsWith('cut'),
  },
  {
    place: 'log',
    title: t('frame.write_down_what_you_learned'),
    say: () => t('frame.what_you_decided_stands_in'),
    done: (v) => v.notes.some((n) => n.spec.kind !== 'decision'),
    show: aNote,
  },
]
/** The first that is not done; past the last, all are. */
export const stepOf = (view: S['JobView']): number => {
  const at = STEPS.findIndex((s) => !s.done(view))
  return at < 0 ? STEPS.length : at
}
