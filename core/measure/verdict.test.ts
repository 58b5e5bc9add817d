import { describe, expect, it } from 'vitest'
import { combinedUncertaintyMm, gaugeUncertaintyMm, meanUncertaintyMm, readingsToDecide } from './uncertainty'
import { judgeLower, judgeUpper, worstVerdict } from './verdict'

describe('verdicts against a limit of 0.140 known to 0.004', () => {
  it.each([
    [0.1359, 'in'],
    [0.136, 'in'],
    [0.1361, 'unsure'],
    [0.14, 'unsure'],
    [0.144, 'unsure'],
    [0.1441, 'out'],
  ] as const)('%f is %s', (value, verdict) => {
    expect(judgeUpper(value, 0.14, 0.004)).toBe(verdict)
    expect(judgeLower(-value, -0.14, 0.004)).toBe(verdict)
  })

  it('is plain without uncertainty: the limit itself is inside, with slack for floating point only', () => {
    expect(judgeUpper(0.1 + 0.04, 0.14, 0)).toBe('in')
    expect(judgeUpper(0.14 + 2e-9, 0.14, 0)).toBe('out')
    expect(judgeLower(0.06 - 2e-9, 0.06, 0)).toBe('out')
  })

  it('takes the worst of several', () => {
    expect(worstVerdict([])).toBe('in')
    expect(worstVerdict(['in', 'unsure'])).toBe('unsure')
    expect(worstVerdict(['unsure', 'out', 'in'])).toBe('out')
  })
})

describe('uncertainty', () => {
  it('comes from repeatability and the step of the scale', () => {
    expect(gaugeUncertaintyMm(0, 0.01)).toBeCloseTo((2 * 0.01) / Math.sqrt(12), 12)
    expect(gaugeUncertaintyMm(0.0018, 0.001)).toBeCloseTo(0.003646, 6)
  })

  it('shrinks with the root of the number, and adds in squares', () => {
    expect(meanUncertaintyMm(0.004, 4)).toBeCloseTo(0.002)
    expect(combinedUncertaintyMm(0.003, 0.004)).toBeCloseTo(0.005)
  })

  it('says how many readings decide, or that none will', () => {
    expect(readingsToDecide(0.005, 0.004)).toBe(1)
    expect(readingsToDecide(-0.002, 0.004)).toBe(4)
    expect(readingsToDecide(0.0005, 0.004)).toBeNull()
    expect(readingsToDecide(0, 0.004)).toBeNull()
  })
})
