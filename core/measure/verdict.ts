import { SLACK_MM } from '../schema'

/** `unsure`: the limit lies within the uncertainty of the value. */
export type Verdict = 'in' | 'unsure' | 'out'

/**
 * Judges a value against an upper limit.
 *
 * @param uncertaintyMm expanded uncertainty (k = 2) of the value; 0 is the plain rule
 * Source: ISO 14253-1 (guarded acceptance and rejection).
 */
export function judgeUpper(valueMm: number, limitMm: number, uncertaintyMm: number): Verdict {
  if (valueMm <= limitMm - uncertaintyMm + SLACK_MM) return 'in'
  return valueMm > limitMm + uncertaintyMm + SLACK_MM ? 'out' : 'unsure'
}

/** Judges a value against a lower limit: the mirror of {@link judgeUpper}. */
export function judgeLower(valueMm: number, limitMm: number, uncertaintyMm: number): Verdict {
  return judgeUpper(-valueMm, -limitMm, uncertaintyMm)
}

/** The worst of several verdicts; `in` for none. */
export function worstVerdict(verdicts: readonly Verdict[]): Verdict {
  if (verdicts.includes('out')) return 'out'
  return verdicts.includes('unsure') ? 'unsure' : 'in'
}
