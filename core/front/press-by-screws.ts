import { z } from 'zod'
import { defineCalculation } from '../define'
import { lengthFromZeroMm, SLACK, SLACK_MM, thicknessMm } from '../schema'

export const pressByScrewsInput = z.strictObject({
  travelMm: thicknessMm,
  pitchMm: thicknessMm,
  stepTurns: z.number('must be turns').gt(0, 'must be more than zero').max(1000, 'is no step'),
  boltCircleMm: thicknessMm,
  maxSkewMm: lengthFromZeroMm,
})

export interface PressByScrews {
  turnsEach: number
  advancePerStepMm: number
  rounds: number
  lastStepTurns: number
  skewMm: number
  skewDeg: number
  within: boolean
}

/**
 * Something drawn in by screws turned a step each, one after the other: how many rounds, and how skew it
 * stands in the middle of one.
 *
 * @param input travel and pitch mm, turns a step, the distance across the screws mm, the skew allowed mm
 */
export function pressByScrews(input: z.infer<typeof pressByScrewsInput>): PressByScrews {
  const turnsEach = input.travelMm / input.pitchMm
  const skewMm = input.stepTurns * input.pitchMm
  const rounds = Math.ceil(turnsEach / input.stepTurns - SLACK)
  return {
    turnsEach,
    advancePerStepMm: skewMm,
    rounds,
    lastStepTurns: turnsEach - (rounds - 1) * input.stepTurns,
    skewMm,
    skewDeg: (Math.atan(skewMm / input.boltCircleMm) * 180) / Math.PI,
    within: skewMm <= input.maxSkewMm + SLACK_MM,
  }
}

export const pressByScrewsCalculation = defineCalculation(
  'press-by-screws',
  'How many rounds screws in turn take, and how skew the part stands between.',
  pressByScrewsInput,
  pressByScrews,
)
