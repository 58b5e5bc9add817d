import { fromMm, type LengthUnit } from './convert'

/** A length as a rule shows it, in the rule's unit: whole mm (a tenth where there is one), or hundredths of an inch. */
export function formatRough(valueMm: number, unit: LengthUnit, locale: string): string {
  const inches = unit === 'thou'
  const shown = inches ? fromMm(valueMm, 'in') : valueMm
  const digits = inches ? 2 : 1
  return new Intl.NumberFormat(locale, {
    useGrouping: false,
    minimumFractionDigits: inches ? 2 : 0,
    maximumFractionDigits: digits,
  }).format(shown)
}

/** The unit that {@link formatRough} writes in. */
export const roughUnit: Record<LengthUnit, 'mm' | 'inch'> = { mm: 'mm', thou: 'inch' }

/** A tool's or casting's length as it is typed and read back: in the rule's unit, with every digit that was meant and none behind it. */
export function formatTyped(valueMm: number, unit: LengthUnit, locale: string): string {
  const inches = unit === 'thou'
  return new Intl.NumberFormat(locale, { useGrouping: false, maximumFractionDigits: inches ? 4 : 3 }).format(
    inches ? fromMm(valueMm, 'in') : valueMm,
  )
}
