import { z } from 'zod'
import { defineCalculation } from '../define'
import { judgeProtrusion } from '../measure/judge-protrusion'
import { angleDeg, cylinderNumber, headList, lengthFromZeroMm, lengthMm, reading, refuseTwice, thicknessMm } from '../schema'
import { deckCorrection, judgeable, move, ownCorrection, deckDoubt, finalDoubt, finalOutside } from './move-corrections'
import { measuredStages } from './stages'

const cylinderInput = z.strictObject({
  cylinder: cylinderNumber,
  /** One value a station, the mean of what was read there; of the present stack only. */
  readings: z.array(reading.extend({ repeats: z.int().min(1).max(1000) })).max(100),
  /** Expanded uncertainty of one reading, mm; a station's value has it over the root of its repeats. */
  uncertaintyMm: lengthFromZeroMm,
  set: z.enum(['none', 'open', 'closed']),
  zeroMoved: z.boolean(),
  /** A cut or a shim since the last set, and the protrusion it should have left. */
  changed: z.strictObject({ kind: z.enum(['cut', 'shim', 'shim-out']), expectMm: lengthMm }).nullable(),
  shimInMm: lengthFromZeroMm,
  depthMm: lengthFromZeroMm.nullable(),
  frettingMm: lengthFromZeroMm,
})
export type MoveCylinder = z.infer<typeof cylinderInput>

export const nextMoveInput = z
  .strictObject({
    stage: z.enum(measuredStages),
    closed: z.boolean(),
    /** The cylinder in hand; null lets the core pick. */
    selected: cylinderNumber.nullable(),
    /** A gauge is connected and streams. */
    gaugeLive: z.boolean(),
    heads: headList,
    stationsDeg: z.array(angleDeg).min(3),
    spec: z.strictObject({
      minMm: lengthMm,
      maxMm: lengthMm,
      aimMm: lengthMm,
      withinLinerMaxMm: lengthFromZeroMm,
      adjacentMaxMm: lengthFromZeroMm.nullable(),
      headRangeMaxMm: lengthFromZeroMm.nullable(),
      maxLedgeDepthMm: lengthFromZeroMm.nullable(),
      holdDownNm: z.number().min(0).nullable(),
    }),
    shop: z.strictObject({
      shimStockMm: z.array(thicknessMm).max(1000),
      leavesMm: z.array(thicknessMm).min(1).max(60),
      maxLeavesPerPack: z.int().min(1).max(6),
      maxPassMm: thicknessMm,
      finishMm: lengthFromZeroMm,
      cutterBiasMm: lengthMm,
      cleanupMm: lengthFromZeroMm,
    }),
    cylinders: z.array(cylinderInput).min(1).max(99),
  })
  .superRefine((input, context) => {
    const numbers = input.cylinders.map((c) => c.cylinder)
    refuseTwice(numbers, context, (i) => ['cylinders', i, 'cylinder'], (n) => `cylinder ${n} is given twice`)
    if (input.selected !== null && !numbers.includes(input.selected)) {
      context.addIssue({ code: 'custom', message: `cylinder ${input.selected} is not on this engine`, path: ['selected'] })
    }
  })
export type NextMoveInput = z.infer<typeof nextMoveInput>

export type MoveAction =
  | 'measure' | 'close-zero' | 'repeat' | 'repeat-anew' | 'decide' | 'shim' | 'shim-out' | 'cut' | 'blocked'
  | 'next-cylinder' | 'close-stage' | 'back-to-trial' | 'done'

export type MoveReason =
  | 'first' | 'continue' | 'after-cut' | 'after-shim' | 'after-shim-out' | 'zero-moved' | 'rough-readings' | 'baseline' | 'zero-unchecked'
  | 'leans' | 'fretted' | 'low' | 'high' | 'stepped' | 'head-range' | 'on-the-line' | 'too-close'
  | 'past-max-depth' | 'no-shim-thick-enough' | 'no-leaf-thin-enough' | 'all-inside' | 'closed'
  | 'waits-first' | 'waits-open' | 'waits-changed' | 'waits-zero' | 'waits-line' | 'waits-outside'
  | 'outside-low' | 'outside-high' | 'outside-spread' | 'outside-step' | 'outside-head'

export type MoveCaution = 'clamp' | 'chips' | 'chamfer' | 'lead-decides' | 'machine-shop' | 'seals-out'

/** The next physical action with what it needs to be said: codes and figures, no words. Lengths mm. */
export interface NextMove {
  action: MoveAction
  cylinder: number | null
  stationDeg: number | null
  reason: MoveReason
  caution: MoveCaution | null
  figures: {
    leavesMm?: number[]
    packMm?: number
    passKind?: 'rough' | 'finish'
    /** Every pass that is planned from here, this one first. */
    passes?: { kind: 'rough' | 'finish'; packMm: number }[]
    totalCutMm?: number
    expectMm?: number
    endMm?: number
    shimMm?: number
    shimOutMm?: number
    tiltMm?: number
    highAtDeg?: number | null
    cleanCutMm?: number
    frettingMm?: number
    depthMm?: number
    limitMm?: number
    valueMm?: number
    uncertaintyMm?: number
    more?: number
    stepMm?: number
    neighbour?: number
    holdDownNm?: number | null
    stationNumber?: number
    stationCount?: number
    rangeMm?: number
  }
}

