import { toMm, type GaugeUnit } from '../units/convert'
import { LARGEST_READING_MM } from '../units/parse-length'

export type GaugeLine =
  | { kind: 'value'; valueMm: number; button: boolean }
  | { kind: 'rubbish'; text: string; problem: 'unreadable' | 'too-large' }

const LINE =
  /^(?:\d{0,2}[A-Za-z]\d?\s+|\d{2}[A-Za-z])?([+-]?\s*(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*(mm|in|inch|"|thou|mil|um|µm)?$/i
const units: Record<string, GaugeUnit> = {
  mm: 'mm',
  in: 'in',
  inch: 'in',
  '"': 'in',
  thou: 'thou',
  mil: 'thou',
  um: 'um',
  µm: 'um',
}

/**
 * Reads one line of an indicator's output: a value, perhaps a unit, perhaps a short
 * channel mark in front (`01A +0.098 mm`). Without a unit the gauge's own one counts. The
 * mark `B` says that the gauge's own data button was pressed.
 */
export function parseGaugeLine(line: string, ownUnit: GaugeUnit = 'mm'): GaugeLine {
  const text = line.trim()
  const match = LINE.exec(text)
  if (!match) return { kind: 'rubbish', text: text.slice(0, 60), problem: 'unreadable' }
  const value = Number(match[1]!.replace(/\s/g, '').replace(',', '.'))
  const valueMm = toMm(value, units[match[2]?.toLowerCase() ?? ''] ?? ownUnit)
  if (Math.abs(valueMm) > LARGEST_READING_MM) return { kind: 'rubbish', text: text.slice(0, 60), problem: 'too-large' }
  return { kind: 'value', valueMm, button: /^B\s/i.test(text) }
}

const LONGEST_LINE = 200

/** Cuts a stream of characters into lines, however the pieces arrive. */
export class LineCutter {
  private rest = ''

  /** @returns the lines that are complete now, without their ends, empty ones left out */
  push(piece: string): string[] {
    const parts = (this.rest + piece).split(/[\r\n]+/)
    this.rest = (parts.pop() ?? '').slice(-LONGEST_LINE)
    return parts.filter((line) => line.trim() !== '')
  }
}
