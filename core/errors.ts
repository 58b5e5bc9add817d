/** One thing that is wrong with the input: where, and what to do about it. */
export interface InputIssue {
  path: string
  message: string
}

/** Every code a calculation can answer with instead of figures. */
export const calcErrorCodes = [
  'bad-input',
  'too-few-stations',
  'different-stations',
  'no-room',
  'unbalanced',
  'no-repeats',
  'too-few-liners',
  'no-tool',
  'unknown-calculation',
] as const
export type CalcErrorCode = (typeof calcErrorCodes)[number]

/** The error object that `calc` prints and the API answers. */
export interface CalcErrorBody {
  error: { code: CalcErrorCode; message: string; issues: InputIssue[] }
}

/**
 * A calculation that cannot answer. The message is written for a technician.
 * Computation throws nothing else on purpose.
 */
export class CalcError extends Error {
  readonly code: CalcErrorCode
  readonly issues: InputIssue[]

  constructor(code: CalcErrorCode, message: string, issues: InputIssue[] = []) {
    super(message)
    this.name = 'CalcError'
    this.code = code
    this.issues = issues
  }

  toBody(): CalcErrorBody {
    return { error: { code: this.code, message: this.message, issues: this.issues } }
  }
}
