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

/** Judges a value against a window: the worse of its two limits. */
export const judgeWithin = (
  valueMm: number,
  { minMm, maxMm }: { minMm: number; maxMm: number },
  uncertaintyMm: number,
): Verdict => worstVerdict([judgeLower(valueMm, minMm, uncertaintyMm), judgeUpper(valueMm, maxMm, uncertaintyMm)])

/** How well the difference of two measured figures is known, by what is known of each. */
export const ofBoth = (a: { uncertaintyMm: number } | null, b: { uncertaintyMm: number } | null): number =>
  Math.hypot(a?.uncertaintyMm ?? 0, b?.uncertaintyMm ?? 0)

/** The worst of several verdicts; `in` for none. */
export function worstVerdict(verdicts: readonly Verdict[]): Verdict {
  if (verdicts.includes('out')) return 'out'
  return verdicts.includes('unsure') ? 'unsure' : 'in'
}
