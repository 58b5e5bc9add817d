import type { Snapshot } from '../../job/snapshot'
import {
  bushingEntries,
  drillingFromFaceMm,
  housingAt,
  lastAt,
  sectionOf,
  type HousingSpot,
} from '../../works/bushings/read-bushings'
import { readGalleries } from '../../works/bushings/read-galleries'
import { aimOf, codeAt, readDrive, readHoles, readPlacing } from '../../works/bushings/read-placing'
import type { Asked, Plays } from '../play'
import { round, scatter } from '../scatter'
import type { UnitTruth } from '../unit-truth'
import type { BushingTruth } from './truth'

/** A bushing never stands quite as it was marked: its turn, degrees. */
const turnedDeg = (place: string) => scatter(`turn ${place}`, 1.2)
const ARM_MM = 250

/** No two blows are alike: by so much of one. */
const BLOW_SCATTER = 0.4

/** The depth after so many blows, each going its own way. */
function afterBlows(truth: BushingTruth, snapshot: Snapshot, place: string, blows: number): number {
  const h = housingAt(snapshot, place)!
  const { looks } = readDrive(snapshot, h)
  const last = looks.at(-1)
  const code = codeAt(snapshot, h)
  if (!last) return -(code?.widthMm ?? 20) + 3
  const { fromMm = null, toMm = null, targetMm = null } = readPlacing(snapshot, h) ?? {}
  // Where no full blow can stop, the last ones are taps.
  const taps = fromMm !== null && toMm !== null && toMm - fromMm < truth.perBlowMm * (1 + BLOW_SCATTER)
  let depthMm = last.depthMm
  for (let blow = last.blows; blow < blows; blow++) {
    const full = truth.perBlowMm * (1 + scatter(`blow ${place} ${blow}`, BLOW_SCATTER))
    const leftMm = targetMm === null ? Infinity : targetMm - depthMm
    depthMm += taps && leftMm > 0 ? Math.min(full, leftMm) : full
  }
  return depthMm
}

/** What the largest pin is that passes a hole, as it truly stands. */
function pinThrough(truth: BushingTruth, snapshot: Snapshot, place: string, hole: number): number {
  const h = housingAt(snapshot, place)!
  const placing = readPlacing(snapshot, h)!
  const { depthMm } = readDrive(snapshot, h)
  const known = placing.holes[hole]!
  // Where the drilling truly lies, seen from the driven edge.
  const trueFaceMm = h.of.drillings[hole]!.fromFaceMm + (truth.drillingOffMm[place]?.[hole] ?? 0)
  const thoughtFaceMm = drillingFromFaceMm(snapshot, h, hole)
  const turned = aimOf(snapshot, h).from !== h.of.entersFrom
  const offMm = (turned ? -1 : 1) * (trueFaceMm - thoughtFaceMm)
  const acrossMm = known.groove ? 0 : (turnedDeg(place) * Math.PI * h.of.boreMm) / 360
  const apartMm = Math.hypot((depthMm ?? 0) - known.meetsAtMm - offMm, acrossMm)
  const [a, b] = [known.bushingHoleMm, known.drillingMm]
  const largest = Math.min(a, b, (a + b) / 2 - apartMm)
  // Pins of a set go by a tenth.
  return Math.max(0, Math.floor(largest * 10 + 1e-9) / 10)
}

const unknown = (what: string) => new RangeError(`Nothing is known of ${what}.`)
function need({ bushings }: UnitTruth): BushingTruth {
  if (!bushings) throw unknown('this block')
  return bushings
}
function sheetOf({ snapshot }: Asked) {
  const section = sectionOf(snapshot)
  if (!section) throw new RangeError('The sheet has no cam bushings.')
  return section
}
function at({ snapshot, spot }: Asked): HousingSpot {
  const found = housingAt(snapshot, spot.place)
  if (!found) throw unknown(spot.place ?? 'no housing')
  return found
}
const middle = ({ minMm, maxMm }: { minMm: number; maxMm: number }) => (minMm + maxMm) / 2
const ways = ['a', 'b'] as const

