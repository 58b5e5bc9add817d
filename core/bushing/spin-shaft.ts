import { z } from 'zod'
import { defineCalculation } from '../define'
import { directionDeg, firstHarmonic } from '../measure/first-harmonic'
import { angleDeg, SLACK, thicknessMm, torqueNm } from '../schema'

export const spinTestInput = z.strictObject({
  armMm: thicknessMm,
  limitNm: torqueNm.or(z.literal(0)),
  readings: z
    .array(z.strictObject({ angleDeg, pullN: z.number('must be a force in N').min(-1e9).max(1e9) }))
    .min(1, 'needs at least one reading')
    .max(1000),
})

export interface SpinTest {
  meanNm: number
  peakNm: number
  oncePerTurnNm: number
  peakAtDeg: number | null
  reading: 'free' | 'tight-all-round' | 'tight-at-one-place'
}

/**
 * A camshaft turned by a spring scale on an arm: free, tight all round, or once a turn and where.
 *
 * @param input arm mm, the torque it may take N·m, pulls N by angle (below 0 where it runs on by itself)
 * @throws CalcError `too-few-stations` with fewer than three distinct angles
 * Source: least squares of the first harmonic.
 */
export function spinTest({ armMm, limitNm, readings }: z.infer<typeof spinTestInput>): SpinTest {
  const torques = readings.map((r) => ({ angleDeg: r.angleDeg, value: (r.pullN * armMm) / 1000 }))
  const { mean, cosine, sine } = firstHarmonic(torques)
  const peakNm = Math.max(...torques.map((r) => r.value))
  return {
    meanNm: mean,
    peakNm,
    oncePerTurnNm: Math.hypot(cosine, sine),
    peakAtDeg: directionDeg(cosine, sine),
    reading: peakNm <= limitNm + SLACK ? 'free' : mean > limitNm + SLACK ? 'tight-all-round' : 'tight-at-one-place',
  }
}

export const spinTestCalculation = defineCalculation(
  'spin-test',
  'Whether a camshaft turns free, is tight all round, or at one place.',
  spinTestInput,
  spinTest,
)
