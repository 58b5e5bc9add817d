import { describe, expect, it } from 'vitest'
import { skipDryRisk, type SkipDryFacts } from './skip-dry-fit'

const facts: SkipDryFacts = {
  limits: { minMm: 0.06, maxMm: 0.14, aimMm: 0.1 },
  bores: 6,
  uncertaintyMm: 0.004,
  tooling: { leavesMm: [0.03, 0.05, 0.1], cleanupMm: 0.02 },
  rates: { hourMoney: 70 },
}

describe('the risk of skipping the trial fit', () => {
  it('is none to speak of where everything is measured finely and the window is wide', () => {
    const risk = skipDryRisk({ ...facts, uncertaintyMm: 0.001, tooling: { leavesMm: [0.01], cleanupMm: 0 } })
    expect(risk.chanceBore).toBe(1)
    expect(risk).toMatchObject({ chanceEngine: 1, riskHours: 0, riskMoney: 0 })
    // Six at 0.3 and half an hour to begin.
    expect(risk.dryHours).toBeCloseTo(2.3, 9)
    expect(risk.dryMoney).toBeCloseTo(161, 9)
  })
  it('grows with the gauge’s doubt and with the number of bores', () => {
    const fine = skipDryRisk(facts)
    const coarse = skipDryRisk({ ...facts, uncertaintyMm: 0.02 })
    expect(coarse.chanceBore).toBeLessThan(fine.chanceBore)
    expect(coarse.riskMoney).toBeGreaterThan(fine.riskMoney)
    const one = skipDryRisk({ ...facts, uncertaintyMm: 0.02, bores: 1 })
    expect(one.chanceEngine).toBe(one.chanceBore)
    expect(coarse.chanceEngine).toBeCloseTo(one.chanceBore ** 6, 9)
  })
  it('counts what is done again where it went wrong: out, sealed, pressed and measured', () => {
    const one = skipDryRisk({ ...facts, uncertaintyMm: 0.03, bores: 1 })
    // Pull 0.9, seals and press 0.85, check 0.42: to begin, and for one.
    expect(one.againHours).toBeCloseTo(0.5 + 0.4 + 0.5 + 0.35 + 0.3 + 0.12, 9)
    expect(one.riskHours).toBeCloseTo((1 - one.chanceBore) * one.againHours, 12)
    expect(one.riskMoney).toBeCloseTo(one.riskHours * 70, 9)
  })
})
