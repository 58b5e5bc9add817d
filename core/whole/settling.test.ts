import { describe, expect, it } from 'vitest'
import type { Snapshot } from '../job/snapshot'
import { Played, sixCylinders } from '../testing/make-snapshot'
import { compareSchools, readSettling } from './settling'

/** A job at so many hours, with each of these cylinders measured alike at its four stations. */
function measured(
  stage: 'final-check' | 'as-found',
  hours: number | null,
  means: Record<number, number>,
  change: Partial<Snapshot> = {},
): Snapshot {
  const blank = sixCylinders(change)
  const played = new Played({
    ...blank,
    job: { ...blank.job, usage: hours === null ? null : { value: hours, unit: 'hours' } },
  })
  for (const [cylinder, mm] of Object.entries(means))
    played.set(Number(cylinder), [mm, mm, mm, mm], { stage, zeroMm: 0 })
  return played.snapshot
}

describe('how liners settle', () => {
  it('tells what each lost in a thousand hours, and when it leaves its window', () => {
    const built = measured('final-check', 1000, { 1: 0.11, 2: 0.1 })
    const found = measured('as-found', 6000, { 1: 0.09, 2: 0.1, 3: 0.1 })
    const pair = readSettling(built, found)!
    expect(pair.hours).toBe(5000)
    expect(pair.bores.map((b) => b.cylinder)).toEqual([1, 2])
    const [one, two] = pair.bores
    expect(one!.perThousandMm).toBeCloseTo(-0.004, 9)
    // 0.030 above the least of 0.060, at 0.004 a thousand.
    expect(one!.leavesInH).toBeCloseTo(((0.09 - found.sheet.limits.minMm) / 0.004) * 1000, 6)
    // What moves less than its doubt does not move.
    expect(two!.perThousandMm).toBe(0)
    expect(two!.leavesInH).toBeNull()
  })
  it('says nothing where the hours are not known, run backward, or the engine is another', () => {
    const built = measured('final-check', 1000, { 1: 0.11 })
    const found = measured('as-found', 6000, { 1: 0.09 })
    expect(readSettling(built, measured('as-found', null, { 1: 0.09 }))).toBeNull()
    expect(readSettling(found, built)).toBeNull()
    expect(
      readSettling(built, { ...found, engine: { ...found.engine, id: '00000000-0000-4000-8000-00000000abcd' } }),
    ).toBeNull()
    expect(readSettling(built, measured('as-found', 6000, {}))).toBeNull()
  })
  it('puts the school that lasts first, over all engines that were built so', () => {
    const pair = (school: 'aim' | 'upper', rates: number[]) => ({
      jobId: '00000000-0000-4000-8000-000000000001',
      nextId: '00000000-0000-4000-8000-000000000002',
      title: 'x',
      hours: 1000,
      school,
      holdDownNm: 62,
      bores: rates.map((perThousandMm, i) => ({
        cylinder: i + 1,
        builtMm: 0.1,
        foundMm: 0.1 + perThousandMm,
        perThousandMm,
        doubtMm: 0.0005,
        leavesInH: null,
      })),
    })
    const schools = compareSchools([pair('upper', [-0.008, -0.01]), pair('aim', [-0.002]), pair('aim', [-0.004])])
    expect(schools.map((s) => [s.school, s.engines, s.bores])).toEqual([
      ['aim', 2, 2],
      ['upper', 1, 2],
    ])
    expect(schools[0]!.perThousandMm).toBeCloseTo(-0.003, 9)
    expect(schools[1]!.spreadMm).toBeCloseTo(Math.SQRT2 / 1000, 9)
  })
})
