import type { Quantity } from '#core/figure-types'
import { formatLength } from '#core/units/format-length'
import { formatRough, roughUnit } from '#core/units/format-rough'
import {
  formatPressure,
  formatTemperature,
  pressureUnit,
  temperatureUnit,
  toCelsius,
  toKPa,
} from '#core/units/format-pressure'
import { formatTorque, parseTorque } from '#core/units/format-torque'
import type { TorqueUnit } from '#core/units/torque-units'
import { readNumber } from '../read-number'
import type { LengthUnit } from '#core/units/convert'
import { LARGEST_ROUGH_MM, parseLength } from '#core/units/parse-length'

export type FigureProblem = 'empty' | 'no-number' | 'several' | 'too-large'
export type ReadFigure = { ok: true; value: number } | { ok: false; problem: FigureProblem }

function plainNumber(text: string): ReadFigure {
  const words = text.trim().split(/\s+/).filter(Boolean)
  if (words.length === 0) return { ok: false, problem: 'empty' }
  if (words.length > 1) return { ok: false, problem: 'several' }
  const value = readNumber(words[0]!)
  return value === null ? { ok: false, problem: 'no-number' } : { ok: true, value }
}
const through = (read: ReadFigure, change: (value: number) => number): ReadFigure =>
  read.ok ? { ok: true, value: Number(change(read.value).toPrecision(12)) } : read

/** The units of a device: of lengths, which the others go by, and of its wrench. */
export interface Units {
  unit: LengthUnit
  torqueUnit: TorqueUnit
}

/** Reads a figure as it was typed, in this device's unit of its quantity. @returns it as it is kept: mm, °C, kPa, N·m, degrees */
export function readFigure(text: string, quantity: Quantity, { unit, torqueUnit }: Units): ReadFigure {
  if (quantity === 'length' || quantity === 'rough') {
    const rough = quantity === 'rough' && unit === 'thou'
    const read = parseLength(text, rough ? 'in' : unit, LARGEST_ROUGH_MM)
    return read.ok ? { ok: true, value: read.valueMm } : { ok: false, problem: read.problem }
  }
  if (quantity === 'torque') {
    const value = parseTorque(text, torqueUnit)
    if (value !== null) return { ok: true, value }
    return { ok: false, problem: text.trim() === '' ? 'empty' : 'no-number' }
  }
  const read = plainNumber(text)
  if (quantity === 'temperature') return through(read, (v) => toCelsius(v, unit))
  if (quantity === 'share') return through(read, (v) => v / 100)
  if (quantity === 'pressure') return through(read, (v) => toKPa(v, unit))
  return read
}

/** A figure as this device shows it, without its unit. */
export function writeFigure(value: number, quantity: Quantity, { unit, torqueUnit }: Units, locale: string): string {
  const plain = () => new Intl.NumberFormat(locale, { maximumFractionDigits: 3 }).format(value)
  const written: Record<Quantity, () => string> = {
    length: () => formatLength(value, { unit, locale }),
    rough: () => formatRough(value, unit, locale),
    temperature: () => formatTemperature(value, unit, locale),
    pressure: () => formatPressure(value, unit, locale),
    torque: () => formatTorque(value, torqueUnit, locale),
    angle: plain,
    count: plain,
    share: () => new Intl.NumberFormat(locale, { maximumFractionDigits: 1 }).format(100 * value),
    number: plain,
  }
  return written[quantity]()
}

/** The word of the unit a figure is typed in; null where it has none. */
export function unitWord(quantity: Quantity, { unit, torqueUnit }: Units): string | null {
  const words: Partial<Record<Quantity, string>> = {
    length: unit,
    rough: roughUnit[unit],
    temperature: temperatureUnit[unit],
    pressure: pressureUnit[unit],
    torque: torqueUnit,
    angle: 'degrees',
    share: 'percent',
  }
  return words[quantity] ?? null
}
