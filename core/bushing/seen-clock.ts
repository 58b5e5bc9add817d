import { z } from 'zod'
import { defineCalculation } from '../define'
import { angleDeg, SLACK } from '../schema'

const hour = z.number("must be o'clock").min(0, "is no o'clock").lt(13, "is no o'clock")

export const seenClockInput = z.strictObject({
  holesOClock: z.array(hour).min(1, 'needs at least one hole').max(100),
  blockRolledDeg: angleDeg,
  seenFrom: z.enum(['front', 'rear'], 'must be front or rear'),
})

const TURN = 360
const HOUR_DEG = 30

/**
 * Where the eye finds what the book names by the clock: the book speaks of an upright engine seen from
 * the front, and the block lies as it lies.
 *
 * @param input hours as in the book, how far the block is rolled (degrees clockwise from the front, 180
 *   upside down), and from where it is looked at
 * @returns degrees clockwise from up and hours, as seen; 12 for straight up
 */
export function seenClock({ holesOClock, blockRolledDeg, seenFrom }: z.infer<typeof seenClockInput>): {
  holes: { seenDeg: number; oClock: number }[]
} {
  return {
    holes: holesOClock.map((h) => {
      const front = h * HOUR_DEG + blockRolledDeg
      const turned = (((seenFrom === 'front' ? front : -front) % TURN) + TURN) % TURN
      const seenDeg = turned > TURN - SLACK ? 0 : turned
      return { seenDeg, oClock: seenDeg === 0 ? 12 : seenDeg / HOUR_DEG }
    }),
  }
}

export const seenClockCalculation = defineCalculation(
  'seen-clock',
  'Where the eye finds what the book names by the clock, as the block lies.',
  seenClockInput,
  seenClock,
)
