import { nothingSaid, type Said } from '../../job/ask'
import type { Snapshot } from '../../job/snapshot'
import { nextTurnDeg, readBarring, teethOf, type Barring } from './barring'
import { crankNowDeg, lastAt, provenClear, rodNeedsMm } from './read-sleeves'

/** Whether the piston of a cylinder is out of the tool's way, and what brings it there. */
export interface Clear {
  proven: boolean
  /** What comes next where it is not: the crank is barred, the rod is put in, or this tool never goes there. */
  step: 'bar' | 'prove' | 'never-clear' | null
  /** The turn to the next stop, degrees, and in teeth of the ring gear; who is clear there; the stops in all. */
  turnDeg: number | null
  teeth: number | null
  cylinders: readonly number[]
  stops: number | null
  /** The rod went in less deep than the tool reaches, mm. */
  shortMm: number | null
  needMm: number | null
}

/**
 * Reads how a cylinder's piston stands to the tool.
 *
 * @param open all cylinders still to be done: the crank is barred for all of them together
 */
export function readClear(snapshot: Snapshot, cylinder: number, open: readonly number[]): Clear {
  const needMm = rodNeedsMm(snapshot)
  const deepMm = lastAt(snapshot, 'proofs', cylinder)?.depthMm ?? null
  const none = { turnDeg: null, teeth: null, cylinders: [], stops: null, needMm }
  const shortMm = deepMm !== null && needMm !== null && deepMm < needMm ? deepMm : null
  if (provenClear(snapshot, cylinder)) return { ...none, proven: true, step: null, shortMm: null }
  const barring: Barring = readBarring(snapshot, open)
  if (!barring) return { ...none, proven: false, step: 'prove', shortMm }
  if ('problem' in barring) return { ...none, proven: false, step: 'never-clear', shortMm }
  const [stop] = barring.plan.plan
  // Another one of the plan's first stop comes first; barring is never turned back.
  if (stop!.cylinders.includes(cylinder) && stop!.fromDeg <= 1e-9)
    return { ...none, proven: false, step: 'prove', shortMm }
  const turnDeg = nextTurnDeg(barring.plan)
  return {
    proven: false,
    step: 'bar',
    turnDeg,
    teeth: teethOf(turnDeg, snapshot.sheet.sections.crank?.ringTeeth ?? null),
    cylinders: stop!.cylinders,
    stops: barring.plan.stops,
    shortMm: null,
    needMm,
  }
}

interface At {
  snapshot: Snapshot
  state: { clear: Clear }
}
/** Steps that bring a piston out of the way, for the stages whose tools reach into its bore. */
export const bar = {
  action: 'bar',
  head: ({ state }: At) => (state.clear.teeth === null ? ('bar' as const) : ('bar-teeth' as const)),
  reason: 'in-the-way',
  caution: 'barring',
  // Who stands at one stop is done there, so that the engine is barred no oftener than it must.
  yields: true,
  figures: ({ state: { clear } }: At) => ({
    turn: Math.round(clear.turnDeg ?? 0),
    teeth: clear.teeth,
    cylinders: clear.cylinders,
    stops: clear.stops,
  }),
} as const
export const prove = {
  action: 'prove',
  reason: ({ state }: At) => (state.clear.shortMm === null ? ('barred-since' as const) : ('too-high' as const)),
  caution: 'rod',
  figures: ({ state: { clear } }: At) => ({ deepRoughMm: clear.shortMm, needRoughMm: clear.needMm }),
} as const
export const neverClear = { action: 'never-clear', reason: 'never', caution: null } as const

/** Where the crank stands once it is barred to the next stop, degrees. */
export const barredToDeg = ({ snapshot, state }: At): number =>
  Number(((crankNowDeg(snapshot) + (state.clear.turnDeg ?? 0)) % 360).toFixed(6))
/** What the depth of the rod tells. */
export const rodSays = ({ snapshot }: At, { depthMm }: { depthMm?: number | null }): Said => {
  const needMm = rodNeedsMm(snapshot)
  if (depthMm == null || needMm === null) return nothingSaid
  return { verdicts: { depthMm: depthMm < needMm ? 'out' : 'in' }, lines: [] }
}
