import { describe, expect, it } from 'vitest'
import { rollByTilt } from './roll-by-tilt'

describe('the roll of a block by a device on its pan rail', () => {
  it.each([
    ['upright, screen to the eye', 90, 0, 0],
    ['on its left long edge: rolled to the right', 0, 90, 90],
    ['on its right long edge: rolled to the left', 0, -90, 270],
    ['upside down', -90, 0, 180],
    ['leaned back a little, upright still', 60, 0, 0],
  ])('%s', (_, beta, gamma, deg) => expect(rollByTilt(beta, gamma)).toBeCloseTo(deg, 6))

  it('is not told by a device that lies flat', () => {
    expect(rollByTilt(3, -2)).toBeNull()
  })
})
