import { defineCalculation } from '../../define'
import { judgeProtrusion } from '../../measure/judge-protrusion'
import { nextMoveInput, type MoveCylinder, type MoveReason, type NextMove, type NextMoveInput } from './deck-move-input'
import {
  deckCorrection,
  judgeable,
  move,
  restated,
  windowNow,
  ownCorrection,
  deckDoubt,
  finalDoubt,
  finalOutside,
} from './move-corrections'

/** The measuring that a cylinder still asks for; null where it is done. */
function measuring(input: NextMoveInput, c: MoveCylinder): NextMove | null {
  const read = new Set(c.readings.map((r) => r.angleDeg))
  const open = c.changed || c.zeroMoved ? input.stationsDeg : input.stationsDeg.filter((angle) => !read.has(angle))
  if (open.length > 0) {
    const reason: MoveReason = c.changed
      ? (`after-${c.changed.kind}` as const)
      : c.zeroMoved
        ? 'zero-moved'
        : c.readings.length === 0
          ? 'first'
          : 'continue'
    const stationDeg = open[0]!
    return move(input.stage, 'measure', c.cylinder, reason, {
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
  return c.set === 'open' && input.gaugeLive ? move(input.stage, 'close-zero', c.cylinder, 'zero-unchecked') : null
}

/** What another cylinder waits for, in short. */
function waitsFor({ action, reason }: NextMove): MoveReason {
  if (reason.startsWith('after-')) return 'waits-changed'
  if (action === 'close-zero' || reason === 'zero-moved') return 'waits-zero'
  if (action === 'measure')
    return reason === 'first' ? 'waits-first' : reason === 'continue' ? 'waits-open' : 'waits-outside'
  return action === 'repeat' || action === 'repeat-anew' || action === 'decide' ? 'waits-line' : 'waits-outside'
}

/** Cylinders from the one in hand onward, round the engine. */
function inTurn(input: NextMoveInput): MoveCylinder[] {
  const order = input.heads.flat().flatMap((n) => input.cylinders.find((c) => c.cylinder === n) ?? [])
  const start = Math.max(
    0,
    order.findIndex((c) => c.cylinder === input.selected),
  )
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
  if (input.closed) return move(input.stage, 'done', null, 'closed')
  const turn = inTurn(input)
  const judgement = judgeProtrusion(
    input.spec,
    input.heads,
    input.cylinders
      .filter((c) => !c.changed)
      .map((c) => ({ cylinder: c.cylinder, readings: judgeable(c), window: windowNow(input, c) })),
    0,
  )
  const wants = (c: MoveCylinder) => {
    const doubt = input.stage === 'final-check' ? finalDoubt(input, c, judgement) : null
    const correction =
      input.stage === 'trial-fit' && !c.changed
        ? ownCorrection(input, c, judgement)
        : doubt?.action === 'repeat'
          ? doubt
          : null
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
  const waiting = [...others.filter((c) => c.changed), ...others.filter((c) => !c.changed)].find(
    (c) => wants(c) !== null,
  )
  if (waiting) return move(input.stage, 'next-cylinder', waiting.cylinder, waitsFor(wants(waiting)!))
  if (input.stage === 'as-found') return move(input.stage, 'close-stage', null, 'baseline')
  if (input.stage === 'final-check') {
    const outside = finalOutside(input, judgement)
    if (outside) return outside
    const doubtful = judgement.liners.find((l) => Object.values(l.verdicts).includes('unsure'))
    const own =
      doubtful &&
      finalDoubt(
        input,
        input.cylinders.find((c) => c.cylinder === doubtful.cylinder)!,
        judgement,
      )
    const doubt = own ?? deckDoubt(input, judgement)
    if (doubt) return restated(doubt, { action: 'decide', caution: 'lead-decides' })
    return move(input.stage, 'close-stage', null, 'all-inside')
  }
  return deckCorrection(input, judgement) ?? move(input.stage, 'close-stage', null, 'all-inside')
}

export const nextMoveCalculation = defineCalculation(
  'next-move',
  'The next physical action on a deck, with its figures, its reason and its caution.',
  nextMoveInput,
  nextMove,
)