/** The measuring that a cylinder still asks for; null where it is done. */
function measuring(input: NextMoveInput, c: MoveCylinder): NextMove | null {
  const read = new Set(c.readings.map((r) => r.angleDeg))
  const open = c.changed || c.zeroMoved ? input.stationsDeg : input.stationsDeg.filter((angle) => !read.has(angle))
  if (open.length > 0) {
    const reason: MoveReason = c.changed
      ? (`after-${c.changed.kind}` as const)
      : c.zeroMoved ? 'zero-moved' : c.readings.length === 0 ? 'first' : 'continue'
    const stationDeg = open[0]!
    return move('measure', c.cylinder, reason, {
      stationDeg,
      caution: open.length === input.stationsDeg.length ? 'clamp' : null,
      figures: {
        stationNumber: input.stationsDeg.indexOf(stationDeg) + 1,
        stationCount: input.stationsDeg.length,
        holdDownNm: input.spec.holdDownNm,
        ...(c.changed ? { expectMm: c.changed.expectMm } : {}),
      },
    })
  }
  return null
}

/** Ends a set that is read to its end: the gauge goes back to the deck. */
function ending(input: NextMoveInput, c: MoveCylinder): NextMove | null {
  return c.set === 'open' && input.gaugeLive ? move('close-zero', c.cylinder, 'zero-unchecked') : null
}

/** What another cylinder waits for, in short. */
function waitsFor({ action, reason }: NextMove): MoveReason {
  if (reason.startsWith('after-')) return 'waits-changed'
  if (action === 'close-zero' || reason === 'zero-moved') return 'waits-zero'
  if (action === 'measure') return reason === 'first' ? 'waits-first' : reason === 'continue' ? 'waits-open' : 'waits-outside'
  return action === 'repeat' || action === 'repeat-anew' || action === 'decide' ? 'waits-line' : 'waits-outside'
}

/** Cylinders from the one in hand onward, round the engine. */
function inTurn(input: NextMoveInput): MoveCylinder[] {
  const order = input.heads.flat().flatMap((n) => input.cylinders.find((c) => c.cylinder === n) ?? [])
  const start = Math.max(0, order.findIndex((c) => c.cylinder === input.selected))
  return [...order.slice(start), ...order.slice(0, start)]
}

/**
 * The one next physical action of a measured stage.
 *
 * The cylinder in hand comes first: finish measuring it, then correct it. Then the
 * others in turn. Steps and head ranges are corrected once every liner is measured
 * and inside by itself. Where nothing is left, the stage can be closed.
 *
 * @returns codes and figures (mm, degrees, N·m); the message files make the sentence
 */
export function nextMove(input: NextMoveInput): NextMove {
  if (input.closed) return move('done', null, 'closed')
  const turn = inTurn(input)
  const judgement = judgeProtrusion(
    input.spec,
    input.heads,
    input.cylinders.filter((c) => !c.changed).map((c) => ({ cylinder: c.cylinder, readings: judgeable(c) })),
    0,
  )
  const wants = (c: MoveCylinder) => {
    const doubt = input.stage === 'final-check' ? finalDoubt(input, c, judgement) : null
    const correction = input.stage === 'trial-fit' && !c.changed ? ownCorrection(input, c, judgement) : doubt?.action === 'repeat' ? doubt : null
    // Readings are repeated within their set, before its zero is taken.
    const repeat = correction?.action === 'repeat' ? correction : null
    return measuring(input, c) ?? repeat ?? ending(input, c) ?? correction
  }
  // In hand first; after it, what was changed and waits for its measurement, before anything new is begun.
  const [inHand, ...others] = turn
  if (inHand) {
    const own = wants(inHand)
    if (own) return own
  }
  const waiting = [...others.filter((c) => c.changed), ...others.filter((c) => !c.changed)].find((c) => wants(c) !== null)
  if (waiting) return move('next-cylinder', waiting.cylinder, waitsFor(wants(waiting)!))
  if (input.stage === 'as-found') return move('close-stage', null, 'baseline')
  if (input.stage === 'final-check') {
    const outside = finalOutside(input, judgement)
    if (outside) return outside
    const doubtful = judgement.liners.find((l) => Object.values(l.verdicts).includes('unsure'))
    const own = doubtful && finalDoubt(input, input.cylinders.find((c) => c.cylinder === doubtful.cylinder)!, judgement)
    const doubt = own ?? deckDoubt(input, judgement)
    if (doubt) return { ...doubt, action: 'decide', caution: 'lead-decides' }
    return move('close-stage', null, 'all-inside')
  }
  return deckCorrection(input, judgement) ?? move('close-stage', null, 'all-inside')
}

export const nextMoveCalculation = defineCalculation(
  'next-move',
  'The next physical action on a deck, with its figures, its reason and its caution.',
  nextMoveInput,
  nextMove,
)
