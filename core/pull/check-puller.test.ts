import { describe, expect, it } from 'vitest'
import { bridge, shape } from '../testing/tarrock'
import { checkPuller, forbidding, pullCurves, pullInput } from './check-puller'
import { planPull } from './plan-pull'

const engine = { boreMm: 140, pitchMm: 172, counterboreMm: 10.5 }
const codes = (change: object, liner: object = {}) =>
  checkPuller({ ...bridge, ...change }, { ...shape, ...liner }, engine).problems

describe('a puller on a liner', () => {
  it('is checked where its feet and its disc come to', () => {
    const check = checkPuller(bridge, shape, engine)
    expect(check.feetClearMm).toBeCloseTo(230 / 2 - 13 - 81, 9)
    expect(check.neighbourClearMm).toBeCloseTo(Math.abs(172 - 115) - 13 - 81, 9)
    expect(check.discBaseMm).toBeCloseTo(153.4, 9)
    expect(check.catchMm).toBeCloseTo((153.4 - 140) / 2, 9)
    expect(check.passMm).toBeCloseTo(0.5, 9)
    expect(check.plan).toEqual(planPull(pullInput(bridge, shape, engine)))
    // Laid along the engine it stands on the neighbour; laid across it does not.
    expect(check.problems).toEqual(['feet-on-neighbour'])
  })

  it('is refused for a disc that cannot pass, one that slips through, and feet on the flange', () => {
    expect(codes({ discBaseMm: 155 })).toContain('disc-cannot-pass')
    expect(codes({ discBaseMm: 154.4 })).toContain('disc-cannot-pass')
    expect(codes({ discBaseMm: 140 })).toContain('disc-catches-nothing')
    expect(codes({ bar: { ...bridge.bar, spanMm: 180 } })).toContain('feet-on-flange')
    expect(codes({}, { lowerBoreMm: 141 })).toContain('no-room')
    for (const code of ['disc-cannot-pass', 'disc-catches-nothing', 'feet-on-flange', 'no-room'] as const)
      expect(forbidding).toContain(code)
  })

  it('is only told of a hand that is stronger', () => {
    expect(codes({ leverMm: 1200 })).toContain('too-strong')
    expect(codes({ leverMm: 100 })).not.toContain('too-strong')
    expect(forbidding).not.toContain('too-strong')
  })

  it('pulls more greased than dry for the same arm, in proportion to the arm', () => {
    const curves = pullCurves(pullInput(bridge, shape, engine), 10)
    expect(curves.map((c) => c.state)).toEqual(['dry', 'oiled', 'greased'])
    const at = (state: string, i: number) => curves.find((c) => c.state === state)!.points[i]!
    for (let i = 1; i <= 10; i++) {
      expect(at('greased', i).pullN).toBeGreaterThan(at('oiled', i).pullN)
      expect(at('oiled', i).pullN).toBeGreaterThan(at('dry', i).pullN)
      expect(at('dry', i).pullN / at('dry', i).leverMm).toBeCloseTo(at('dry', 10).pullN / at('dry', 10).leverMm, 9)
    }
    // With less friction the same torque breaks it sooner.
    expect(curves[2]!.stopTorqueNm).toBeLessThan(curves[0]!.stopTorqueNm)
  })
})
