import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import { readingList, SLACK_MM, thicknessMm, type Reading } from '../schema'
import { toRadians, turnDeg } from './angle'

/** A plane through readings on a circle. Lengths mm, angle degrees. */
export interface Plane {
  centreMm: number
  /** Height difference across the circle, high side to low side. */
  tiltMm: number
  /** Direction of the high side, 0 ≤ angle < 360; null where there is no tilt. */
  highAtDeg: number | null
}

export interface PlaneFit extends Plane {
  slopeMmPerM: number
  /** Reading minus plane, one for each reading, in the order given. */
  residualsMm: number[]
  rmsResidualMm: number
  rangeMm: number
}

export const fitPlaneInput = z.strictObject({ readings: readingList, diameterMm: thicknessMm })

/** How many stations point in different directions. */
export function distinctStations(readings: readonly Pick<Reading, 'angleDeg'>[]): number {
  const angles = readings.map((r) => turnDeg(r.angleDeg)).sort((a, b) => a - b)
  const apart = angles.filter((angle, i) => angle - (angles[i - 1] ?? (angles.at(-1) as number) - 360) > 1e-9)
  return angles.length === 0 ? 0 : Math.max(1, apart.length)
}

/** Solves the symmetric 3×3 system m·x = v by Gauss elimination with row exchange. */
function solve3(m: number[][], v: number[]): [number, number, number] {
  const a = m.map((row, i) => [...row, v[i] as number])
  for (let col = 0; col < 3; col++) {
    let pivot = col
    for (let row = col + 1; row < 3; row++) {
      if (Math.abs(a[row]![col]!) > Math.abs(a[pivot]![col]!)) pivot = row
    }
    ;[a[col], a[pivot]] = [a[pivot]!, a[col]!]
    for (let row = 0; row < 3; row++) {
      if (row === col) continue
      const factor = a[row]![col]! / a[col]![col]!
      for (let k = col; k < 4; k++) a[row]![k]! -= factor * a[col]![k]!
    }
  }
  return [a[0]![3]! / a[0]![0]!, a[1]![3]! / a[1]![1]!, a[2]![3]! / a[2]![2]!]
}

/**
 * Least-squares plane z = a + b·cos θ + c·sin θ through readings on a circle.
 *
 * @param readings stations (degrees clockwise from the front) and heights (mm); a station may be read more than once
 * @param diameterMm diameter of the circle the stations stand on, for the slope
 * @throws CalcError `too-few-stations` with fewer than three distinct angles
 * Source: ordinary least squares, e.g. Draper & Smith, Applied Regression Analysis, ch. 5.
 */
export function fitPlane(readings: readonly Reading[], diameterMm: number): PlaneFit {
  if (distinctStations(readings) < 3) {
    throw new CalcError('too-few-stations')
  }
  const m = [0, 1, 2].map(() => [0, 0, 0])
  const v = [0, 0, 0]
  const rows = readings.map((r) => [1, Math.cos(toRadians(r.angleDeg)), Math.sin(toRadians(r.angleDeg))])
  rows.forEach((row, i) => {
    for (let j = 0; j < 3; j++) {
      v[j]! += row[j]! * readings[i]!.valueMm
      for (let k = 0; k < 3; k++) m[j]![k]! += row[j]! * row[k]!
    }
  })
  const [centreMm, b, c] = solve3(m, v)
  const tiltMm = 2 * Math.hypot(b, c)
  const residualsMm = readings.map((r, i) => r.valueMm - (centreMm + b * rows[i]![1]! + c * rows[i]![2]!))
  const values = readings.map((r) => r.valueMm)
  return {
    centreMm,
    tiltMm,
    highAtDeg: tiltMm <= SLACK_MM ? null : turnDeg((Math.atan2(c, b) * 180) / Math.PI),
    slopeMmPerM: (tiltMm / diameterMm) * 1000,
    residualsMm,
    rmsResidualMm: Math.sqrt(residualsMm.reduce((sum, r) => sum + r * r, 0) / residualsMm.length),
    rangeMm: Math.max(...values) - Math.min(...values),
  }
}

/**
 * Whether stations lie far enough apart to carry a plane: none of the gaps between them
 * round the circle is wider than 200 degrees.
 */
export function carriesPlane(readings: readonly { angleDeg: number }[]): boolean {
  const angles = [...new Set(readings.map((r) => turnDeg(r.angleDeg)))].sort((a, b) => a - b)
  return angles.length >= 3 && angles.every((angle, i) => (angles[i + 1] ?? angles[0]! + 360) - angle <= 200)
}

/** Height of a plane at its low and its high side, mm. */
export function planeEnds(plane: Plane): { lowMm: number; highMm: number } {
  return { lowMm: plane.centreMm - plane.tiltMm / 2, highMm: plane.centreMm + plane.tiltMm / 2 }
}

/** The same plane lifted (or sunk, below zero), mm. */
export function liftPlane<P extends Plane>(plane: P, byMm: number): P {
  return { ...plane, centreMm: plane.centreMm + byMm }
}

/** Height of a plane at a station, mm. */
export function planeHeightMm(plane: Plane, angleDeg: number): number {
  if (plane.highAtDeg === null) return plane.centreMm
  return plane.centreMm + (plane.tiltMm / 2) * Math.cos(toRadians(angleDeg - plane.highAtDeg))
}

export const fitPlaneCalculation = defineCalculation(
  'fit-plane',
  'The plane through readings at stations on a circle: height, lean and where it is high.',
  fitPlaneInput,
  ({ readings, diameterMm }) => fitPlane(readings, diameterMm),
)
