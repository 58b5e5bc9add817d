import { SLACK_MM } from '../schema'
import { fromMm, toMm, type LengthUnit } from './convert'

/** Digits behind the point that a shop reads: 0.001 mm, 0.01 thou. */
export const usualDigits: Record<LengthUnit, number> = { mm: 3, thou: 2 }

const MOST_DIGITS = 9

export interface LengthFormat {
  unit: LengthUnit
  /** BCP 47 tag; decides the decimal sign. */
  locale: string
  /** Digits behind the point; the unit's usual ones where left out. */
  digits?: number
  /** Show a plus sign. */
  signed?: boolean
  /** Limits (mm) against which this value is judged: rounding may not carry it across one. */
  limitsMm?: readonly number[]
}

/** On which side of a limit a value lies: −1, 0 (on it) or 1. */
function side(valueMm: number, limitMm: number): number {
  return Math.abs(valueMm - limitMm) <= SLACK_MM ? 0 : Math.sign(valueMm - limitMm)
}

/**
 * Digits needed so that the rounded figure lies on the same side of every limit as the true one.
 */
export function digitsThatKeepVerdict(
  valueMm: number,
  unit: LengthUnit,
  limitsMm: readonly number[],
  from: number,
): number {
  for (let digits = from; digits < MOST_DIGITS; digits++) {
    const shownMm = toMm(Number(fromMm(valueMm, unit).toFixed(digits)), unit)
    if (limitsMm.every((limit) => side(valueMm, limit) === side(shownMm, limit))) return digits
  }
  return MOST_DIGITS
}

/**
 * A length as a person reads it, without its unit: rounded, but never across a limit.
 */
export function formatLength(valueMm: number, format: LengthFormat): string {
  const digits = digitsThatKeepVerdict(
    valueMm,
    format.unit,
    format.limitsMm ?? [],
    format.digits ?? usualDigits[format.unit],
  )
  const shown = Number(fromMm(valueMm, format.unit).toFixed(digits))
  return numberFormat(format.locale, digits, format.signed ?? false)
    .format(shown === 0 ? 0 : shown)
    .replace('-', '−')
}

const formats = new Map<string, Intl.NumberFormat>()

function numberFormat(locale: string, digits: number, signed: boolean): Intl.NumberFormat {
  const key = `${locale} ${digits} ${signed}`
  let format = formats.get(key)
  if (!format) {
    format = new Intl.NumberFormat(locale, {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      signDisplay: signed ? 'exceptZero' : 'auto',
      useGrouping: false,
    })
    formats.set(key, format)
  }
  return format
}
