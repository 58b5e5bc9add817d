import { z } from 'zod'
import { placeCode } from '../job/place'
import type { Snapshot } from '../job/snapshot'
import { lengthMm, thicknessMm } from '../schema'
import { faceLooks, flywheelSurfaces, rubberLooks, teethLooks } from '../works/front/kinds'
import { readDamper } from '../works/front/read-damper'
import { readFlywheel } from '../works/front/read-flywheel'
import { endAt, entriesAt, frontEntries, lastOf, sectionOf } from '../works/front/read-front'
import { readSeal } from '../works/front/read-seal'
import { pointerOffDeg } from '../works/front/tdc'
import type { EngineAnswer } from './engine-answer'
import { lotOf } from './simulated-engine'

const sized = z.object({ outerMm: thicknessMm, innerMm: thicknessMm })
/** What nobody sees of the ends of a simulated engine. */
export const frontTruth = z.object({
  damper: z.object({ indexDeg: z.number(), runoutMm: z.number(), rubber: z.enum(rubberLooks) }),
  /** The dial of this shop: what its stem gives way, and what its own stylus adds twice a turn. */
  dial: z.object({ slackMm: z.number().min(0), ownMm: z.number().min(0) }).default({ slackMm: 0.003, ownMm: 0 }),
  flywheel: z
    .object({
      face: z.enum(faceLooks),
      teeth: z.enum(teethLooks),
      /** What a crumb under the first mounting lifts, and how its face lies without one. */
      crumbMm: z.number().min(0),
      crumbAtDeg: z.number(),
      tiltMm: z.number().min(0),
      /** Where the housing's bore lies to the crank. */
      boreXMm: z.number(),
      boreYMm: z.number(),
    })
    .nullable()
    .default(null),
  /** Tracks that old seals left on the shaft. */
  tracks: z.record(placeCode, z.object({ fromMm: lengthMm, toMm: lengthMm, trackMm: lengthMm })),
  /** Where a cover first comes to lie, and its rail. */
  covers: z.record(
    placeCode,
    z.object({ xMm: z.number(), yMm: z.number(), leftStepMm: z.number(), rightStepMm: z.number() }),
  ),
  /** What the drawer holds first; then what the sheet names. */
  drawer: z.record(placeCode, sized),
  /** Bore of the old damper, and of the new ones after it, mm. */
  hubsMm: z.array(thicknessMm),
  noseMm: thicknessMm,
  /** How far the pointer lies, degrees. */
  pointerDeg: z.number(),
})
export type FrontTruth = z.infer<typeof frontTruth>

const at = { place: placeCode }
/** What is asked of it: a gauge, a look or a hand. */
export const frontQuestions = [
  z.strictObject({ ask: z.literal('damper') }),
  z.strictObject({ ask: z.literal('seal-way'), ...at }),
  z.strictObject({ ask: z.literal('track'), ...at }),
  z.strictObject({ ask: z.literal('sweep'), ...at }),
  z.strictObject({ ask: z.literal('seal'), ...at }),
  z.strictObject({ ask: z.literal('seal-depth'), ...at }),
  z.strictObject({ ask: z.literal('hub') }),
  z.strictObject({ ask: z.literal('oven') }),
  z.strictObject({ ask: z.literal('travel') }),
  z.strictObject({ ask: z.literal('top') }),
  z.strictObject({ ask: z.literal('flywheel') }),
  z.strictObject({ ask: z.literal('fly-sweep'), surface: z.enum(flywheelSurfaces) }),
] as const
export type FrontQuestion = z.infer<(typeof frontQuestions)[number]>

const scatter = (name: string, by: number) => (2 * lotOf(name) - 1) * by
const round = (value: number, digits: number) => Number(value.toFixed(digits))
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
function swept({ dial }: FrontTruth, name: string, xMm: number, yMm: number): number[] {
  return Array.from({ length: SWEEP }, (_, i) => {
    const deg = (i * 360) / SWEEP
    const rad = (deg * Math.PI) / 180
    const own = dial.ownMm * Math.cos(2 * rad)
    return round(0.4 + yMm * Math.cos(rad) + xMm * Math.sin(rad) + own + scatter(`${name} ${deg}`, dial.slackMm), 3)
  })
}

