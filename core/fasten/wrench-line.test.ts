import { describe, expect, it } from 'vitest'
import { settingIn, wrenchLine } from '../sim/simulated-wrench'
import { nmPerUnit, torqueUnits } from '../units/torque-units'
import { parseWrenchLine } from './wrench-line'

describe('the line of a torque wrench', () => {
  it.each([
    ['62.0;Nm;41.5', { shown: 62, unit: 'Nm', torqueNm: 62, angleDeg: 41.5 }],
    ['45,7\tft-lb', { shown: 45.7, unit: 'lbf-ft', torqueNm: 45.7 * 1.3558179483, angleDeg: null }],
    [' 120 in.lb 12° ', { shown: 120, unit: 'lbf-in', torqueNm: (120 * 1.3558179483) / 12, angleDeg: 12 }],
    ['6.3,kgf.m,', { shown: 6.3, unit: 'kgf-m', torqueNm: 6.3 * 9.80665, angleDeg: null }],
    ['-50 N·m', { shown: 50, unit: 'Nm', torqueNm: 50, angleDeg: null }],
  ])('%s is read as it was meant', (line, wanted) => {
    const read = parseWrenchLine(line)
    expect(read).toMatchObject({ ok: true, shown: wanted.shown, unit: wanted.unit, angleDeg: wanted.angleDeg })
    expect(read.ok && read.torqueNm).toBeCloseTo(wanted.torqueNm, 9)
  })

  it.each([
    ['', 'empty'],
    ['OVERLOAD', 'no-number'],
    ['62', 'no-unit'],
    ['62 furlongs', 'no-unit'],
    ['62;Nm;abc', 'no-number'],
    ['9e9;Nm', 'no-number'],
    ['999999;Nm', 'too-large'],
  ])('"%s" is %s', (line, problem) => {
    expect(parseWrenchLine(line)).toEqual({ ok: false, problem })
  })
})

describe('the simulated wrench', () => {
  const torqueOf = (line: string) => {
    const read = parseWrenchLine(line)
    return read.ok ? read : null
  }
  it('gives what it is set to, in every unit', () => {
    for (const unit of torqueUnits) {
      const read = torqueOf(wrenchLine(settingIn(62, unit), unit, 'good', 'a'))!
      expect(read.unit).toBe(unit)
      expect(Math.abs(read.torqueNm - 62)).toBeLessThan(62 * 0.03 + 0.1 * nmPerUnit[unit])
    }
  })
  it('clicks early, slips, or is left on another unit', () => {
    const good = torqueOf(wrenchLine(62, 'Nm', 'good', 'a'))!
    expect(torqueOf(wrenchLine(62, 'Nm', 'early', 'a'))!.torqueNm).toBeLessThan(good.torqueNm * 0.9)
    expect(torqueOf(wrenchLine(62, 'Nm', 'slip', 'a'))!.angleDeg!).toBeGreaterThan(good.angleDeg! * 2)
    // The figure of the book, pulled on a wrench that means pounds and feet.
    expect(torqueOf(wrenchLine(62, 'lbf-ft', 'good', 'a'))!.torqueNm).toBeGreaterThan(62 * 1.3)
  })
})
