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

/** Whether every figure of an answer is one. */
function isFinite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value)
  if (value === null || typeof value !== 'object') return true
  return Object.values(value).every(isFinite)
}

/** The answer, if every figure of it is one: figures far from any sense may each be allowed, and still end nowhere. */
function finite(name: string, answer: unknown): unknown {
  if (answer instanceof Promise) return answer.then((a) => finite(name, a))
  if (isFinite(answer)) return answer
  throw new CalcError('bad-input', {
    says: 'bad-calc-input',
    figures: { name, where: 'the input', what: 'has figures that lead to none' },
    issues: [{ path: '', message: 'has figures that lead to none' }],
  })
}

/**
 * Makes a calculation out of a schema and a function. The input is checked
 * whole before anything is computed.
 *
 * @throws CalcError `bad-input` with one issue for each thing that is wrong.
 */
/* @__NO_SIDE_EFFECTS__ */
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
      return finite(name, compute(parsed.data))
    },
  }
}
