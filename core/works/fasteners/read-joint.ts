import { judgeTightening, type JudgedTightening } from '../../fasten/judge-tightening'
import { tightenOrder } from '../../fasten/tighten-order'
import type { Snapshot } from '../../job/snapshot'
import { type Groups } from '../kinds'
import { SLACK } from '../../schema'
import { standingEntries } from '../standing-entries'
import { loosenedSeq } from '../loosened'
import type { Joint } from './data'

type Fasteners = NonNullable<Groups['fasteners']>
export type Tightening = Fasteners['tightenings'][number]

/** What stands of a collection of the fasteners, in the order it was done. */
export function fastenerEntries<K extends keyof Fasteners>(snapshot: Snapshot, rows: K): Fasteners[K] {
  return standingEntries<Fasteners[K]>(snapshot, `fasteners.${rows}`)
}

/** Bolts round a liner where the sheet tells only the torque of its hold-down: one at each corner. */
const corners = [
  [-1, 1],
  [1, -1],
  [1, 1],
  [-1, -1],
] as const
/** A screw that is usual for a hold-down where the sheet tells none; only figures of clamp rest on it, never the aim. */
const usualScrew = { majorMm: 16, pitchMm: 2, faceMeanMm: 21, proofMPa: 640 }

/** The joints of this job: those of the sheet, and the hold-down of its liners. */
export function jointsOf(snapshot: Pick<Snapshot, 'sheet' | 'engine'>): Joint[] {
  const own = snapshot.sheet.sections.fasteners?.joints ?? []
  const { holdDownNm } = snapshot.sheet.limits
  if (holdDownNm === null || own.some((j) => j.code === 'hold-down')) return own
  const reach = snapshot.engine.boreMm * 0.62
  const holdDown: Joint = {
    code: 'hold-down',
    name: '',
    torqueNm: holdDownNm,
    tolNm: holdDownNm * 0.05,
    stages: [0.5, 1],
    condition: 'oiled',
    frictionAssumed: 0.13,
    screw: usualScrew,
    angleDeg: null,
    gripMm: null,
    bolts: corners.map(([x, y], i) => ({ id: String(i + 1), xMm: x * reach, yMm: y * reach })),
    order: [],
    freeLengthMaxMm: null,
    washer: null,
  }
  return [...own, holdDown]
}
export const jointOf = (snapshot: Pick<Snapshot, 'sheet' | 'engine'>, code: string): Joint | null =>
  jointsOf(snapshot).find((j) => j.code === code) ?? null

/** The order of a joint's bolts: the book's, or one that draws it down evenly where the book has none. */
export function orderOf(joint: Joint): { order: string[]; ofBook: boolean } {
  const all = joint.bolts.map((b) => b.id)
  if (joint.order.length === all.length && all.every((id) => joint.order.includes(id)))
    return { order: [...joint.order], ofBook: true }
  const { bolts, torqueNm, stages } = joint
  const pattern = bolts.length > 6 ? 'from-centre' : 'star'
  return { order: tightenOrder({ bolts, pattern, ringMm: 5, torqueNm, stageShares: stages }).order, ofBook: false }
}

/** The least difference of turns that means anything, degrees. */
const LEAST_TURN_DEG = 3

export interface JointState {
  joint: Joint
  order: string[]
  ofBook: boolean
  /** What was read in each round, the last reading of each bolt last. */
  rounds: { torqueNm: number; judged: JudgedTightening; readings: Tightening[] }[]
  /** The round in hand; the number of rounds once all are done. */
  round: number
  /** The bolt that is next, null where the joint is done. */
  next: string | null
  done: boolean
  witness: boolean
  /** Bolts longer than they may be. */
  tooLong: string[]
}

/** The first bolt that took more than the book's last round allows: it comes off, is looked at, and is drawn anew. */
function overdrawn({ torqueNm, tolNm }: Joint, readings: readonly Tightening[]): string | null {
  const last = new Map(readings.map((r) => [r.bolt, r.torqueNm]))
  return [...last].find(([, nm]) => nm > torqueNm + tolNm + SLACK)?.[0] ?? null
}

/** How far a joint is since it was last taken apart: round by round, bolt by bolt. */
export function readJoint(
  snapshot: Snapshot,
  joint: Joint,
  cylinder: number | null,
  place: string | null = null,
): JointState {
  const { order, ofBook } = orderOf(joint)
  // Entries of before named no place: they are of every one that has this joint.
  const own = <T extends { joint: string; cylinder: number | null; place?: string | null }>(rows: readonly T[]) =>
    rows.filter(
      (t) => t.joint === joint.code && t.cylinder === cylinder && (place === null || (t.place ?? place) === place),
    )
  const since = loosenedSeq(snapshot, joint.code, cylinder, place)
  const readings = own(fastenerEntries(snapshot, 'tightenings')).filter((r) => r.seq > since)
  const rounds = joint.stages.map((share, round) => {
    const torqueNm = share * joint.torqueNm
    const mine = readings.filter((r) => r.round === round)
    return {
      torqueNm,
      readings: mine,
      judged: judgeTightening({
        bolts: order,
        torque: { aimNm: torqueNm, tolNm: joint.tolNm },
        angleLeastDeg: LEAST_TURN_DEG,
        readings: mine.map((r) => ({ bolt: r.bolt, torqueNm: r.torqueNm, angleDeg: r.angleDeg })),
      }),
    }
  })
  const nexts = rounds.map(({ judged, readings: mine }) => judged.next ?? overdrawn(joint, mine))
  const open = nexts.findIndex((next) => next !== null)
  const round = open < 0 ? rounds.length : open
  const tooLong = own(fastenerEntries(snapshot, 'lengths')).filter(
    (l) => joint.freeLengthMaxMm !== null && l.freeLengthMm > joint.freeLengthMaxMm,
  )
  return {
    joint,
    order,
    ofBook,
    rounds,
    round,
    next: nexts[round] ?? null,
    done: open < 0,
    witness: own(fastenerEntries(snapshot, 'witnesses')).some((w) => w.seq > since),
    tooLong: tooLong.map((l) => l.bolt),
  }
}

/** How far a joint of the sheet is, by its code; null where there is none. */
export function jointAt(
  snapshot: Snapshot,
  code: string | null | undefined,
  cylinder: number | null,
  place: string | null = null,
): JointState | null {
  const joint = code == null ? null : jointOf(snapshot, code)
  return joint && readJoint(snapshot, joint, cylinder, place)
}
