/** Two holes over each other: their radii, mm. */
export interface Holes {
  bushingHoleMm: number
  drillingMm: number
}

/** What two circles of radii a and b have in common with their centres so far apart, mm². */
export function overlapMm2(a: number, b: number, apart: number): number {
  if (apart >= a + b) return 0
  if (apart <= Math.abs(a - b)) return Math.PI * Math.min(a, b) ** 2
  const at = (r: number, other: number) => (apart ** 2 + r ** 2 - other ** 2) / (2 * apart)
  const [x, y] = [at(a, b), at(b, a)]
  const segment = (r: number, d: number) =>
    r ** 2 * Math.acos(Math.min(1, Math.max(-1, d / r))) - d * Math.sqrt(Math.max(0, r ** 2 - d ** 2))
  return segment(a, x) + segment(b, y)
}

/** The share of the smaller hole that is open with their centres so far apart. */
export function openShare({ bushingHoleMm, drillingMm }: Holes, apart: number): number {
  const [a, b] = [bushingHoleMm / 2, drillingMm / 2]
  return overlapMm2(a, b, apart) / (Math.PI * Math.min(a, b) ** 2)
}

/** How far the centres may lie apart with that share still open, mm. */
export function apartAtShare(holes: Holes, share: number): number {
  const [a, b] = [holes.bushingHoleMm / 2, holes.drillingMm / 2]
  let [near, far] = [Math.abs(a - b), a + b]
  if (share >= 1) return near
  // The share only falls as they part: halving finds where.
  for (let i = 0; i < 100; i++) {
    const middle = (near + far) / 2
    if (openShare(holes, middle) >= share) near = middle
    else far = middle
  }
  return near
}

/** How far the holes part by a turn of the bushing, mm; a groove round the drilling forgives it. */
export const turnOffsetMm = (of: { turnedDeg: number; groove: boolean }, boreMm: number): number =>
  of.groove ? 0 : (Math.abs(of.turnedDeg) * Math.PI * boreMm) / 360

/** How far off its depth a hole may stand with that share still open, ±mm; null where the turn alone closes it. */
export function depthHalfMm(holes: Holes, turnMm: number, share: number): number | null {
  const apart = apartAtShare(holes, share)
  return turnMm > apart + 1e-9 ? null : Math.sqrt(Math.max(0, apart ** 2 - turnMm ** 2))
}