/** What the simulated ends answer, as they stand now. @throws RangeError where the sheet lacks what is asked about */
export function answerFront(truth: FrontTruth, snapshot: Snapshot, question: FrontQuestion): EngineAnswer {
  const section = sectionOf(snapshot)
  if (!section) throw new RangeError('The sheet has nothing of the ends of the crank.')
  const end = 'place' in question ? endAt(snapshot, question.place) : null
  if ('place' in question && !end) throw new RangeError(`This engine has no end ${question.place}.`)
  const place = end?.place ?? ''
  switch (question.ask) {
    case 'damper':
      return { ...truth.damper }
    case 'seal-way':
      return { way: 'puller', scratched: false }
    case 'track': {
      const track = truth.tracks[place]
      if (!track) return { fromMm: 0, toMm: 0, feel: 'none' }
      const { catchesMm, feltMm } = end!.of
      const feel = track.trackMm >= catchesMm ? 'catches' : track.trackMm >= feltMm ? 'felt' : 'none'
      return { ...track, feel }
    }
    case 'sweep': {
      const { xMm, yMm, leftStepMm, rightStepMm } = coverNow(truth, snapshot, place)
      return {
        centredBy: 'dial',
        sweepMm: swept(truth, `sweep ${place}`, xMm, yMm),
        leftStepMm: round(leftStepMm, 2),
        rightStepMm: round(rightStepMm, 2),
      }
    }
    case 'seal': {
      const seen = entriesAt(snapshot, 'seals', place).length > 0
      const { outerMm, innerMm } = end!.of.seal
      return seen ? { outerMm, innerMm } : { ...(truth.drawer[place] ?? { outerMm, innerMm }) }
    }
    case 'seal-depth': {
      const { byTurnsMm } = readSeal(snapshot, end!)
      return { edgesMm: [0, 1, 2, 3].map((i) => round(byTurnsMm + scatter(`press ${place} ${i}`, 0.04), 2)) }
    }
    case 'hub': {
      const before = frontEntries(snapshot, 'fits').length
      const hubMm = truth.hubsMm[Math.min(before, truth.hubsMm.length - 1)]!
      const two = (name: string, mm: number) => ['a', 'b'].map((p) => round(mm + scatter(`${name} ${p}`, 0.001), 3))
      return { hubMm: two(`hub ${before}`, hubMm), noseMm: two('nose', truth.noseMm) }
    }
    case 'oven':
      return { ovenC: section.damper?.maxHeatC ?? 100, ambientC: 20 }
    case 'travel': {
      const { started } = readDamper(snapshot)
      const travelMm = section.damper?.travelMm ?? 0
      return started
        ? { beforeMm: travelMm + 6.2, afterMm: 6.2 }
        : { beforeMm: travelMm + 6.2, afterMm: travelMm + 6.2 }
    }
    case 'flywheel':
      return truth.flywheel ? { face: truth.flywheel.face, teeth: truth.flywheel.teeth } : {}
    case 'fly-sweep': {
      const { crumbMm, crumbAtDeg, tiltMm, boreXMm, boreYMm } = truth.flywheel ?? still
      if (question.surface === 'bore') return { sweepMm: swept(truth, 'housing', boreXMm, boreYMm) }
      // Who looks for it a second time finds the crumb.
      const liftMm = (readFlywheel(snapshot).mounts > 1 ? tiltMm : crumbMm + tiltMm) / 2
      const rad = (crumbAtDeg * Math.PI) / 180
      return { sweepMm: swept(truth, 'face', liftMm * Math.sin(rad), liftMm * Math.cos(rad)) }
    }
    case 'top': {
      const read = lastOf(snapshot, 'tops')
      const markDeg = read ? (pointerOffDeg(snapshot) ?? 0) : truth.pointerDeg
      return { forwardDeg: 336, backwardDeg: 24, markDeg: round((markDeg + 360) % 360, 1) }
    }
  }
}
