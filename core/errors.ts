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
  'contradiction',
  'never-clear',
  'no-room-to-stop',
  'does-not-enter',
  'unknown-calculation',
] as const
export type CalcErrorCode = (typeof calcErrorCodes)[number]

/** What a calculation's refusal carries for its sentence; the words files have the sentence itself. */
export interface Told {
  /** The sentence, where the code has more than one. */
  says?: string
  figures?: Readonly<Record<string, string | number>>
  issues?: readonly InputIssue[]
}

/**
 * A calculation that cannot answer: a code, and the figures of its sentence.
 * Computation throws nothing else on purpose.
 */
export class CalcError extends Error {
  readonly said: string
  readonly figures: Readonly<Record<string, string | number>>
  readonly issues: readonly InputIssue[]

  constructor(
    readonly code: CalcErrorCode,
    { says = code, figures = {}, issues = [] }: Told = {},
  ) {
    super(says)
    this.name = 'CalcError'
    this.said = says
    this.figures = figures
    this.issues = issues
  }
}

/** What a calculation comes to; null where what is known so far does not carry it. */
export function orNull<T>(reckon: () => T): T | null {
  try {
    return reckon()
  } catch (error) {
    if (error instanceof CalcError) return null
    throw error
  }
}
