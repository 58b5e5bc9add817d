import { z } from 'zod'
import { defineCalculation } from '../define'
import { mark, refuseTwice, SLACK_MM, thicknessMm, windowMm } from '../schema'
import { assign } from './assignment'

const position = z
  .number('must be a number of a place')
  .int('must be a whole number')
  .min(1, 'places count from 1')
  .max(999)

export const assignBushingsInput = z
  .strictObject({
    housings: z
      .array(z.strictObject({ position, boreMm: thicknessMm }))
      .min(1, 'needs at least one housing')
      .max(100),
    bushings: z.array(z.strictObject({ id: mark, code: mark, outerMm: thicknessMm })).max(300),
    codes: z.array(z.strictObject({ code: mark, positions: z.array(position).max(100) })).max(300),
    interference: windowMm,
  })
  .superRefine(({ housings, bushings, codes }, context) => {
    const twice = (values: (string | number)[], at: string, key: string) =>
      refuseTwice(
        values,
        context,
        (i) => [at, i, key],
        (v) => `${v} stands twice`,
      )
    twice(
      housings.map((h) => h.position),
      'housings',
      'position',
    )
    twice(
      bushings.map((b) => b.id),
      'bushings',
      'id',
    )
    twice(
      codes.map((c) => c.code),
      'codes',
      'code',
    )
  })

export type BushingProblem = 'too-loose' | 'too-tight' | 'none-left' | 'wrong-code'
export interface AssignedBushings {
  assignment: { position: number; bushingId: string | null; interferenceMm: number | null }[]
  objective: { placed: number; deviationMm: number }
  leftOver: string[]
  problems: { position: number | null; bushingId: string | null; code: BushingProblem }[]
}

/**
 * Which bushing goes into which housing: as many as possible where their code is allowed and their
 * interference inside, and of those ways the one nearest the middle of the window.
 *
 * @param input bores and outside diameters mm, the places each code may go to, the window on the diameter
 * @returns the assignment in the order of the housings, what is left over, and why each empty housing stays so
 * Source: exact assignment of least cost (Kuhn and Munkres).
 */
export function assignBushings(input: z.infer<typeof assignBushingsInput>): AssignedBushings {
  const { housings, bushings, codes, interference } = input
  const middleMm = (interference.minMm + interference.maxMm) / 2
  const allowed = (code: string, at: number) => codes.some((c) => c.code === code && c.positions.includes(at))
  const cost = housings.map(({ position: at, boreMm }) =>
    bushings.map(({ code, outerMm }) => {
      const interferenceMm = outerMm - boreMm
      const inside = interferenceMm >= interference.minMm - SLACK_MM && interferenceMm <= interference.maxMm + SLACK_MM
      return allowed(code, at) && inside ? Math.abs(interferenceMm - middleMm) : null
    }),
  )
  const chosen = assign(cost)
  const assignment = housings.map(({ position: at, boreMm }, i) => {
    const bushing = chosen[i] === null ? null : bushings[chosen[i]!]!
    return {
      position: at,
      bushingId: bushing?.id ?? null,
      interferenceMm: bushing ? bushing.outerMm - boreMm : null,
    }
  })
  const leftOver = bushings.filter((_, i) => !chosen.includes(i))
  const problems: AssignedBushings['problems'] = []
  for (const [i, { position: at, boreMm }] of housings.entries()) {
    if (chosen[i] !== null) continue
    const could = leftOver.filter((b) => allowed(b.code, at))
    for (const b of could)
      problems.push({
        position: at,
        bushingId: b.id,
        code: b.outerMm - boreMm < interference.minMm ? 'too-loose' : 'too-tight',
      })
    if (could.length === 0) problems.push({ position: at, bushingId: null, code: 'none-left' })
  }
  for (const b of leftOver)
    if (!housings.some((h) => allowed(b.code, h.position)))
      problems.push({ position: null, bushingId: b.id, code: 'wrong-code' })
  const placed = assignment.filter((a) => a.interferenceMm !== null)
  return {
    assignment,
    objective: {
      placed: placed.length,
      deviationMm: placed.reduce((sum, a) => sum + Math.abs(a.interferenceMm! - middleMm), 0),
    },
    leftOver: leftOver.map((b) => b.id),
    problems,
  }
}

export const assignBushingsCalculation = defineCalculation(
  'assign-bushings',
  'Which bushing goes into which housing, by code and by interference.',
  assignBushingsInput,
  assignBushings,
)