/** How the simulated block and its box of bushings answer. */
export const plays: Plays<UnitTruth> = {
  'read-cam': (_, asked) => ({
    endFloatMm: round(middle(sheetOf(asked).endFloat) + 0.03, 2),
    backlashMm: round(middle(sheetOf(asked).backlash) + 0.02, 2),
    photographed: true,
    followersUp: true,
  }),
  'measure-journal': (_, asked) => {
    const { place, of } = at(asked)
    const [a, b] = ways.map((way) => round(of.journalMm + scatter(`journal ${place} ${way}`, 0.004), 3))
    return { mm: [a!, b!] }
  },
  'bushing-out': (truth, asked) => {
    const {
      looks = 'grey',
      copperShare = 0,
      copperOClock = null,
      holeInLine = true,
    } = need(truth).old[at(asked).place] ?? {}
    return { looks, copperShare, copperOClock, holeInLine }
  },
  'wipe-gallery': (truth, { snapshot }) => {
    const passage = readGalleries(snapshot).find((s) => !s.done)?.passage.id ?? ''
    const before = bushingEntries(snapshot, 'wipes').filter((w) => w.passage === passage).length
    return { found: need(truth).dirt[passage]?.[before] ?? 'clean' }
  },
  'measure-housing': (truth, asked) => {
    const { place, of } = at(asked)
    const { boreOffMm, drillingOffMm } = need(truth)
    const [a, b] = ways.map((way) =>
      round(of.boreMm + (boreOffMm[place] ?? 0) + scatter(`housing ${place} ${way}`, 0.003), 3),
    )
    return {
      boreMm: [a!, b!],
      drillingsMm: of.drillings.map((d, i) =>
        round(d.fromFaceMm + (drillingOffMm[place]?.[i] ?? 0) + scatter(`drilling ${place} ${i}`, 0.04), 2),
      ),
    }
  },
  'note-bushing': (truth, asked) => {
    const { place, n } = at(asked)
    // One that a wrong one was sent back for is what the sheet names.
    const seen = bushingEntries(asked.snapshot, 'read').some((r) => r.place === place)
    const inBox = seen ? undefined : need(truth).box[place]
    const { codes } = sheetOf(asked)
    const { code, outerMm } = inBox ?? codes.find((c) => c.positions.includes(n)) ?? codes[0]!
    return { code, outerMm }
  },
  'look-bushing': (truth, asked) => {
    const { snapshot, sofar } = asked
    const h = at(asked)
    const { looks, drive } = readDrive(snapshot, h)
    if (drive?.verdict === 'too-far') {
      const { fromMm, toMm } = readPlacing(snapshot, h) ?? {}
      const from = fromMm ?? 0
      const { perBlowMm } = need(truth)
      // Where no full blow can stop, so far back that one brings it to the middle.
      const half = Math.min(perBlowMm, (toMm ?? from) - from) / 2
      return { edgeMm: round(from - perBlowMm + ((toMm ?? from) - from < perBlowMm ? half : 0), 2) }
    }
    const blows =
      typeof sofar.blows === 'number' ? sofar.blows : (looks.at(-1)?.blows ?? 0) + (drive?.blowsToNextLook ?? 0)
    return { blows, edgeMm: round(afterBlows(need(truth), snapshot, h.place, blows), 2) }
  },
  'prove-hole': (truth, asked) => {
    const { place } = at(asked)
    const hole = readHoles(asked.snapshot, at(asked)).find((o) => o.open === null)?.hole ?? 0
    return { pinMm: pinThrough(need(truth), asked.snapshot, place, hole), light: 'round' }
  },
  'cam-shaft-in': () => ({ asPhotographed: true }),
  'turn-cam': (truth, asked) => {
    const { turningNm } = sheetOf(asked)
    const { binds } = need(truth)
    const bound = binds !== null && !lastAt(asked.snapshot, 'eased', binds.place)
    const pullN = (deg: number) => {
      const own = 0.45 * turningNm + scatter(`spin ${deg}`, 0.04 * turningNm)
      const more = bound ? turningNm * binds.share * (1 + Math.cos(((deg - 120) * Math.PI) / 180)) : 0
      return round(((own + more) * 1000) / ARM_MM, 1)
    }
    const readings = Array.from({ length: 8 }, (_, i) => ({ angleDeg: i * 45, pullN: pullN(i * 45) }))
    return { armMm: ARM_MM, readings, feel: bound ? 'binds' : 'free' }
  },
  'blue-housing': (truth, asked) => {
    const { binds } = need(truth)
    const { place } = at(asked)
    return { oClock: binds?.place === place && !lastAt(asked.snapshot, 'eased', place) ? binds.oClock : null }
  },
  'read-cam-again': (_, asked) => ({
    endFloatMm: round(middle(sheetOf(asked).endFloat), 2),
    backlashMm: round(middle(sheetOf(asked).backlash), 2),
  }),
}
