import { z } from 'zod'
import { defineCalculation } from '../define'
import { directionDeg, firstHarmonic } from '../measure/first-harmonic'
import { lengthFromZeroMm, lengthMm, readingList, SLACK_MM } from '../schema'

const railEnd = z.strictObject({ xMm: lengthMm, stepMm: lengthMm })

export const setCoverInput = z.strictObject({
  sweep: readingList,
  growsWhen: z.enum(['farther', 'nearer'], 'must be farther or nearer'),
  rail: z
    .strictObject({ left: railEnd, right: railEnd })
    .refine((r) => r.left.xMm < r.right.xMm, { message: 'must lie left of the right end', path: ['left', 'xMm'] }),
  runoutMaxMm: lengthFromZeroMm,
  stepMaxMm: lengthFromZeroMm,
  holeClearanceMm: lengthFromZeroMm,
  dowelled: z.boolean('must be yes or no'),
})

export interface SetCover {
  offsetMm: number
  offsetTowardDeg: number | null
  runoutMm: number
  move: { rightMm: number; upMm: number; turnDeg: number } | null
  after: { runoutMm: number; stepMm: number } | null
  needs: { runoutMm: number; stepMm: number }
  verdict: 'leave' | 'dowelled' | 'rail-or-centre' | 'holes' | 'move'
}

/**
 * How a cover stands about the crank and against the rail, and the move that puts it right.
 *
 * @param input a dial's sweep of the seal bore (degrees clockwise from up, seen from the front; it turns
 *   with the crank) and whether it grows farther out or nearer; the step at both ends of the rail (the
 *   cover standing proud downward), x to the right of the crank; what is allowed, the play of a bolt in
 *   its hole, and whether dowels hold it
 * @returns where its centre lies; the move, right, up and clockwise, only where one is offered; what the
 *   move would leave, always
 * @throws CalcError `too-few-stations` with fewer than three distinct angles
 * Source: least squares of the first harmonic; the geometry of a straight rail.
 */
export function setCover(input: z.infer<typeof setCoverInput>): SetCover {
  const { sweep, growsWhen, rail, runoutMaxMm, stepMaxMm, holeClearanceMm, dowelled } = input
  const sign = growsWhen === 'farther' ? 1 : -1
  const { cosine, sine } = firstHarmonic(sweep.map((r) => ({ angleDeg: r.angleDeg, value: sign * r.valueMm })))
  const [x, y] = [sine, cosine]
  const offsetMm = Math.hypot(x, y)
  const { left, right } = rail
  const turn = (left.stepMm - right.stepMm) / (right.xMm - left.xMm)
  const levelMm = left.stepMm + left.xMm * turn
  const upMm = Math.min(levelMm + stepMaxMm, Math.max(levelMm - stepMaxMm, -y))
  const needs = { runoutMm: 2 * Math.abs(y + upMm), stepMm: levelMm - upMm }
  const within = (mm: number, limitMm: number) => mm <= limitMm + SLACK_MM
  const stands =
    within(2 * offsetMm, runoutMaxMm) && [left, right].every((end) => within(Math.abs(end.stepMm), stepMaxMm))
  const play = Math.max(...[left, right].map((end) => Math.hypot(x, upMm - end.xMm * turn)))
  const verdict = (): SetCover['verdict'] => {
    if (stands) return 'leave'
    if (dowelled) return 'dowelled'
    if (!within(needs.runoutMm, runoutMaxMm)) return 'rail-or-centre'
    return within(play, holeClearanceMm / 2) ? 'move' : 'holes'
  }
  const moves = verdict() === 'move'
  return {
    offsetMm,
    offsetTowardDeg: directionDeg(y, x),
    runoutMm: 2 * offsetMm,
    move: moves ? { rightMm: -x, upMm, turnDeg: (turn * 180) / Math.PI } : null,
    after: moves ? needs : null,
    needs,
    verdict: verdict(),
  }
}

export const setCoverCalculation = defineCalculation(
  'set-cover',
  'How a cover stands about the crank and the rail, and the move that puts it right.',
  setCoverInput,
  setCover,
)
