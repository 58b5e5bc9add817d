/** ln Γ(x) for x > 0. Source: Lanczos' approximation, g = 7, n = 9 (Godfrey's coefficients). */
function logGamma(x: number): number {
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ]
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x)
  const z = x - 1
  const sum = c.slice(1).reduce((total, ci, i) => total + ci / (z + i + 1), c[0]!)
  const t = z + 7.5
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum)
}

const TINY = 1e-300
const ENOUGH = 1e-15

/** The continued fraction of the incomplete beta function, by Lentz's method. Source: DLMF 8.17.22. */
function betaFraction(x: number, a: number, b: number): number {
  const floor = (v: number) => (Math.abs(v) < TINY ? TINY : v)
  let c = 1
  let d = 1 / floor(1 - ((a + b) * x) / (a + 1))
  let f = d
  for (let m = 1; m <= 500; m++) {
    for (const numerator of [
      (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m)),
      (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1)),
    ]) {
      d = 1 / floor(1 + numerator * d)
      c = floor(1 + numerator / c)
      f *= c * d
    }
    if (Math.abs(c * d - 1) < ENOUGH) break
  }
  return f
}

/** Regularised incomplete beta function I_x(a, b), 0 ≤ x ≤ 1. Source: DLMF 8.17. */
export function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x))
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(x, a, b)) / a : 1 - (front * betaFraction(1 - x, b, a)) / b
}

/** Chance that an F-distributed value exceeds f. @param d1 degrees of freedom above, d2 below. Source: DLMF 8.17. */
export function fExceeds(f: number, d1: number, d2: number): number {
  return Number.isFinite(f) ? incompleteBeta(d2 / (d2 + d1 * f), d2 / 2, d1 / 2) : 0
}
