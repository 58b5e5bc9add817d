import { z } from 'zod'
import { placeCode } from '../job/place'
import type { Snapshot } from '../job/snapshot'
import { mark, thicknessMm } from '../schema'
import { wipeFinds, oldLooks } from '../works/bushings/kinds'
import {
  bushingEntries,
  drillingFromFaceMm,
  housingAt,
  housingsOf,
  lastAt,
  lastOf,
  sectionOf,
} from '../works/bushings/read-bushings'
import { aimOf, codeAt, readDrive, readPlacing } from '../works/bushings/read-placing'
import type { EngineAnswer } from './engine-answer'
import { lotOf } from './simulated-engine'

/** What nobody sees of a simulated block and its box of bushings. */
export const bushingTruth = z.object({
  /** What each old bushing looks like, where not grey. */
  old: z.record(
    placeCode,
    z.object({
      looks: z.enum(oldLooks),
      copperShare: z.number(),
      copperOClock: z.number().nullable(),
      holeInLine: z.boolean(),
    }),
  ),
  /** How far each drilling lies off its place, mm, by housing. */
  drillingOffMm: z.record(placeCode, z.array(z.number())),
  /** What each housing's bore is larger than the sheet has it, mm. */
  boreOffMm: z.record(placeCode, z.number()),
  /** What lies in the box for each housing; one a wrong one was sent back for is replaced by what the sheet names. */
  box: z.record(placeCode, z.object({ code: mark, outerMm: thicknessMm })),
  /** What wipes bring out of a passage, one after the other; then they are clean. */
  dirt: z.record(mark, z.array(z.enum(wipeFinds))),
  /** How far a blow drives a bushing, mm; no two alike. */
  perBlowMm: z.number(),
  /** A housing in which the shaft binds until it is eased: where, and how much of the turning torque's limit it takes. */
  binds: z.object({ place: placeCode, oClock: z.number(), share: z.number() }).nullable(),
})
export type BushingTruth = z.infer<typeof bushingTruth>

const at = { place: placeCode }
/** What is asked of it: a gauge, a look or a hand. */
export const bushingQuestions = [
  z.strictObject({ ask: z.literal('cam') }),
  z.strictObject({ ask: z.literal('journal'), ...at }),
  z.strictObject({ ask: z.literal('old-bushing'), ...at }),
  z.strictObject({ ask: z.literal('wipe'), passage: mark }),
  z.strictObject({ ask: z.literal('housing'), ...at }),
  z.strictObject({ ask: z.literal('bushing'), ...at }),
  z.strictObject({ ask: z.literal('depth'), ...at, blows: z.int().min(0).max(10_000), back: z.boolean() }),
  z.strictObject({ ask: z.literal('hole'), ...at, hole: z.int().min(0).max(5) }),
  z.strictObject({ ask: z.literal('shaft-in') }),
  z.strictObject({ ask: z.literal('spin') }),
  z.strictObject({ ask: z.literal('bluing'), ...at }),
  z.strictObject({ ask: z.literal('cam-again') }),
] as const
export type BushingQuestion = z.infer<(typeof bushingQuestions)[number]>

const scatter = (name: string, by: number) => (2 * lotOf(name) - 1) * by
const round = (value: number, digits: number) => Number(value.toFixed(digits))
/** A bushing never stands quite as it was marked: its turn, degrees. */
const turnedDeg = (place: string) => scatter(`turn ${place}`, 1.2)
const ARM_MM = 250

/** Whether the bushings of a job still are what let the oil pressure fall. */
export const bushingsWorn = (snapshot: Snapshot): boolean =>
  housingsOf(snapshot).some((h) => !lastAt(snapshot, 'finished', h.place)) || lastOf(snapshot, 'turned') === null

