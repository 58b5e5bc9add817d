import { isAtPressure } from '../../measure/test-pressure'
import { pressByScrews, type PressByScrews } from '../../front/press-by-screws'
import type { Spot } from '../../job/place'
import type { Snapshot } from '../../job/snapshot'
import type { Groups } from '../kinds'
import { standingEntries } from '../standing-entries'
import type { FaceStep } from './kinds'
import type { FaceSection, Pad } from './section'

type Faces = NonNullable<Groups['faces']>
/** What stands of a collection at a pad, in the order it was done. */
export function faceEntries<K extends keyof Faces>(snapshot: Snapshot, rows: K, place: string): Faces[K] {
  const all = standingEntries<{ place?: string }[]>(snapshot, `faces.${rows}`)
  return all.filter((e) => e.place === place) as unknown as Faces[K]
}
export const sectionOf = (snapshot: Snapshot): FaceSection | null => snapshot.sheet.sections.faces ?? null

/** A pad: its place, its number, what the sheet says of it. */
export interface PadSpot extends Spot {
  cylinder: null
  place: string
  n: number
  of: Pad
}
export const padsOf = (snapshot: Snapshot): PadSpot[] =>
  (sectionOf(snapshot)?.pads ?? []).map((of, i) => ({ cylinder: null, place: `pad-${i + 1}`, n: i + 1, of }))
export const padAt = (snapshot: Snapshot, place: string | null): PadSpot | null =>
  padsOf(snapshot).find((p) => p.place === place) ?? null

/** Nuts and screws going one way: how far, how many rounds, how uneven. */
export interface DrawState {
  mm: number
  plan: PressByScrews | null
  /** What each is turned by in the round that is next; null where it is through. */
  turnsNow: number | null
  /** The most that one is turned beyond another, as a lean, mm. */
  skewMm: number
  uneven: boolean
  /** What each still lacks of the one that is turned farthest, turns. */
  lagging: number[]
  binds: boolean
}
/** Less than anybody turns. */
const THROUGH_MM = 0.02

/** How far the nuts of a pad are, that way, since a step that begins it. */
function readDraw(snapshot: Snapshot, pad: PadSpot, way: 'off' | 'on', since: number): DrawState {
  const { pitchMm, travelMm, stepTurns, circleMm, maxSkewMm, nuts } = pad.of
  const rounds = faceEntries(snapshot, 'rounds', pad.place).filter((r) => r.way === way && r.seq > since)
  const sums = Array.from({ length: nuts }, (_, i) => rounds.reduce((sum, r) => sum + (r.turns[i] ?? 0), 0))
  const mm = Math.min(...sums) * pitchMm
  const skewMm = (Math.max(...sums) - Math.min(...sums)) * pitchMm
  const leftMm = travelMm - mm
  return {
    mm,
    skewMm,
    uneven: skewMm > maxSkewMm + 1e-9,
    lagging: sums.map((sum) => Math.max(...sums) - sum),
    binds: rounds.at(-1)?.binds ?? false,
    turnsNow: leftMm <= THROUGH_MM ? null : Math.min(stepTurns, leftMm / pitchMm),
    plan:
      leftMm <= THROUGH_MM
        ? null
        : pressByScrews({ travelMm: leftMm, pitchMm, stepTurns, boltCircleMm: circleMm, maxSkewMm }),
  }
}

/** A face seal on its way out and in. */
export interface FaceState {
  off: DrawState
  on: DrawState
  has: (step: FaceStep) => boolean
  /** When the carbon was laid under oil, and when it has lain long enough. */
  soakAt: string | null
  soakedAt: string | null
  /** Air that stands since the nuts were last turned, and when it has stood long enough; null where none does. */
  airOn: Faces['airsOn'][number] | null
  airDueAt: string | null
  air: Faces['airs'][number] | null
  /** Whether the last air held; null before one since the nuts were last turned, or at another pressure than the sheet's. */
  tight: boolean | null
  /** The last one was begun at another pressure: it proves nothing. */
  offPressure: boolean
  /** How often it lost the air since it was last turned. */
  lost: number
}

/** How far the seal of a pad is. */
export function readFace(snapshot: Snapshot, pad: PadSpot): FaceState {
  const steps = faceEntries(snapshot, 'steps', pad.place)
  const seqOf = (step: FaceStep) => steps.findLast((s) => s.step === step)?.seq ?? -1
  // What is done again after it came off counts from there.
  const off = seqOf('ring-out')
  // Left for its time from the last bubble; while it still bubbles, from when it was laid under.
  const soak =
    steps.findLast((s) => s.step === 'bubbles' && s.seq > off) ?? steps.findLast((s) => s.step === 'soak') ?? null
  const on = readDraw(snapshot, pad, 'on', seqOf('clicked'))
  const turned = faceEntries(snapshot, 'rounds', pad.place).at(-1)?.seq ?? -1
  const airs = faceEntries(snapshot, 'airs', pad.place).filter((a) => a.seq > turned)
  const air = airs.at(-1) ?? null
  const put = faceEntries(snapshot, 'airsOn', pad.place).findLast((a) => a.seq > turned) ?? null
  const airOn = put && put.seq > (air?.seq ?? -1) ? put : null
  const isAt = (a: { startKPa: number }) => isAtPressure(a.startKPa, pad.of.airKPa)
  const holds = (a: Faces['airs'][number]) => a.startKPa - a.endKPa <= pad.of.airDropKPa + 1e-9
  const atPressure = air !== null && isAt(air)
  return {
    off: readDraw(snapshot, pad, 'off', -1),
    on,
    // A ring that was set again is wiped again.
    has: (step) =>
      // What comes off again was drained before, and one that is off was.
      (step === 'drained' ? seqOf(step) >= 0 || off >= 0 : seqOf(step) >= Math.max(0, off)) &&
      (step !== 'wiped' || seqOf('wiped') > seqOf('clicked')),
    soakAt: soak?.at ?? null,
    soakedAt: soak ? new Date(Date.parse(soak.at) + pad.of.soakMin * 60_000).toISOString() : null,
    airOn,
    airDueAt: airOn && new Date(Date.parse(airOn.at) + pad.of.airMin * 60_000).toISOString(),
    air,
    tight: air && atPressure ? holds(air) : null,
    offPressure: airOn ? !isAt(airOn) : air !== null && !atPressure,
    lost: airs.filter((a) => isAt(a) && !holds(a)).length,
  }
}
