import { NM_PER_LBF_FT, type LengthUnit } from './convert'

/** Units a torque wrench may be set to. */
export const torqueUnits = ['Nm', 'lbf-ft', 'lbf-in', 'kgf-m'] as const
export type TorqueUnit = (typeof torqueUnits)[number]

const INCHES_PER_FOOT = 12
const KGF_N = 9.80665
/** N·m in each unit. */
export const nmPerUnit: Readonly<Record<TorqueUnit, number>> = {
  Nm: 1,
  'lbf-ft': NM_PER_LBF_FT,
  'lbf-in': NM_PER_LBF_FT / INCHES_PER_FOOT,
  'kgf-m': KGF_N,
}

/** The wrench's unit where nobody says otherwise: who reads thou turns in lb·ft. */
export const usualTorqueUnit: Readonly<Record<LengthUnit, TorqueUnit>> = { mm: 'Nm', thou: 'lbf-ft' }
