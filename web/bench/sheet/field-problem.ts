import type { z } from 'zod'

/** What is wrong with a field of a sheet, before it is told in words and in the unit of its box. */
export type FieldProblem =
  | { is: 'missing' }
  | { is: 'least' | 'most' | 'above' | 'below'; bound: number }
  /** What the schema itself says. */
  | { is: 'said'; message: string }

const isNothing = (input: unknown): boolean => input === undefined || input === null || input === ''

function problemOf(issue: z.core.$ZodIssue): FieldProblem {
  if (isNothing(issue.input)) return { is: 'missing' }
  const { code } = issue
  if (code === 'too_small' && typeof issue.input === 'number')
    return { is: issue.inclusive === false ? 'above' : 'least', bound: Number(issue.minimum) }
  if (code === 'too_big' && typeof issue.input === 'number')
    return { is: issue.inclusive === false ? 'below' : 'most', bound: Number(issue.maximum) }
  return { is: 'said', message: issue.message }
}

/**
 * The problems of a section that was typed, by the paths of their fields; of a field the first.
 *
 * @param error of a parse that reports its input
 */
export function problemsOf(error: z.ZodError): Map<string, FieldProblem> {
  const found = new Map<string, FieldProblem>()
  for (const issue of error.issues) {
    const path = issue.path.map(String).join('.')
    if (!found.has(path)) found.set(path, problemOf(issue))
  }
  return found
}
