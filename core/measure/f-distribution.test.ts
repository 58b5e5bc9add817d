import { expect, it } from 'vitest'
import { fExceeds, incompleteBeta } from './f-distribution'

it('agrees with tabled quantiles of F (5 % and 1 %)', () => {
  for (const [f, d1, d2, p] of [
    [161.4476, 1, 1, 0.05],
    [4.9646, 1, 10, 0.05],
    [3.3258, 5, 10, 0.05],
    [2.3479, 10, 20, 0.05],
    [4.4138, 3, 30, 0.0109],
  ] as const) {
    expect(fExceeds(f, d1, d2)).toBeCloseTo(p, 3)
  }
  expect(fExceeds(0, 3, 7)).toBe(1)
  expect(fExceeds(Infinity, 3, 7)).toBe(0)
})

it('is symmetric: I_x(a, b) + I_{1−x}(b, a) = 1', () => {
  for (const [x, a, b] of [
    [0.2, 2, 3],
    [0.5, 0.5, 0.5],
    [0.9, 10, 4],
    [0.01, 30, 1],
  ] as const) {
    expect(incompleteBeta(x, a, b) + incompleteBeta(1 - x, b, a)).toBeCloseTo(1, 12)
  }
  expect(incompleteBeta(0.3, 1, 1)).toBeCloseTo(0.3, 12)
})
