import { nmPerUnit, type TorqueUnit } from '../units/torque-units'

/** How wrenches write their units. */
const spellings: Readonly<Record<string, TorqueUnit>> = {
  nm: 'Nm',
  'n.m': 'Nm',
  'n-m': 'Nm',
  'n·m': 'Nm',
  ftlb: 'lbf-ft',
  lbft: 'lbf-ft',
  'ft-lb': 'lbf-ft',
  'ft.lb': 'lbf-ft',
  'lbf-ft': 'lbf-ft',
  'lbf.ft': 'lbf-ft',
  'lb-ft': 'lbf-ft',
  inlb: 'lbf-in',
  lbin: 'lbf-in',
  'in-lb': 'lbf-in',
  'in.lb': 'lbf-in',
  'lbf-in': 'lbf-in',
  'lbf.in': 'lbf-in',
  'lb-in': 'lbf-in',
  kgm: 'kgf-m',
  kgfm: 'kgf-m',
  'kgf-m': 'kgf-m',
  'kgf.m': 'kgf-m',
}

/** One line of a wrench as it was meant. */
export interface WrenchReading {
  shown: number
  unit: TorqueUnit
  torqueNm: number
  angleDeg: number | null
}
export type WrenchLine =
  ({ ok: true } & WrenchReading) | { ok: false; problem: 'empty' | 'no-number' | 'no-unit' | 'too-large' }

const LARGEST_NM = 1e5
const FIGURE = /^[+-]?\d+(?:[.,]\d+)?$/
const numberIn = (text: string) => (FIGURE.test(text) ? Number(text.replace(',', '.')) : NaN)

/**
 * A line that a torque wrench sends: value, unit, and the angle where it measures one, apart by
 * semicolons, tabs or blanks (`62.0;Nm;41.5`), or by commas where its figures use points.
 *
 * @returns the value as shown and in N·m, the angle in degrees or null; or what is wrong with the line
 */
export function parseWrenchLine(line: string): WrenchLine {
  const text = line.trim()
  if (text === '') return { ok: false, problem: 'empty' }
  const apart = /[;\t ]/.test(text) ? text.split(/[;\t ]+/) : text.split(',')
  const [value = '', unitText = '', angleText] = apart.map((p) => p.trim())
  const shown = numberIn(value)
  if (!Number.isFinite(shown)) return { ok: false, problem: 'no-number' }
  const unit = spellings[unitText.toLowerCase()]
  if (!unit) return { ok: false, problem: 'no-unit' }
  const torque = Math.abs(shown) * nmPerUnit[unit]
  if (torque > LARGEST_NM) return { ok: false, problem: 'too-large' }
  const angle = angleText === undefined || angleText === '' ? null : numberIn(angleText.replace(/°|deg/i, ''))
  if (angle !== null && !Number.isFinite(angle)) return { ok: false, problem: 'no-number' }
  return { ok: true, shown: Math.abs(shown), unit, torqueNm: torque, angleDeg: angle }
}
