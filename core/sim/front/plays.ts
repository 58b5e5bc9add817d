import type { Snapshot } from '../../job/snapshot'
import { readDamper } from '../../works/front/read-damper'
import { readFlywheel } from '../../works/front/read-flywheel'
import { endAt, entriesAt, frontEntries, lastOf, sectionOf, type EndSpot } from '../../works/front/read-front'
import { readSeal } from '../../works/front/read-seal'
import { pointerOffDeg } from '../../works/front/tdc/read'
import type { Asked, Plays } from '../play'
import { round, scatter } from '../scatter'
import type { UnitTruth } from '../unit-truth'
import type { FrontTruth } from './truth'

const SWEEP = 8
const still = { crumbMm: 0, crumbAtDeg: 0, tiltMm: 0, boreXMm: 0, boreYMm: 0 }

/** Where a cover lies now: as it came to lie, and as it was moved since. */
function coverNow(truth: FrontTruth, snapshot: Snapshot, place: string) {
  const first = truth.covers[place] ?? { xMm: 0, yMm: 0, leftStepMm: 0, rightStepMm: 0 }
  const { railLeftMm = -1, railRightMm = 1 } = endAt(snapshot, place)?.of.cover ?? {}
  return entriesAt(snapshot, 'coverMoves', place).reduce((now, m) => {
    const turn = (m.turnDeg * Math.PI) / 180
    return {
      xMm: now.xMm + m.rightMm,
      yMm: now.yMm + m.upMm,
      leftStepMm: now.leftStepMm + railLeftMm * turn - m.upMm,
      rightStepMm: now.rightStepMm + railRightMm * turn - m.upMm,
    }
  }, first)
}

/** What the dial shows round a bore or a face: it begins anywhere, is a little loose, and adds its own. */
function swept({ dial }: FrontTruth, name: string, xMm: number, yMm: number) {
  return Array.from({ length: SWEEP }, (_, i) => {
    const deg = (i * 360) / SWEEP
    const rad = (deg * Math.PI) / 180
    const own = dial.ownMm * Math.cos(2 * rad)
    const valueMm = 0.4 + yMm * Math.cos(rad) + xMm * Math.sin(rad) + own + scatter(`${name} ${deg}`, dial.slackMm)
    return { angleDeg: deg, valueMm: round(valueMm, 3) }
  })
}

function need({ front }: UnitTruth): FrontTruth {
  if (!front) throw new RangeError('Nothing is known of these ends.')
  return front
}
function at({ snapshot, spot }: Asked): EndSpot {
  const end = endAt(snapshot, spot.place)
  if (!end) throw new RangeError(`This engine has no end ${spot.place}.`)
  return end
}
/** Which surface is swept: the housing's bore once the face was, and is good. */
const sweepsBore = (snapshot: Snapshot): boolean => readFlywheel(snapshot).face !== null

/** How the simulated ends of the crank answer. */
export const plays: Plays<UnitTruth> = {
  'judge-damper': (truth) => ({ ...need(truth).damper, ranH: null, dented: false }),
  'seal-out': () => ({ way: 'puller', scratched: false, scratchFromMm: 9, scratchToMm: 9.5 }),
  'note-track': (truth, asked) => {
    const { place, of } = at(asked)
    const track = need(truth).tracks[place]
    if (!track) return { fromMm: 0, toMm: 0, feel: 'none' }
    const { catchesMm, feltMm } = of
    const feel = track.trackMm >= catchesMm ? 'catches' : track.trackMm >= feltMm ? 'felt' : 'none'
    return { ...track, feel }
  },
  'sweep-cover': (truth, asked) => {
    const { place } = at(asked)
    const { xMm, yMm, leftStepMm, rightStepMm } = coverNow(need(truth), asked.snapshot, place)
    return {
      centredBy: 'dial',
      sweep: swept(need(truth), `sweep ${place}`, xMm, yMm),
      leftStepMm: round(leftStepMm, 2),
      rightStepMm: round(rightStepMm, 2),
    }
  },
  'note-seal': (truth, asked) => {
    const { place, of } = at(asked)
    const { outerMm, innerMm } = of.seal
    const seen = entriesAt(asked.snapshot, 'seals', place).length > 0
    return seen ? { outerMm, innerMm } : (need(truth).drawer[place] ?? { outerMm, innerMm })
  },
  'seal-depth': (_, asked) => {
    const end = at(asked)
    const { byTurnsMm } = readSeal(asked.snapshot, end)
    return { edgesMm: [0, 1, 2, 3].map((i) => round(byTurnsMm + scatter(`press ${end.place} ${i}`, 0.04), 2)) }
  },
  'measure-hub': (truth, { snapshot }) => {
    const { hubsMm, noseMm } = need(truth)
    const before = frontEntries(snapshot, 'fits').length
    const hubMm = hubsMm[Math.min(before, hubsMm.length - 1)]!
    const two = (name: string, mm: number): [number, number] => [
      round(mm + scatter(`${name} a`, 0.001), 3),
      round(mm + scatter(`${name} b`, 0.001), 3),
    ]
    return { hubMm: two(`hub ${before}`, hubMm), noseMm: two('nose', noseMm) }
  },
  'damper-hot': (_, { snapshot }) => ({ ovenC: sectionOf(snapshot)?.damper?.maxHeatC ?? 100, ambientC: 20 }),
  'damper-home': (_, { snapshot }) => {
    const travelMm = sectionOf(snapshot)?.damper?.travelMm ?? 0
    return { beforeMm: travelMm + 6.2, afterMm: readDamper(snapshot).started ? 6.2 : travelMm + 6.2 }
  },
  'look-flywheel': (truth) => ({
    face: need(truth).flywheel?.face ?? 'sound',
    teeth: need(truth).flywheel?.teeth ?? 'sound',
  }),
  'sweep-flywheel': (truth, { snapshot }) => {
    const { crumbMm, crumbAtDeg, tiltMm, boreXMm, boreYMm } = need(truth).flywheel ?? still
    if (sweepsBore(snapshot)) return { sweep: swept(need(truth), 'housing', boreXMm, boreYMm) }
    // Who looks for it a second time finds the crumb.
    const liftMm = (readFlywheel(snapshot).mounts > 1 ? tiltMm : crumbMm + tiltMm) / 2
    const rad = (crumbAtDeg * Math.PI) / 180
    return { sweep: swept(need(truth), 'face', liftMm * Math.sin(rad), liftMm * Math.cos(rad)) }
  },
  'read-tdc': (truth, { snapshot }) => {
    const read = lastOf(snapshot, 'tops')
    const markDeg = read ? (pointerOffDeg(snapshot) ?? 0) : need(truth).pointerDeg
    return { forwardDeg: 336, backwardDeg: 24, markDeg: round((markDeg + 360) % 360, 1) }
  },
}
