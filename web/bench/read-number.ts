const NUMBER = /^[+\-−]?(\d+([.,]\d*)?|[.,]\d+)$/

/** A plain figure as it was typed, with a comma or a point; null where it is none, or none alone. */
export function readNumber(text: string): number | null {
  const trimmed = text.trim()
  return NUMBER.test(trimmed) ? Number(trimmed.replace('−', '-').replace(',', '.')) : null
}

/** Typed figures come back as they were typed: no bit beside them. */
const DIGITS = 1e9
const clean = (value: number) => Math.round(value * DIGITS) / DIGITS

/** A share of 1 from percent as they were typed. */
export const shareOfPercent = (percent: number): number => clean(percent / 100)
/** A share of 1 in percent, as it is typed. */
export const percentOfShare = (share: number): number => clean(share * 100)
/** A figure as it is written into its box. */
export const writeNumber = (value: number): string => String(clean(value))
