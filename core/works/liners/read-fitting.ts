import { turnBetweenDeg } from '../../measure/angle'
import { pilotDrops } from './beside'
import type { PressLog, SealGroove } from './fitting'
import type { Snapshot } from '../../job/snapshot'
import { standingOf } from '../../job/stations'

export type RingState = 'open' | 'wetted' | 'on'

/** One ring of a liner's seal set, and how far it is. */
export interface RingFit {
  groove: number
  seal: SealGroove
  state: RingState
  /** When a swelling band was wetted; null where it was not, or needs no wetting. */
  wettedAt: string | null
  /** Until when it must be in, by the maker's minutes; null for rings that do not swell. */
  dueAt: string | null
}

/** The seals and the pressing of one liner. */
export interface FittingState {
  cylinder: number
  rings: RingFit[]
  press: PressLog | null
  /** A swelling band was pressed in after its time, or still waits. */
  late: boolean
  /** Whether its ports or opening face where they must; null where nothing is clocked or it is not in yet. */
  clock: 'in' | 'out' | null
  /** Whether the pin drops through liner and block; null where there is none, or nobody tried. */
  pilot: boolean | null
}

/** When a band wetted at `at` must be in. */
export function dueAt(at: string, swellMinutes: number): string {
  return new Date(Date.parse(at) + swellMinutes * 60_000).toISOString()
}

/** The pin that proves how a liner is clocked, mm; null where nothing is clocked, or the sheet has none. */
export const pilotMm = ({ sheet }: Pick<Snapshot, 'sheet'>): number | null =>
  sheet.liner?.clockDeg == null ? null : (sheet.sections.liners?.pilotMm ?? null)

/** The seals and the pressing of the liner of a cylinder. */
export function fittingAt(snapshot: Snapshot, cylinder: number): FittingState {
  const { seals, liner } = snapshot.sheet
  const fits = standingOf(snapshot.sealFits, cylinder)
  // One that was turned in its place was pressed once more: the last says where it stands.
  const presses = standingOf(snapshot.presses, cylinder)
  const press = presses.at(-1) ?? null
  const pressedAt = presses[0]?.at ?? ''
  const rings = seals.map((seal, groove): RingFit => {
    const own = fits.filter((f) => f.groove === groove)
    const wetted = own.filter((f) => f.step === 'wetted').at(-1)
    const on = own.filter((f) => f.step === 'on').at(-1)
    return {
      groove,
      seal,
      state: on ? 'on' : wetted ? 'wetted' : 'open',
      wettedAt: wetted?.at ?? null,
      dueAt: seal.swellMinutes !== null && wetted ? dueAt(wetted.at, seal.swellMinutes) : null,
    }
  })
  const turned = press?.atDeg != null && liner?.clockDeg != null ? turnBetweenDeg(press.atDeg, liner.clockDeg) : null
  const byAngle = turned === null ? null : turned <= (liner?.clockTolDeg ?? 0) + 1e-9 ? 'in' : 'out'
  const pilot = press && pilotMm(snapshot) !== null ? pilotDrops(snapshot, cylinder, press.seq) : null
  return {
    cylinder,
    rings,
    press,
    late: press !== null && rings.some((r) => r.dueAt !== null && pressedAt > r.dueAt),
    // The pin is the proof; the angle only tells how far off it is.
    clock: pilot !== null ? (pilot ? 'in' : 'out') : byAngle,
    pilot,
  }
}

/** Seals and pressing of every liner, in deck order. */
export function readFitting(snapshot: Snapshot): FittingState[] {
  return snapshot.engine.heads.flat().map((cylinder) => fittingAt(snapshot, cylinder))
}

/** Milliseconds until a wetted band must be in: below zero once it is too late; null where none waits. */
export function swellLeftMs(state: FittingState, nowMs: number): number | null {
  if (state.press) return null
  const due = state.rings.flatMap((r) => (r.dueAt ? [Date.parse(r.dueAt)] : []))
  return due.length > 0 ? Math.min(...due) - nowMs : null
}

/** The wet band that must be in first: its liner, its ring, and how long is left; null where none is wet. */
export function runningBand(
  all: readonly FittingState[],
  nowMs: number,
): { cylinder: number; ring: RingFit; leftMs: number } | null {
  const wet = all.flatMap((f) => {
    const leftMs = swellLeftMs(f, nowMs)
    return leftMs === null ? [] : [{ cylinder: f.cylinder, ring: f.rings.find((r) => r.dueAt !== null)!, leftMs }]
  })
  return wet.sort((a, b) => a.leftMs - b.leftMs)[0] ?? null
}

/** Why a step is out of order; null where it may be done. */
export type OrderProblem =
  | 'fit-not-open'
  | 'ring-order'
  | 'already-on'
  | 'wet-first'
  | 'wrong-lubricant'
  | 'rings-missing'
  | 'band-late'
  | 'already-in'
  | 'no-such-groove'

/**
 * Whether a ring may be wetted or put on now. Rings go on in the order of the sheet, those
 * that swell last of all: once wetted, the clock runs.
 */
export function sealProblem(
  snapshot: Snapshot,
  cylinder: number,
  groove: number,
  step: 'wetted' | 'on',
  lubricant: string,
  nowMs: number,
): OrderProblem | null {
  const state = readFitting(snapshot).find((f) => f.cylinder === cylinder)
  const ring = state?.rings[groove]
  if (!state || !ring) return 'no-such-groove'
  if (state.press) return 'already-in'
  if (ring.state === 'on') return 'already-on'
  if (ring.seal.lubricant !== lubricant) return 'wrong-lubricant'
  const swells = (r: RingFit) => r.seal.swellMinutes !== null
  const before = state.rings.filter((r) =>
    swells(ring) ? !swells(r) || r.groove < groove : !swells(r) && r.groove < groove,
  )
  if (before.some((r) => r.state !== 'on')) return 'ring-order'
  if (!swells(ring)) return step === 'wetted' ? 'ring-order' : null
  if (step === 'wetted') return null
  if (ring.dueAt === null) return 'wet-first'
  return Date.parse(ring.dueAt) < nowMs ? 'band-late' : null
}

/** Whether a liner may be pressed in now: every ring on, no band past its time. */
export function pressProblem(
  snapshot: Snapshot,
  cylinder: number,
  nowMs: number,
): Extract<OrderProblem, 'no-such-groove' | 'already-in' | 'rings-missing' | 'band-late'> | null {
  const state = readFitting(snapshot).find((f) => f.cylinder === cylinder)
  if (!state) return 'no-such-groove'
  // One that does not face where it must is turned where it is.
  if (state.press) return state.clock === 'out' ? null : 'already-in'
  if (state.rings.some((r) => r.state !== 'on')) return 'rings-missing'
  const left = swellLeftMs(state, nowMs)
  return left !== null && left < 0 ? 'band-late' : null
}
