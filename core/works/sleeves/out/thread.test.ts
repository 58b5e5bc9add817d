import { describe, expect, it } from 'vitest'
import { injectorSleeves } from '../../../testing/injector-sleeves'
import { threadIn } from './thread'

const of = injectorSleeves
const tapped = { sleeveShearMPa: 130, holeDepthMm: 24, pullN: 9000 }

describe('the thread that pulls a scrap sleeve', () => {
  it('is told only where the sheet says what the sleeve bears', () => {
    expect(threadIn({ ...of, tapped: null })).toBeNull()
    expect(threadIn({ ...of, sleeveBoreMm: 22, wallMm: 2, tapped })).toMatchObject({ majorMm: 24, pullN: 9000 })
  })
  it('is of a size that the bore offers, or of none', () => {
    expect(threadIn({ ...of, sleeveBoreMm: 50, wallMm: 1, tapped })).toBeNull()
    // A wall too thin for the crests of any size.
    expect(threadIn({ ...of, sleeveBoreMm: 22, wallMm: 0.4, tapped })).toBeNull()
  })
  it('says what gives first, and the torque to stop at', () => {
    const soft = threadIn({ ...of, sleeveBoreMm: 22, wallMm: 2, tapped: { ...tapped, sleeveShearMPa: 60 } })!
    expect(soft.weaker).toBe('hole')
    // 1.5 of pitch on 24, oiled: d2 23.026; 0.2387 + 1.8613 of thread, 2.1 of face, mm.
    expect(soft.stopNm).toBeCloseTo((soft.allowedN * (0.238732 + 1.861115 + 2.1)) / 1000, 1)
    const tough = threadIn({ ...of, sleeveBoreMm: 22, wallMm: 2, tapped: { ...tapped, sleeveShearMPa: 900 } })!
    expect(tough.weaker).toBe('rod')
  })
  it('bears less in a softer sleeve', () => {
    const hard = threadIn({ ...of, sleeveBoreMm: 22, wallMm: 2, tapped })!
    const soft = threadIn({ ...of, sleeveBoreMm: 22, wallMm: 2, tapped: { ...tapped, sleeveShearMPa: 60 } })!
    expect(soft.allowedN).toBeLessThan(hard.allowedN)
    expect(soft.neededMm).toBeGreaterThan(hard.neededMm)
  })
})