/** The depth after so many blows, each going its own way. */
function afterBlows(truth: BushingTruth, snapshot: Snapshot, place: string, blows: number): number {
  const h = housingAt(snapshot, place)!
  const { looks } = readDrive(snapshot, h)
  const last = looks.at(-1)
  const code = codeAt(snapshot, h)
  if (!last) return -(code?.widthMm ?? 20) + 3
  let depthMm = last.depthMm
  for (let blow = last.blows; blow < blows; blow++)
    depthMm += truth.perBlowMm * (1 + scatter(`blow ${place} ${blow}`, 0.4))
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

/** What the simulated block answers, as it stands now. @throws RangeError where the sheet lacks what is asked about */
export function answerBushings(truth: BushingTruth, snapshot: Snapshot, question: BushingQuestion): EngineAnswer {
  const section = sectionOf(snapshot)
  if (!section) throw new RangeError('The sheet has no cam bushings.')
  const h = 'place' in question ? housingAt(snapshot, question.place) : null
  if ('place' in question && !h) throw new RangeError(`This engine has no ${question.place}.`)
  const place = h?.place ?? ''
  switch (question.ask) {
    case 'cam':
      return {
        endFloatMm: round((section.endFloat.minMm + section.endFloat.maxMm) / 2 + 0.03, 2),
        backlashMm: round((section.backlash.minMm + section.backlash.maxMm) / 2 + 0.02, 2),
        photographed: true,
        followersUp: true,
      }
    case 'journal':
      return {
        mm: ['a', 'b'].map((way) => round(h!.of.journalMm + scatter(`journal ${place} ${way}`, 0.004), 3)),
      }
    case 'old-bushing': {
      const seen = truth.old[place]
      const { looks = 'grey', copperShare = 0, copperOClock = null, holeInLine = true } = seen ?? {}
      return { looks, copperShare, holeInLine, ...(copperOClock === null ? {} : { copperOClock }) }
    }
    case 'wipe': {
      const before = bushingEntries(snapshot, 'wipes').filter((w) => w.passage === question.passage).length
      return { found: truth.dirt[question.passage]?.[before] ?? 'clean' }
    }
    case 'housing':
      return {
        boreMm: ['a', 'b'].map((way) =>
          round(h!.of.boreMm + (truth.boreOffMm[place] ?? 0) + scatter(`housing ${place} ${way}`, 0.003), 3),
        ),
        drillingsMm: h!.of.drillings.map((d, i) =>
          round(d.fromFaceMm + (truth.drillingOffMm[place]?.[i] ?? 0) + scatter(`drilling ${place} ${i}`, 0.04), 2),
        ),
      }
    case 'bushing': {
      const seen = bushingEntries(snapshot, 'read').some((r) => r.place === place)
      const asked = codeFor(snapshot, h!.n)
      const inBox = seen ? undefined : truth.box[place]
      return inBox ? { ...inBox } : { code: asked.code, outerMm: asked.outerMm }
    }
    case 'depth': {
      if (!question.back) return { edgeMm: round(afterBlows(truth, snapshot, place, question.blows), 2) }
      const { fromMm } = readPlacing(snapshot, h!)!
      return { edgeMm: round((fromMm ?? 0) - truth.perBlowMm, 2) }
    }
    case 'hole':
      return { pinMm: pinThrough(truth, snapshot, place, question.hole) }
    case 'shaft-in':
      return { asPhotographed: true }
    case 'spin': {
      const { binds } = truth
      const bound = binds !== null && !lastAt(snapshot, 'eased', binds.place)
      const pull = (deg: number) => {
        const own = 0.45 * section.turningNm + scatter(`spin ${deg}`, 0.04 * section.turningNm)
        const more = bound ? section.turningNm * binds.share * (1 + Math.cos(((deg - 120) * Math.PI) / 180)) : 0
        return round(((own + more) * 1000) / ARM_MM, 1)
      }
      return { armMm: ARM_MM, pullsN: Array.from({ length: 8 }, (_, i) => pull(i * 45)) }
    }
    case 'bluing': {
      const { binds } = truth
      const marks = binds?.place === place && !lastAt(snapshot, 'eased', place)
      return marks ? { marks: true, oClock: binds.oClock } : { marks: false }
    }
    case 'cam-again':
      return {
        endFloatMm: round((section.endFloat.minMm + section.endFloat.maxMm) / 2, 2),
        backlashMm: round((section.backlash.minMm + section.backlash.maxMm) / 2, 2),
      }
  }
}

const codeFor = (snapshot: Snapshot, n: number) => sectionOf(snapshot)!.codes.find((c) => c.positions.includes(n))!
