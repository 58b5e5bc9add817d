import { z } from 'zod'
import { lengthFromZeroMm, stressMPa, thicknessMm } from '../schema'

export const poisson = z
  .number("must be Poisson's number")
  .min(0, 'cannot be below zero')
  .max(0.5, 'cannot be above 0.5')
export const expansionPerC = z
  .number('must be an expansion per °C')
  .gt(0, 'must be more than zero')
  .max(1e-3, 'is more than any metal grows')

/** A ring outside, and one inside that may be solid (0). */
export const hubShape = { outerMm: thicknessMm, modulusMPa: stressMPa, poisson }
export const shaftShape = { innerMm: lengthFromZeroMm, modulusMPa: stressMPa, poisson }

interface Rings {
  interfaceMm: number
  hub: { outerMm: number }
  shaft: { innerMm: number }
}
/** Adds what keeps two rings from being rings. */
export function refuseNoRings(
  { interfaceMm, hub, shaft }: Rings,
  context: { addIssue(issue: { code: 'custom'; message: string; path: string[] }): void },
): void {
  if (hub.outerMm <= interfaceMm)
    context.addIssue({ code: 'custom', path: ['hub', 'outerMm'], message: 'must be larger than where the two meet' })
  if (shaft.innerMm >= interfaceMm)
    context.addIssue({ code: 'custom', path: ['shaft', 'innerMm'], message: 'must be smaller than where the two meet' })
}
