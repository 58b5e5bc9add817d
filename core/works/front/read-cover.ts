import { setCover, type SetCover } from '../../front/set-cover'
import { orNull } from '../../errors'
import type { Snapshot } from '../../job/snapshot'
import { jointAt } from '../fasteners/read-joint'
import type { Bolted } from '../fasteners/turns'
import type { Verdict } from '../../measure/verdict'
import { entriesAt, lastAt, type EndSpot } from './read-front'
import { SLACK_MM } from '../../schema'
import { trustSweep } from './schools'

/** A cover on its way on. */
export interface CoverState extends Bolted {
  clean: boolean
  /** When the sealant was laid; null where it was not, or needs none. */
  sealedAt: string | null
  skinAt: string | null
  snug: boolean
  sweep: ReturnType<typeof lastAt<'sweeps'>>
  /** What the last sweep says; null before one since it was last moved or tightened. */
  set: SetCover | null
  /** Whether it can be told good, with the doubt of how it was centred; null before a sweep. */
  trust: Verdict | null
  tight: boolean
  /** It was swept after it was tightened, too. */
  lookedAgain: boolean
}

/** How far a cover is, since it was last cleaned. */
export function readCover(snapshot: Snapshot, end: EndSpot): CoverState {
  const { cover } = end.of
  const off = lastAt(snapshot, 'coversOff', end.place)?.seq ?? -1
  const steps = entriesAt(snapshot, 'coverSteps', end.place).filter((s) => s.seq > off)
  const last = (step: string) => steps.findLast((s) => s.step === step) ?? null
  const clean = last('clean')
  const since = clean?.seq ?? Infinity
  const after = (step: string) => {
    const found = last(step)
    return found && found.seq > since ? found : null
  }
  const sealed = after('sealant')
  const snug = after('snug')
  const tight = after('tight')
  const moved = lastAt(snapshot, 'coverMoves', end.place)
  const sweep = lastAt(snapshot, 'sweeps', end.place, Math.max(snug?.seq ?? Infinity, moved?.seq ?? -1))
  const skin = cover?.skinMin
  const set = sweep ? readSweep(end, sweep) : null
  return {
    bolts: jointAt(snapshot, cover?.joint, null, end.place),
    clean: clean !== null,
    sealedAt: sealed?.at ?? null,
    skinAt: sealed && skin ? new Date(Date.parse(sealed.at) + skin * 60_000).toISOString() : null,
    snug: snug !== null,
    sweep,
    set,
    trust: sweep && set ? trustSweep(end, sweep, set.runoutMm) : null,
    tight: tight !== null,
    lookedAgain: tight !== null && sweep !== null && sweep.seq > tight.seq,
  }
}

/** What a sweep says of a cover; null where its angles do not carry it. */
export function readSweep(
  { of: { cover } }: EndSpot,
  sweep: { sweep: { angleDeg: number; valueMm: number }[]; leftStepMm: number; rightStepMm: number },
): SetCover | null {
  if (!cover) return null
  const set = orNull(() =>
    setCover({
      sweep: sweep.sweep,
      growsWhen: 'farther',
      rail: {
        left: { xMm: cover.railLeftMm, stepMm: sweep.leftStepMm },
        right: { xMm: cover.railRightMm, stepMm: sweep.rightStepMm },
      },
      runoutMaxMm: cover.runoutMaxMm,
      stepMaxMm: cover.stepMaxMm,
      holeClearanceMm: cover.holeClearanceMm,
      dowelled: cover.dowelled,
    }),
  )
  return set && amidLimits(set, cover)
}

/**
 * The same with a move that ends amid both limits, an equal share of each, and not at the edge of one: what is set there
 * is outside by the next hand's tap. Where the bolts' holes do not allow that, it stays as it is.
 */
function amidLimits(set: SetCover, cover: Pick<CoverSheet, CoverLimit>): SetCover {
  const { move, after, offsetMm, offsetTowardDeg } = set
  if (!move || !after) return set
  const y = offsetMm * Math.cos(((offsetTowardDeg ?? 0) * Math.PI) / 180)
  const levelMm = after.stepMm + move.upMm
  const apartMm = levelMm + y
  const { runoutMaxMm, stepMaxMm } = cover
  if (runoutMaxMm + stepMaxMm === 0) return set
  const offCentreMm = (apartMm * runoutMaxMm) / (2 * stepMaxMm + runoutMaxMm)
  const upMm = -y + offCentreMm
  const turn = (move.turnDeg * Math.PI) / 180
  const play = Math.max(
    ...[cover.railLeftMm, cover.railRightMm].map((xMm) => Math.hypot(move.rightMm, upMm - xMm * turn)),
  )
  if (play > cover.holeClearanceMm / 2 + SLACK_MM) return set
  return {
    ...set,
    move: { ...move, upMm },
    after: { runoutMm: 2 * Math.abs(offCentreMm), stepMm: levelMm - upMm },
  }
}
type CoverSheet = NonNullable<EndSpot['of']['cover']>
type CoverLimit = 'runoutMaxMm' | 'stepMaxMm' | 'holeClearanceMm' | 'railLeftMm' | 'railRightMm'
