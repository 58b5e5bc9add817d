import { asDepthMm, typedDepthMm } from './as-protrusion'
import { describe, expect, it } from 'vitest'
import { evenStations, clockHour, turnDeg } from './angle'
import { doubtfulReading, meantIn } from './doubtful-reading'
import { toMm, type GaugeUnit } from '../units/convert'
import { LineCutter, parseGaugeLine } from './gauge-line'
import { limitShare } from './limit-share'
import { windowMark } from './window-mark'

describe('doubtfulReading', () => {
  const others = [0.098, 0.101, 0.095]
  it.each([
    [0.103, null],
    [0.2, null],
    [0.98, 'decimal-slip'],
    [9.8, 'decimal-slip'],
    [-0.301, 'far-off'],
    [0.45, 'far-off'],
  ])('%f among 0.09s: %s', (value, doubt) => {
    expect(doubtfulReading(value, others, 0.1, 0.08)).toBe(doubt)
  })

  it('suspects a lost sign', () => {
    expect(doubtfulReading(-0.4, [0.4, 0.41], 0.1, 0.08)).toBe('sign-slip')
  })

  it('is patient with a first reading: an engine may come in far out', () => {
    expect(doubtfulReading(-0.25, [], 0.1, 0.08)).toBeNull()
    expect(doubtfulReading(9.8, [], 0.1, 0.08)).toBe('decimal-slip')
  })
})

describe('meantIn', () => {
  const of = (typed: number, unit: GaugeUnit, expectMm = 0.11, windowMm = 0.06) =>
    meantIn(
      toMm(typed, unit),
      (['mm', 'thou', 'in'] as const).filter((u) => u !== unit).map((u) => ({ unit: u, valueMm: toMm(typed, u) })),
      expectMm,
      windowMm,
    )
  it.each([
    [0.0045, 'thou', 'in'],
    [0.09, 'thou', 'mm'],
    [4.5, 'mm', 'thou'],
    [0.0045, 'mm', 'in'],
    [4.5, 'thou', null],
    [0.09, 'mm', null],
    // Low, sunk or flush beyond mistaking: no unit makes it what is expected.
    [0.02, 'mm', null],
    [-0.016, 'mm', null],
    [0, 'thou', null],
    [-0.6, 'thou', null],
    [0.4, 'thou', null],
  ] as const)('%f %s: %s', (typed, unit, meant) => {
    expect(of(typed, unit)?.unit ?? null).toBe(meant)
  })

  it('leaves a sunk liner alone, near zero as it is', () => {
    for (const typed of [0.031, 0.05, 0.004, -0.03, 0.12]) expect(of(typed, 'mm', -0.015, 0.08)).toBeNull()
    expect(of(1, 'mm', 0.01, 0.08)).toMatchObject({ unit: 'thou' })
  })

  it('knows a depth in inches by the depth that is expected', () => {
    expect(of(0.413, 'thou', 10.5, 0.1)).toEqual({ unit: 'in', valueMm: expect.closeTo(10.4902, 4) })
    expect(of(10.5, 'thou', 10.5, 0.1)?.unit).toBe('mm')
    expect(of(413.4, 'thou', 10.5, 0.1)).toBeNull()
  })
})

describe('lines of an indicator', () => {
  it.each([
    ['+0.098 mm', 0.098],
    ['-00.0120', -0.012],
    ['01A +0.098', 0.098],
    ['B +0.101 mm', 0.101],
    ['0,098 mm', 0.098],
    ['.5 mm', 0.5],
    ['+0.0045 in', 0.1143],
    ['4.5 thou', 0.1143],
    ['98 um', 0.098],
  ])('%s', (line, valueMm) => {
    const read = parseGaugeLine(line)
    expect(read.kind).toBe('value')
    if (read.kind === 'value') expect(read.valueMm).toBeCloseTo(valueMm, 9)
  })

  it.each(['+0.0#?', '', 'ERR 2', '1.2.3', '0.098 kg', '- -'])('takes %j for rubbish', (line) => {
    expect(parseGaugeLine(line)).toMatchObject({ kind: 'rubbish', problem: 'unreadable' })
  })

  it('refuses what no deck can show', () => {
    expect(parseGaugeLine('99999 mm')).toMatchObject({ kind: 'rubbish', problem: 'too-large' })
  })

  it('knows when the button was pressed', () => {
    expect(parseGaugeLine('B +0.101 mm')).toMatchObject({ button: true })
    expect(parseGaugeLine('+0.101 mm')).toMatchObject({ button: false })
  })

  it('cuts lines however they arrive, and never grows without end', () => {
    const cutter = new LineCutter()
    expect(cutter.push('+0.0')).toEqual([])
    expect(cutter.push('98 mm\r\n+0.1')).toEqual(['+0.098 mm'])
    expect(cutter.push('01 mm\n\n\n')).toEqual(['+0.101 mm'])
    cutter.push('x'.repeat(10_000))
    expect(cutter.push('\n')[0]!.length).toBeLessThanOrEqual(200)
  })
})

it('turns angles into 0 … 360 and onto a clock with 12 at the front', () => {
  expect(turnDeg(-90)).toBe(270)
  expect(turnDeg(720)).toBe(0)
  expect(turnDeg(-1e-15)).toBe(0)
  expect(turnDeg(359.99999999999994)).toBe(0)
  expect(turnDeg(359.999)).toBe(359.999)
  expect([0, 90, 209, 346, 344].map(clockHour)).toEqual([12, 3, 7, 12, 11])
})

it('places a value in its window, to scale', () => {
  expect(windowMark(0.1, 0.06, 0.14, 'in')).toMatchObject({ beyond: 0 })
  expect(windowMark(0.1, 0.06, 0.14, 'in').at).toBeCloseTo(0.5)
  expect(windowMark(0.16, 0.06, 0.14, 'out').beyond).toBeCloseTo(0.25)
  expect(windowMark(-2, 0.06, 0.14, 'out').at).toBe(-0.6)
})

it('says what share of a window a gauge takes up', () => {
  expect(limitShare(0.004, { minMm: 0.06, maxMm: 0.14 })).toBeCloseTo(0.1)
  expect(limitShare(1, { minMm: 0.06, maxMm: 0.14 })).toBe(1)
  expect(limitShare(0.001, { minMm: 0.1, maxMm: 0.1 })).toBe(1)
})

describe('a depth gauge', () => {
  it('shows a ledge below zero, or its difference to the master it was zeroed on', () => {
    expect(asDepthMm(-10.512, 0)).toBeCloseTo(10.512, 12)
    // On a master of 96.00 a ledge 0.03 deeper lets the spindle out: it shows less.
    expect(asDepthMm(-0.03, 96)).toBeCloseTo(96.03, 12)
    expect(asDepthMm(0.02, 96)).toBeCloseTo(95.98, 12)
  })
  it('is typed whole, or as what is deeper than the master', () => {
    expect(typedDepthMm(10.512, 0)).toBe(10.512)
    expect(typedDepthMm(0.03, 96)).toBeCloseTo(96.03, 12)
  })
})

it('spreads stations evenly from the front', () => {
  expect(evenStations(4)).toEqual([0, 90, 180, 270])
  expect(evenStations(8)).toHaveLength(8)
  expect(evenStations(6)[5]).toBe(300)
})
