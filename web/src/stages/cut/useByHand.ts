/** A nest in the hand: where its pieces lie, which is held, which are locked, and what stands too close. */
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, copy, job } from '../../shared/job'
import { keyOf, keysOf, partsOf, stockOf, turned } from '../../shared/nest'

const PAUSE_MS = 120

/** `plan`: what it begins from; it stays as it is until `keep`. */
export function useByHand(plan: S['PlanView']) {
  const placed = ref<S['Placement'][]>(copy(plan.result!.placements))
  const begun = JSON.stringify(placed.value)
  const chosen = ref<number | null>(null)
  const locked = ref<Set<number>>(new Set())
  const wrong = ref<S['Wrong'][]>([])
  const looked = ref<S['Looked'] | null>(null)
  const base = computed(() => `/jobs/${job.value!.job.id}/plans/${plan.id}`)
  const changed = computed(() => JSON.stringify(placed.value) !== begun)
  const bad = computed(() => new Set(wrong.value.flatMap((w) => w.pieces)))
  const sheets = computed(() => keysOf(placed.value))
  const sheet = ref(sheets.value[0])
  const metal = computed(() => stockOf(plan, sheet.value))
  const here = computed(() => placed.value.map((p, k) => ({ p, k })).filter(({ p }) => keyOf(p) === sheet.value))
  const turns = (p: S['Placement']) => {
    const r = plan.group.problem.parts.find((x) => x.id === p.part)!.rotations
    return r === 'free' ? [0, 45, 90, 135, 180, 225, 270, 315] : ((r as number[] | undefined) ?? [0])
  }

  let asked = 0
  let timer = 0
  async function look() {
    const mine = ++asked
    const found = await call<S['Looked']>('POST', `${base.value}/look`, { placements: placed.value })
    if (mine !== asked) return
    looked.value = found
    wrong.value = found.wrong
  }
  function lookSoon() {
    clearTimeout(timer)
    timer = window.setTimeout(() => attempt(look), PAUSE_MS)
  }
  watch(placed, lookSoon, { deep: true })

  /** The middle of a piece's outline as it is turned, so that it turns about itself. */
  function middle(p: S['Placement'], deg: number): [number, number] {
    const v = plan.outlines[p.part].outer.vertices
    const xs = v.map((a) => a.x),
      ys = v.map((a) => a.y)
    return turned([(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2], p, deg)
  }
  function shift(dx: number, dy: number) {
    const p = chosen.value === null ? null : placed.value[chosen.value]
    if (p && !locked.value.has(chosen.value!)) {
      p.x = Math.round((p.x + dx) * 1000) / 1000
      p.y = Math.round((p.y + dy) * 1000) / 1000
    }
  }
  function turn() {
    const p = chosen.value === null ? null : placed.value[chosen.value]
    if (!p || locked.value.has(chosen.value!)) return
    const allowed = turns(p)
    const next =
      allowed[
        (allowed.findIndex((a) => Math.abs(((a - p.rotation_deg + 540) % 360) - 180) < 0.01) + 1) % allowed.length
      ]
    const [a, b] = middle(p, p.rotation_deg),
      [c, d] = middle(p, next)
    p.x += a - c
    p.y += b - d
    p.rotation_deg = next
  }
  function lock(k: number | null) {
    if (k === null) return
    const now = new Set(locked.value)
    if (!now.delete(k)) now.add(k)
    locked.value = now
  }
  /** A piece to where the plan has it: dragged back by eye it would stand a hair too close. */
  function back() {
    if (chosen.value !== null) placed.value[chosen.value] = copy(plan.result!.placements[chosen.value])
  }
  const lockOthers = () => {
    locked.value = new Set(placed.value.map((_, k) => k).filter((k) => k !== chosen.value))
  }
  function carry(key: string) {
    const p = chosen.value === null ? null : placed.value[chosen.value]
    if (p) {
      Object.assign(p, partsOf(key))
      sheet.value = key
    }
  }
  onBeforeUnmount(() => clearTimeout(timer))
  /** A new plan as the pieces lie now, or the one that it was where nothing was moved; its number. */
  async function stored(): Promise<number> {
    if (!changed.value) return plan.id
    const moved = { placements: placed.value, title: 'moved by hand' }
    return (await call<S['PlanState']>('POST', `${base.value}/move`, moved)).id
  }
  return {
    placed,
    chosen,
    locked,
    wrong,
    looked,
    changed,
    bad,
    sheets,
    sheet,
    metal,
    here,
    stored,
    hand: { turns, shift, turn, lock, back, lockOthers, carry },
  }
}
