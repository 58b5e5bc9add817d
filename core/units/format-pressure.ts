import type { LengthUnit } from './convert'

/** The gauge's unit: who reads thou reads psi, and °F beside it. */
export const pressureUnit: Record<LengthUnit, 'bar' | 'psi'> = { mm: 'bar', thou: 'psi' }
export const temperatureUnit: Record<LengthUnit, 'c' | 'f'> = { mm: 'c', thou: 'f' }

/** 1 psi in kPa (NIST SP 811, appendix B); 1 bar is 100 kPa. */
export const KPA_PER_PSI = 6.894757293
const kPaPer: Record<LengthUnit, number> = { mm: 100, thou: KPA_PER_PSI }
/** A thousandth of a bar and a hundredth of a psi: what a leak takes hours to show. */
const digits: Record<LengthUnit, number> = { mm: 3, thou: 2 }

/** A pressure in kPa, in the gauge's unit. */
export const fromKPa = (kPa: number, unit: LengthUnit): number => kPa / kPaPer[unit]
/** A pressure in the gauge's unit, in kPa. */
export const toKPa = (value: number, unit: LengthUnit): number => value * kPaPer[unit]
/** A temperature in °C, in the unit beside it. */
export const fromCelsius = (c: number, unit: LengthUnit): number => (unit === 'mm' ? c : c * 1.8 + 32)
/** A temperature in the unit beside it, in °C. */
export const toCelsius = (value: number, unit: LengthUnit): number => (unit === 'mm' ? value : (value - 32) / 1.8)

/** A pressure in the gauge's unit, without it. */
export function formatPressure(kPa: number, unit: LengthUnit, locale: string): string {
  return new Intl.NumberFormat(locale, { useGrouping: false, maximumFractionDigits: digits[unit] }).format(
    fromKPa(kPa, unit),
  )
}

/** A temperature without its unit, to a tenth. */
export function formatTemperature(c: number, unit: LengthUnit, locale: string): string {
  return new Intl.NumberFormat(locale, { useGrouping: false, maximumFractionDigits: 1 }).format(fromCelsius(c, unit))
}
