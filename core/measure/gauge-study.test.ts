import { describe, expect, it } from 'vitest'
import { gaugeStanding } from './gauge-standing'
import { canTell, shimGrowthMm, stationsWorth } from './school-questions'
import { offPartMeans, reportStudy } from './study-advice'
import { latestOfStudy, studyOrder } from './study-plan'

const parts = ['P1', 'P2', 'P3']
const people = ['Tom', 'Lise']
/** A full cross in which each person, part and repeat adds what it is told to. */
const cross = (of: (part: number, person: number, trial: number) => number) =>
  studyOrder(parts, people, 3).map((p) => ({
    ...p,
    valueMm: of(parts.indexOf(p.part), people.indexOf(p.operator), p.trial),
  }))
const wobble = (n: number) => 0.001 * Math.sin(n * 12.9898)

describe('a study', () => {
  it('is read round by round, and where a place was read again the later one counts', () => {
    const order = studyOrder(['P1', 'P2'], ['Tom', 'Lise'], 2)
    expect(order.map((o) => `${o.trial}${o.operator[0]}${o.part}`)).toEqual([
      '1TP1',
      '1TP2',
      '1LP1',
      '1LP2',
      '2TP1',
      '2TP2',
      '2LP1',
      '2LP2',
    ])
    const twice = [
      { ...order[0]!, valueMm: 1, seq: 5 },
      { ...order[0]!, valueMm: 2, seq: 9 },
      { ...order[1]!, valueMm: 3, seq: 7 },
    ]
    expect(latestOfStudy(twice).map((r) => r.valueMm)).toEqual([2, 3])
  })

  it('tells who stands off the others', () => {
    const report = reportStudy(
      { readings: cross((p, o, t) => 0.08 + p * 0.02 + o * 0.01 + wobble(p * 7 + o * 3 + t)), resolutionMm: 0.001 },
      0.08,
    )
    expect(report.culprit).toBe('people')
    expect(report.people.map((p) => Math.round(p.offMm * 1000))).toEqual([-5, 5])
    expect(report.windowShare).toBeCloseTo((2 * report.study.expandedUncertaintyMm) / 0.08, 9)
  })

  it('tells which part wanders, and that repeating helps', () => {
    const report = reportStudy(
      {
        readings: cross((p, o, t) => 0.08 + p * 0.02 + (p === 1 ? 6 : 1) * wobble(p * 7 + o * 3 + t * 5)),
        resolutionMm: 0.0001,
      },
      0.08,
    )
    expect(report.culprit).toBe('repeats')
    expect(report.roughestPart).toBe('P2')
    expect(report.repeatsToTell).toBe(4)
    expect(report.meanOfThreeMm).toBeCloseTo(report.study.expandedUncertaintyMm / Math.sqrt(3), 12)
  })

  it('tells every reading by how far it lies off its part', () => {
    const off = offPartMeans([
      { part: 'P1', valueMm: 0.1 },
      { part: 'P2', valueMm: 0.5 },
      { part: 'P1', valueMm: 0.104 },
    ])
    expect(off.map((r) => [r.part, Math.round(r.offMm * 1e6)])).toEqual([
      ['P1', -2000],
      ['P2', 0],
      ['P1', 2000],
    ])
  })

  it('blames the scale where nothing else scatters', () => {
    expect(reportStudy({ readings: cross((p) => 0.08 + p * 0.01), resolutionMm: 0.01 }, 0.08).culprit).toBe('scale')
  })

  it('is refused where it is no full cross', () => {
    expect(() => reportStudy({ readings: cross((p) => p).slice(1), resolutionMm: 0.001 }, 0.08)).toThrow(
      expect.objectContaining({ code: 'unbalanced' }),
    )
  })
})

describe('a gauge', () => {
  it('is said to be overdue, or without a study, or good', () => {
    expect(gaugeStanding({ calibrationDue: '2026-10-31', basis: 'entered' }, '2026-11-24')).toEqual([
      'overdue',
      'no-study',
    ])
    expect(gaugeStanding({ calibrationDue: '2026-11-24', basis: 'study' }, '2026-11-24')).toEqual(['good'])
    expect(gaugeStanding({ calibrationDue: null, basis: 'entered' }, '2026-11-24')).toEqual(['no-study'])
  })
})

describe('questions of the schools', () => {
  it('brass grows more than stainless, and by less than any sled gauge can tell', () => {
    const gap = shimGrowthMm(0.5, 'brass', 70) - shimGrowthMm(0.5, 'stainless', 70)
    expect(gap).toBeCloseTo(0.5 * 3e-6 * 70, 12)
    expect(shimGrowthMm(1, 'brass', 0)).toBe(0)
    expect(canTell(gap, 0.003)).toBe(false)
    expect(canTell(0.005, 0.003)).toBe(true)
  })

  it('eight stations know the mean and the lean better than four, and miss less', () => {
    const [four, eight] = [stationsWorth(4, 0.004, 40), stationsWorth(8, 0.004, 40)]
    expect([four.meanMm, eight.meanMm]).toEqual([0.002, expect.closeTo(0.0014142, 6)])
    // The lean from four stations is the difference of two opposite ones.
    expect(four.leanMm).toBeCloseTo(0.004 * Math.SQRT2, 9)
    expect(eight.leanMm).toBeCloseTo(0.004, 9)
    expect([four.missed, eight.missed]).toEqual([expect.closeTo(1 - 160 / 360, 9), expect.closeTo(1 - 320 / 360, 9)])
    expect(stationsWorth(8, 0.004, 90).missed).toBe(0)
  })
})
