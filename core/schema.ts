import { z } from 'zod'

/** Slack of every comparison with a limit, mm: floating point only, no tolerance of the trade. */
export const SLACK_MM = 1e-9

const LONGEST_MM = 100_000

/** A length in mm, either sign. */
export const lengthMm = z
  .number('must be a number in mm')
  .min(-LONGEST_MM, 'is too far below zero to be a length on an engine')
  .max(LONGEST_MM, 'is too large to be a length on an engine')

/** A length in mm that cannot be negative. */
export const lengthFromZeroMm = lengthMm.min(0, 'cannot be below zero')

/** A length in mm that must be there: a bore, a shim, a leaf. */
export const thicknessMm = lengthMm.gt(0, 'must be more than zero')

/** An angle in degrees, clockwise from above, 0 toward the front; any number of turns. */
export const angleDeg = z.number('must be an angle in degrees').min(-1e6, 'is no angle').max(1e6, 'is no angle')

/** The number of a cylinder. */
export const cylinderNumber = z
  .number('must be a cylinder number')
  .int('must be a whole number')
  .min(1, 'cylinders count from 1')
  .max(99, 'no engine here has so many cylinders')

/** Slack of every comparison of angles, shares, forces and the like: floating point only. */
export const SLACK = 1e-9

/** A force in N that must be there. */
export const forceN = z
  .number('must be a force in N')
  .gt(0, 'must be more than zero')
  .max(1e9, 'is more than anything bears')
/** A torque in N·m that must be there. */
export const torqueNm = z
  .number('must be a torque in N·m')
  .gt(0, 'must be more than zero')
  .max(1e6, 'is more than any wrench gives')
/** A stress or modulus in MPa that must be there. */
export const stressMPa = z
  .number('must be a stress in MPa')
  .gt(0, 'must be more than zero')
  .max(1e6, 'is more than any metal bears')
/** A friction value. */
export const friction = z
  .number('must be a friction value')
  .min(0, 'cannot be below zero')
  .max(2, 'is too much friction')
/** A share of a whole. */
export const share = z.number('must be a share of 1').min(0, 'cannot be below zero').max(1, 'cannot be above 1')
/** A time that must be there, in any unit. */
export const duration = z.number('must be a time').gt(0, 'must be more than zero').max(1e9, 'is longer than any work')
/** A temperature in °C. */
export const temperatureC = z
  .number('must be a temperature in °C')
  .gt(-273.15, 'is colder than anything is')
  .max(5000, 'is hotter than any part')
/** What a test, bolt, cause or part is told by. */
export const mark = z.string('must be a mark').trim().min(1, 'must be a mark').max(60, 'is too long for a mark')

/** A window of two limits, the lower one never above the upper one. */
export const windowMm = z
  .strictObject({ minMm: lengthMm, maxMm: lengthMm })
  .refine((w) => w.minMm <= w.maxMm, { message: 'must not be above the maximum', path: ['minMm'] })

export const reading = z.strictObject({ angleDeg, valueMm: lengthMm })
/** One reading at one station: degrees clockwise from the front, mm. */
export type Reading = z.infer<typeof reading>

export const readingList = z.array(reading).min(1, 'needs at least one reading').max(1000, 'has too many readings')

/** Adds an issue for every value that stands twice in a list. */
export function refuseTwice<T>(
  values: readonly T[],
  context: { addIssue(issue: { code: 'custom'; message: string; path: (string | number)[] }): void },
  path: (index: number) => (string | number)[],
  message: (value: T) => string,
): void {
  const seen = new Set<T>()
  values.forEach((value, index) => {
    if (seen.has(value)) context.addIssue({ code: 'custom', message: message(value), path: path(index) })
    seen.add(value)
  })
}

const head = z.array(cylinderNumber).min(1, 'a head covers at least one cylinder').max(99)
const noneTwice = (heads: number[][], context: Parameters<typeof refuseTwice>[1]) =>
  refuseTwice(
    heads.flat(),
    context,
    () => [],
    (cylinder) => `cylinder ${cylinder} stands under two heads or twice under one`,
  )

/** The heads of an engine: cylinders in deck order, no cylinder twice. */
export const headList = z.array(head).min(1, 'needs at least one head').max(99).superRefine(noneTwice)

/** The same, of a unit that may have none. */
export const headsOrNone = z.array(head).max(99).superRefine(noneTwice)
