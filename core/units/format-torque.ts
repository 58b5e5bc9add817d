import { ticks } from 'd3-array'
import { fromMm, NEWTON_PER_LBF, type LengthUnit } from './convert'
import { nmPerUnit, type TorqueUnit } from './torque-units'

/** The unit of a force. */
export const forceUnit: Record<LengthUnit, 'kn' | 'lbf'> = { mm: 'kn', thou: 'lbf' }

/** No wrench and no press screw takes more, N·m. */
export const LARGEST_TORQUE_NM = 20_000

const FLOAT = 1e-9

/**
 * A torque in the wrench's unit, without it: whole from a hundred on, a tenth below.
 *
 * @param down a torque at which to stop: whole, and never more than the true one
 */
export function formatTorque(valueNm: number, unit: TorqueUnit, locale: string, down = false): string {
  const shown = valueNm / nmPerUnit[unit]
  const digits = down || shown >= 100 ? 0 : 1
  return new Intl.NumberFormat(locale, { useGrouping: false, maximumFractionDigits: digits }).format(
    down ? Math.floor(shown + FLOAT) : shown,
  )
}

/**
 * A force without its unit: a tenth of a kN or ten lbf.
 *
 * @param down what something bears, which is never shown more than it is
 */
export function formatForce(valueN: number, unit: LengthUnit, locale: string, down = false): string {
  const [step, digits] = unit === 'mm' ? [100, 1] : [10 * NEWTON_PER_LBF, 0]
  const steps = down ? Math.floor(valueN / step + FLOAT) : Math.round(valueN / step)
  return new Intl.NumberFormat(locale, { minimumFractionDigits: digits, maximumFractionDigits: digits }).format(
    unit === 'mm' ? steps / 10 : steps * 10,
  )
}

/** What an axis of force or of length is numbered in: kN or lbf, mm or inches. */
export const axis = {
  force: { mm: (n: number) => n / 1000, thou: (n: number) => n / NEWTON_PER_LBF },
  length: { mm: (mm: number) => mm, thou: (mm: number) => fromMm(mm, 'in') },
} as const

/**
 * Ticks of an axis from zero that are round in the unit they are read in.
 *
 * @param to the axis's end and `at` each tick's place, both in the axis's own unit (N or mm)
 * @param shown from that unit to the one that is read, a plain factor
 * @param count about how many
 */
export function roundTicks(
  to: number,
  shown: (value: number) => number,
  count: number,
): { at: number; label: number }[] {
  return ticks(0, shown(to), count).map((label) => ({ at: label / shown(1), label }))
}

/** Reads a torque as it is typed in the wrench's unit; null where it is none, or more than any wrench takes. */
export function parseTorque(text: string, unit: TorqueUnit): number | null {
  const trimmed = text.trim().replace(',', '.')
  if (!/^(\d+(\.\d*)?|\.\d+)$/.test(trimmed)) return null
  const valueNm = Number(trimmed) * nmPerUnit[unit]
  return valueNm <= LARGEST_TORQUE_NM ? valueNm : null
}
