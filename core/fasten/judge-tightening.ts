import { z } from 'zod'
import { defineCalculation } from '../define'
import { mark, refuseTwice, SLACK, torqueNm } from '../schema'
import { findOutliers } from '../measure/find-outliers'

const degrees = z
  .number('must be an angle in degrees')
  .min(-3600, 'is no tightening angle')
  .max(3600, 'is no tightening angle')

export const judgeTighteningInput = z
  .strictObject({
    bolts: z
      .array(mark)
      .min(1, 'needs at least one bolt')
      .max(300)
      .superRefine((bolts, context) =>
        refuseTwice(
          bolts,
          context,
          (i) => [i],
          (id) => `bolt ${id} stands twice`,
        ),
      ),
    torque: z.strictObject({ aimNm: torqueNm, tolNm: torqueNm.or(z.literal(0)) }),
    angleLeastDeg: degrees.min(0, 'cannot be below zero'),
    readings: z
      .array(
        z.strictObject({
          bolt: mark,
          torqueNm: z.number('must be a torque in N·m').min(0, 'cannot be below zero').max(1e6),
          angleDeg: degrees.nullish(),
        }),
      )
      .max(10_000),
  })
  .superRefine(({ bolts, readings }, context) =>
    readings.forEach((r, i) => {
      if (!bolts.includes(r.bolt))
        context.addIssue({
          code: 'custom',
          path: ['readings', i, 'bolt'],
          message: `${r.bolt} is no bolt of this joint`,
        })
    }),
  )

export type BoltVerdict = 'not-done' | 'short' | 'over' | 'turns-too-far' | 'turns-too-little' | 'ok'

export interface JudgedTightening {
  bolts: { bolt: string; verdict: BoltVerdict }[]
  next: string | null
  overall: 'ok' | 'look' | 'open'
}

/** Fewer bolts than this tell nothing of each other's turns. */
const LEAST_TO_COMPARE = 4

/**
 * A round of tightening: which bolt was missed, is short or over, and which turned unlike its sisters.
 *
 * @param input bolts by their marks, the aim and its tolerance N·m, the least difference of angles that
 *   means anything (degrees), and readings in the order they came: of a bolt the last one counts
 * @returns a verdict for each bolt (torque comes before turns), which is to be done next, and how the
 *   whole joint stands
 * Source: comparison with the aim; Iglewicz and Hoaglin for the turns.
 */
export function judgeTightening(input: z.infer<typeof judgeTighteningInput>): JudgedTightening {
  const { bolts, torque, angleLeastDeg, readings } = input
  const lastOf = new Map(readings.map((r) => [r.bolt, r]))
  const turned = [...lastOf.values()].flatMap((r) => (r.angleDeg == null ? [] : [{ id: r.bolt, value: r.angleDeg }]))
  const unlike = new Map(
    turned.length < LEAST_TO_COMPARE
      ? []
      : findOutliers({ values: turned, leastSpread: angleLeastDeg }).values.map((v) => [v.id, v.verdict]),
  )
  const judge = (bolt: string): BoltVerdict => {
    const last = lastOf.get(bolt)
    if (!last) return 'not-done'
    if (last.torqueNm < torque.aimNm - torque.tolNm - SLACK) return 'short'
    if (last.torqueNm > torque.aimNm + torque.tolNm + SLACK) return 'over'
    if (unlike.get(bolt) === 'high') return 'turns-too-far'
    return unlike.get(bolt) === 'low' ? 'turns-too-little' : 'ok'
  }
  const judged = bolts.map((bolt) => ({ bolt, verdict: judge(bolt) }))
  const open = judged.find((b) => b.verdict === 'not-done' || b.verdict === 'short')
  const look = judged.some((b) => ['over', 'turns-too-far', 'turns-too-little'].includes(b.verdict))
  return {
    bolts: judged,
    next: open?.bolt ?? null,
    overall: look ? 'look' : open ? 'open' : 'ok',
  }
}

export const judgeTighteningCalculation = defineCalculation(
  'judge-tightening',
  'Which bolt of a joint was missed, is short or over, or turned unlike its sisters.',
  judgeTighteningInput,
  judgeTightening,
)
