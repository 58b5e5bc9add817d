import { expect, it } from 'vitest'
import { isAtPressure } from './test-pressure'

it.each([
  [100, 100, true],
  [110, 100, true],
  [90, 100, true],
  [110.1, 100, false],
  [89.9, 100, false],
  // Ten times as much, or the wrong unit.
  [1000, 100, false],
  [1, 100, false],
])('takes %d kPa for a test at %d: %s', (kPa, wanted, is) => {
  expect(isAtPressure(kPa, wanted)).toBe(is)
})
