import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cleaned, rounded, sensibleIssues, TooDeep } from './sensible'

describe('what comes from outside', () => {
  it('loses half characters and what no keyboard types, and nothing else', () => {
    expect(cleaned({ words: 'a\ud83dz \u0000leer\u001b[31m', good: 'Größe 😀\n\tzwei' })).toEqual({
      words: 'az leer[31m',
      good: 'Größe 😀\n\tzwei',
    })
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (s) => !/\p{Surrogate}/u.test(cleaned(s) as string)))
  })

  it('is refused where it is nested deeper than anything is', () => {
    const deep = JSON.parse('['.repeat(4000) + ']'.repeat(4000)) as unknown
    expect(() => cleaned(deep)).toThrow(TooDeep)
    expect(cleaned(JSON.parse('['.repeat(20) + ']'.repeat(20)))).toHaveLength(1)
  })

  it('is rounded to what the store keeps before it is checked', () => {
    expect(
      rounded({
        valueMm: 0.1234567890123,
        angleDeg: 1 / 3,
        clampNm: 62.00049,
        hours: 1.23456,
        other: 1 / 3,
        leavesMm: [1e-10, 0.05],
      }),
    ).toEqual({
      valueMm: 0.123456789,
      angleDeg: 0.333333,
      clampNm: 62,
      hours: 1.2346,
      other: 1 / 3,
      leavesMm: [0, 0.05],
    })
  })

  it.each([
    ['a bore of nothing', { shape: { boreMm: 1e-10 } }, 'shape.boreMm'],
    ['a gauge no finer than 2 mm', { gauge: { resolutionMm: 2 } }, 'gauge.resolutionMm'],
    ['two leaves of 6 m', { leavesMm: [0.05, 6000] }, 'leavesMm.1'],
    ['an angle of a million', { rotationDeg: 1e6 }, 'rotationDeg'],
    ['a reading of 3 m', { valueMm: 3000 }, 'valueMm'],
  ])('is told by where it stands: %s', (_, act, path) => {
    expect(sensibleIssues(act)).toEqual([
      { path, message: expect.stringMatching(/^must lie between \S+ and \S+ (mm|degrees)$/) },
    ])
  })
  it('is let pass where it is sensible', () => {
    expect(
      sensibleIssues({
        screw: { pitchMm: 3 },
        shape: { boreMm: 140 },
        leavesMm: [0.05],
        valueMm: -0.02,
        rotationDeg: 450,
        masterMm: null,
        words: 'boreMm',
      }),
    ).toEqual([])
  })
})
