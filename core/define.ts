import type { z } from 'zod'
import { CalcError, type InputIssue } from './errors'

/** A named calculation: a pure function of one JSON object. */
export interface Calculation {
  name: string
  summary: string
  input: z.ZodType
  /** The answer, or a promise of it. */
  run(input: unknown): unknown
}

/** Zod's issues, told to a technician: where it is and what is wrong with it. */
export function tellIssues(error: z.ZodError): InputIssue[] {
  return error.issues.map((issue) => {
    const path = issue.path.map(String).join('.')
    if (issue.code === 'unrecognized_keys')
      return { path, message: `has fields nobody asked for: ${issue.keys.join(', ')}` }
    if (issue.code === 'invalid_type' && issue.input === undefined) return { path, message: 'is missing' }
    return { path, message: issue.message }
  })
}

/**
 * Makes a calculation out of a schema and a function. The input is checked
 * whole before anything is computed.
 *
 * @throws CalcError `bad-input` with one issue for each thing that is wrong.
 */
export function defineCalculation<S extends z.ZodType>(
  name: string,
  summary: string,
  input: S,
  compute: (input: z.infer<S>) => unknown,
): Calculation {
  return {
    name,
    summary,
    input,
    run(raw) {
      const parsed = input.safeParse(raw, { reportInput: true })
      if (!parsed.success) {
        const issues = tellIssues(parsed.error)
        const first = issues[0]
        throw new CalcError('bad-input', {
          says: 'bad-calc-input',
          figures: { name, where: first?.path || 'the input', what: first?.message ?? '' },
          issues,
        })
      }
      return compute(parsed.data)
    },
  }
}
