import { fitPlane } from './fit-plane'

/**
 * What goes once round with a turn: least squares of a + b·cos + c·sin.
 *
 * @param readings angles in degrees and values of any unit
 * @returns a, b and c
 * @throws CalcError `too-few-stations` with fewer than three distinct angles
 */
export function firstHarmonic(readings: readonly { angleDeg: number; value: number }[]): {
  mean: number
  cosine: number
  sine: number
} {
  const plane = fitPlane(
    readings.map((r) => ({ angleDeg: r.angleDeg, valueMm: r.value })),
    1,
  )
  const toward = ((plane.highAtDeg ?? 0) * Math.PI) / 180
  const swing = plane.highAtDeg === null ? 0 : plane.tiltMm / 2
  return { mean: plane.centreMm, cosine: swing * Math.cos(toward), sine: swing * Math.sin(toward) }
}

/** Degrees of a direction given by what lies along 0 and along 90, 0 ≤ angle < 360; null where it is none. */
export function directionDeg(along0: number, along90: number): number | null {
  if (Math.hypot(along0, along90) <= 1e-9) return null
  const deg = ((Math.atan2(along90, along0) * 180) / Math.PI + 360) % 360
  return deg > 360 - 1e-9 ? 0 : deg
}
