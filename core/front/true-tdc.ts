import { z } from 'zod'
import { defineCalculation } from '../define'
import { angleDeg, SLACK } from '../schema'

const TURN = 360
const turned = (deg: number): number => {
  const within = ((deg % TURN) + TURN) % TURN
  return within > TURN - SLACK ? 0 : within
}
/** From one angle to another the short way, degrees: above −180, at most 180. */
function between(fromDeg: number, toDeg: number): number {
  const off = turned(toDeg - fromDeg)
  return off > TURN / 2 + SLACK ? off - TURN : off
}

export const trueTdcInput = z
  .strictObject({ stopForwardDeg: angleDeg, stopBackwardDeg: angleDeg, markDeg: angleDeg })
  .refine((t) => Math.abs(between(t.stopForwardDeg, t.stopBackwardDeg)) > SLACK, {
    message: 'is the same as the other one',
    path: ['stopBackwardDeg'],
  })

export interface TrueTdc {
  tdcDeg: number
  pointerErrorDeg: number
  stopSpreadDeg: number
  doubtful: boolean
}

/** A pointer farther off than this was read at the wrong side, or is another cylinder's. */
const DOUBT_DEG = 60

/**
 * Where the top of a piston really is: half way between two stops turned up to from both sides.
 *
 * @param input both stops and what the pointer says, degrees; the order of the stops does not matter
 * @returns the top, by how much the pointer lies, the shorter way between the stops, and whether the
 *   pointer is so far off that something else is wrong
 */
export function trueTdc({ stopForwardDeg, stopBackwardDeg, markDeg }: z.infer<typeof trueTdcInput>): TrueTdc {
  const spread = between(stopForwardDeg, stopBackwardDeg)
  const one = turned(stopForwardDeg + spread / 2)
  const middles = [one, turned(one + TURN / 2)].sort((a, b) => a - b)
  const off = (deg: number) => Math.abs(between(deg, markDeg))
  const tdcDeg = off(middles[1]!) < off(middles[0]!) - SLACK ? middles[1]! : middles[0]!
  const pointerErrorDeg = between(tdcDeg, markDeg)
  return {
    tdcDeg,
    pointerErrorDeg,
    stopSpreadDeg: Math.abs(spread),
    doubtful: Math.abs(pointerErrorDeg) > DOUBT_DEG + SLACK,
  }
}

export const trueTdcCalculation = defineCalculation(
  'true-tdc',
  'Where the top of a piston really is, and by how much the pointer lies.',
  trueTdcInput,
  trueTdc,
)
