import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planeHeightMm } from '../measure/fit-plane'
import { judgeLedge, sideOf, type JudgeLedgeInput } from './judge-ledge'

/** A ledge that is deepest toward `lowAtDeg`. */
const ledge = (centreMm: number, tiltMm: number, lowAtDeg: number, more: Partial<JudgeLedgeInput> = {}) =>
  judgeLedge({
    readings: [0, 90, 180, 270].map((angleDeg) => ({
      angleDeg,
      valueMm: planeHeightMm({ centreMm, tiltMm, highAtDeg: lowAtDeg }, angleDeg),
    })),
    uncertaintyMm: 0.004,
    maxDepthMm: 11.3,
    maxTiltMm: 0.03,
    cleanupMm: 0.02,
    marks: [],
    ...more,
  })
const mark = (kind: 'fretting' | 'pitting' | 'burr' | 'old-seal', atDeg = 35, depthMm = 0) => ({ kind, atDeg, depthMm })

describe('judgeLedge', () => {
  it('calls an even ledge sound, and says what is left to its limit', () => {
    const j = ledge(10.5, 0.01, 90)
    expect(j).toMatchObject({ verdict: 'in', reason: 'sound', lowSide: 'right' })
    expect(j.depthLeftMm).toBeCloseTo(11.3 - 10.505, 9)
    expect(j.depthMm).toBeCloseTo(10.495, 9)
  })

  it('trues a ledge that leans, and counts the clean cut from its highest spot', () => {
    const j = ledge(10.594, 0.062, 35)
    expect(j).toMatchObject({ verdict: 'out', reason: 'leans', lowSide: 'front' })
    expect(j.lowAtDeg).toBeCloseTo(35, 6)
    expect(j.highAtDeg).toBeCloseTo(215, 6)
    expect(j.cleanCutMm).toBeCloseTo(0.082, 9)
  })

  it('adds the deepest wear to the clean cut', () => {
    const j = ledge(10.5, 0.01, 0, { marks: [mark('fretting', 35, 0.02), mark('pitting', 200, 0.05)] })
    expect(j).toMatchObject({ verdict: 'out', reason: 'fretted', markAtDeg: 200, frettingMm: 0.05 })
    expect(j.cleanCutMm).toBeCloseTo(0.08, 9)
  })

  it.each([
    ['a lean within the gauge of its limit', ledge(10.5, 0.031, 0), 'unsure', 'lean-unsure'],
    ['a depth within the gauge of its limit', ledge(11.298, 0, 0), 'unsure', 'limit-unsure'],
    ['a depth past its limit', ledge(11.32, 0.01, 0), 'out', 'past-limit'],
    ['a lean that cannot be trued above the limit', ledge(11.26, 0.06, 0), 'out', 'cannot-be-trued'],
    ['a burr before any lean', ledge(10.5, 0.06, 0, { marks: [mark('burr')] }), 'out', 'burr'],
    ['an old seal before a burr', ledge(10.5, 0, 0, { marks: [mark('burr'), mark('old-seal')] }), 'out', 'old-seal'],
    ['no limit at all', ledge(99, 0.01, 0, { maxDepthMm: null }), 'in', 'sound'],
  ])('%s', (_, j, verdict, reason) => {
    expect(j).toMatchObject({ verdict, reason })
  })

  it('turns with the engine: a ledge turned by any angle is judged alike', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.09, noNaN: true }), fc.integer({ min: 0, max: 359 }), (tilt, turn) => {
        const [a, b] = [ledge(10.6, tilt, 0), ledge(10.6, tilt, turn)]
        expect(b.reason).toBe(a.reason)
        expect(b.cleanCutMm).toBeCloseTo(a.cleanCutMm, 9)
        expect(b.depthMm).toBeCloseTo(a.depthMm, 9)
      }),
    )
  })

  it('names the side of the engine', () => {
    expect([0, 44, 46, 90, 180, 270, 316, 359, -20].map(sideOf)).toEqual([
      'front',
      'front',
      'right',
      'right',
      'rear',
      'left',
      'front',
      'front',
      'front',
    ])
  })
})
