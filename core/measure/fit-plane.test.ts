import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { carriesPlane, distinctStations, fitPlane, liftPlane, planeEnds, planeHeightMm } from './fit-plane'

const around = (plane: { centreMm: number; tiltMm: number; highAtDeg: number }, angles: number[]) =>
  angles.map((angleDeg) => ({ angleDeg, valueMm: planeHeightMm(plane, angleDeg) }))

describe('fitPlane', () => {
  it('finds back any plane it is shown, from any stations', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.double({ min: 0.001, max: 0.2, noNaN: true }),
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: -720, max: 720 }),
        (centreMm, tiltMm, highAtDeg, turn) => {
          const fit = fitPlane(
            around(
              { centreMm, tiltMm, highAtDeg },
              [0, 100, 190, 290].map((a) => a + turn),
            ),
            140,
          )
          expect(fit.centreMm).toBeCloseTo(centreMm, 9)
          expect(fit.tiltMm).toBeCloseTo(tiltMm, 9)
          const apart = Math.abs(((fit.highAtDeg! - highAtDeg + 540) % 360) - 180)
          expect(apart).toBeLessThan(1e-4)
          expect(fit.rmsResidualMm).toBeLessThan(1e-9)
        },
      ),
    )
  })

  it('has no direction where there is no lean', () => {
    expect(fitPlane(around({ centreMm: 0.1, tiltMm: 0, highAtDeg: 0 }, [0, 90, 180, 270]), 140).highAtDeg).toBeNull()
  })

  it('gives the slope over the diameter in mm a metre', () => {
    expect(
      fitPlane(around({ centreMm: 0, tiltMm: 0.14, highAtDeg: 30 }, [0, 90, 180, 270]), 140).slopeMmPerM,
    ).toBeCloseTo(1, 9)
  })

  it('counts stations that point the same way once, whatever the turns', () => {
    expect(distinctStations([{ angleDeg: 0 }, { angleDeg: 360 }, { angleDeg: -360 }])).toBe(1)
    expect(distinctStations([{ angleDeg: 0 }, { angleDeg: 359.999 }, { angleDeg: 90 }])).toBe(3)
    expect(distinctStations([])).toBe(0)
  })
})

it('tells the ends of a plane and lifts it', () => {
  const plane = { centreMm: 0.01, tiltMm: 0.06, highAtDeg: 200 }
  expect(planeEnds(plane).lowMm).toBeCloseTo(-0.02)
  expect(planeEnds(liftPlane(plane, 0.1)).highMm).toBeCloseTo(0.14)
  expect(planeHeightMm(plane, 200)).toBeCloseTo(0.04)
  expect(planeHeightMm(plane, 20)).toBeCloseTo(-0.02)
})

describe('carriesPlane', () => {
  const at = (...angles: number[]) => angles.map((angleDeg) => ({ angleDeg }))
  it.each([
    [at(0, 90, 180, 270), true],
    [at(0, 120, 240), true],
    [at(0, 90, 180), true],
    [at(0, 90), false],
    [at(0, 360, 720), false],
    [at(0, 5, 9), false],
    [at(0, 90, 150), false],
    [at(-30, 100, 200), true],
  ])('%j: %s', (stations, carries) => expect(carriesPlane(stations)).toBe(carries))
})
