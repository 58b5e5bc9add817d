/** Exact by definition: 1 in = 25.4 mm (international yard, 1959). */
export const MM_PER_INCH = 25.4
export const MM_PER_THOU = MM_PER_INCH / 1000
/** 1 lbf·ft in N·m and 1 lbf in N (NIST SP 811, appendix B). */
export const NM_PER_LBF_FT = 1.3558179483
export const NEWTON_PER_LBF = 4.4482216153

export type LengthUnit = 'mm' | 'thou'
export type GaugeUnit = LengthUnit | 'in' | 'um'

const mmPer: Record<GaugeUnit, number> = { mm: 1, thou: MM_PER_THOU, in: MM_PER_INCH, um: 0.001 }

/** A length in the given unit, in mm. */
export function toMm(value: number, unit: GaugeUnit): number {
  // Inches are multiplied before they are divided, so that 4.5 thou is 0.1143 and not a bit beside it.
  return unit === 'thou' ? (value * MM_PER_INCH) / 1000 : value * mmPer[unit]
}

/** A length in mm, in the given unit. */
export function fromMm(valueMm: number, unit: GaugeUnit): number {
  return unit === 'thou' ? (valueMm * 1000) / MM_PER_INCH : valueMm / mmPer[unit]
}

/** Torque in lbf·ft. */
export function toLbfFt(torqueNm: number): number {
  return torqueNm / NM_PER_LBF_FT
}
