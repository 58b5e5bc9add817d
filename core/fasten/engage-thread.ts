import { z } from 'zod'
import { defineCalculation } from '../define'
import { forceN, lengthFromZeroMm, share, SLACK_MM, stressMPa, thicknessMm } from '../schema'
import { thread, threadDiameters } from './thread'

export const engageThreadInput = z.strictObject({
  thread,
  holeDepthMm: thicknessMm,
  leadInMm: lengthFromZeroMm,
  rodThreadMm: thicknessMm,
  forceN,
  useFraction: share.gt(0, 'must be more than zero'),
  holeShearMPa: stressMPa,
  rodShearMPa: stressMPa,
  backOffTurns: z.number('must be turns').min(0, 'cannot be below zero').max(1000, 'is no such number of turns'),
})

export interface EngagedThread {
  neededMm: number
  availableMm: number
  turnsIn: number
  enough: boolean
  allowedN: number
  weaker: 'hole' | 'rod'
}

/** Shares of the pitch that are left to shear off, in the hole and on the rod. Source: FED-STD-H28/2. */
const HOLE_SHARE = 0.875
const ROD_SHARE = 0.75

/**
 * How deep a thread must sit to pull so hard, how deep it can, and which of the two strips first.
 *
 * @param input thread mm; full thread of the hole (one pitch already off for the rod's point), its
 *   lead-in, thread on the rod mm; force N; the share of the strength that may be used; shear strengths
 *   MPa; turns the rod is backed off from the bottom
 * Source: basic profile of ISO 68-1, shear areas as in FED-STD-H28/2.
 */
export function engageThread(input: z.infer<typeof engageThreadInput>): EngagedThread {
  const { majorMm, pitchMm } = input.thread
  const hole = HOLE_SHARE * Math.PI * majorMm * input.holeShearMPa
  const rod = ROD_SHARE * Math.PI * threadDiameters(input.thread).minorMm * input.rodShearMPa
  const perMm = input.useFraction * Math.min(hole, rod)
  const neededMm = input.forceN / perMm
  const inHoleMm = input.holeDepthMm - input.leadInMm - input.backOffTurns * pitchMm
  const availableMm = Math.max(0, Math.min(input.rodThreadMm, inHoleMm))
  return {
    neededMm,
    availableMm,
    turnsIn: availableMm / pitchMm,
    enough: availableMm >= neededMm - SLACK_MM,
    allowedN: perMm * availableMm,
    weaker: rod < hole ? 'rod' : 'hole',
  }
}

export const engageThreadCalculation = defineCalculation(
  'engage-thread',
  'How deep a thread must sit to bear a pull, and which side strips first.',
  engageThreadInput,
  engageThread,
)
