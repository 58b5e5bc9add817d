import { describe, expect, it } from 'vitest'
import { seenOnZero } from './seen-on-zero'

const still = (mm: number) => [mm, mm + 0.001, mm, mm - 0.001, mm]

describe('a live gauge put back where it was zeroed', () => {
  it('is seen when it rests near zero', () => {
    expect(seenOnZero(still(0.001), 0.098, 0.002)).toBe(0.001)
    expect(seenOnZero(still(-0.012), 0.098, 0.002)).toBe(-0.012)
  })

  it('is not guessed while it moves, rests elsewhere, or was only just put there', () => {
    expect(seenOnZero([0.098, 0.06, 0.02, 0.001, 0], 0.098, 0.002)).toBeNull()
    expect(seenOnZero(still(0.05), 0.098, 0.002)).toBeNull()
    expect(seenOnZero([0, 0, 0, 0], 0.098, 0.002)).toBeNull()
  })

  it('is not taken for the deck while it may still stand on a liner that is almost level with it', () => {
    expect(seenOnZero(still(0.004), 0.004, 0.002)).toBeNull()
    expect(seenOnZero(still(0.001), 0.019, 0.002)).toBeNull()
    expect(seenOnZero(still(0.001), 0.03, 0.002)).toBe(0.001)
  })

  it('reaches further for a coarser gauge', () => {
    expect(seenOnZero(still(0.04), 0.2, 0.002)).toBeNull()
    expect(seenOnZero(still(0.04), 0.2, 0.01)).toBe(0.04)
  })
})
