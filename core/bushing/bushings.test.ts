import { describe, expect, it } from 'vitest'
import { apartAtShare, openShare, overlapMm2 } from './circles'
import { driveIn } from './drive-in'
import { openArea } from './open-area'
import { placeBushing } from './place-bushing'
import { seenClock } from './seen-clock'
import { spinTest } from './spin-shaft'

describe('two holes over each other', () => {
  it('have in common what the smaller one is, less as they part, and nothing at last', () => {
    expect(overlapMm2(2, 3, 0.5)).toBeCloseTo(Math.PI * 4, 12)
    expect(overlapMm2(2, 3, 5)).toBe(0)
    // Counted square by square on a fine grid.
    const [a, b, e] = [2, 3, 2.4]
    let count = 0
    const cell = 0.005
    for (let x = -a; x < a; x += cell)
      for (let y = -a; y < a; y += cell) if (x ** 2 + y ** 2 < a ** 2 && (x - e) ** 2 + y ** 2 < b ** 2) count++
    expect(overlapMm2(a, b, e)).toBeCloseTo(count * cell ** 2, 1)
  })

  it('may part so far that a share stays open, and no farther', () => {
    const holes = { bushingHoleMm: 5, drillingMm: 6 }
    for (const share of [0.2, 0.66, 0.95]) expect(openShare(holes, apartAtShare(holes, share))).toBeCloseTo(share, 9)
    expect(apartAtShare(holes, 1)).toBe(0.5)
  })

  it('leave the turn out where a groove runs round', () => {
    const of = { bushingHoleMm: 6, drillingMm: 6, boreMm: 50, turnedDeg: 20, depthErrorMm: 0, wantedShare: 0.66 }
    expect(openArea({ ...of, groove: false }).openShare).toBe(0)
    expect(openArea({ ...of, groove: true }).openShare).toBeCloseTo(1, 12)
  })
})

describe('a bushing in its place', () => {
  const hole = { bushingHoleMm: 5, drillingMm: 6, holeFromTrailingEdgeMm: 13, turnedDeg: 0, groove: false }
  const base = { housingWidthMm: 26, bushingWidthMm: 26, boreMm: 50, wantedShare: 0.9 }
  it('cannot serve two drillings that lie too far apart', () => {
    const placed = placeBushing({
      ...base,
      holes: [
        { ...hole, drillingFromFaceMm: 11 },
        { ...hole, drillingFromFaceMm: 15.5 },
      ],
    })
    expect(placed.window).toBeNull()
    expect(placed.verdict).toBe('cannot')
    expect(placed.best!.depthMm).toBeCloseTo(0.25, 6)
    expect(placed.best!.minShare).toBeLessThan(0.9)
  })
  it('stands deeper than flush where the drilling lies deeper', () => {
    const placed = placeBushing({ ...base, holes: [{ ...hole, drillingFromFaceMm: 14.2 }] })
    expect(placed.verdict).toBe('go-deeper')
    expect(placed.atFlush[0]!.minShare).toBeLessThan(placed.best!.minShare)
  })
})

describe('a block upside down, seen from the rear', () => {
  it('turns every hour of the book', () => {
    const { holes } = seenClock({ holesOClock: [3, 12], blockRolledDeg: 180, seenFrom: 'rear' })
    expect(holes).toEqual([
      { seenDeg: 90, oClock: 3 },
      { seenDeg: 180, oClock: 6 },
    ])
  })
})

describe('blows', () => {
  const at = { targetMm: 0, underMm: 0.4, overMm: 0.6 }
  it('grow fewer as the edge comes nearer, and stop when it went too far', () => {
    const looks = [
      { blows: 0, depthMm: -6 },
      { blows: 4, depthMm: -4 },
    ]
    const far = driveIn({ looks, ...at })
    expect(far.blowsToNextLook).toBeGreaterThan(1)
    const near = driveIn({ looks: [...looks, { blows: 10, depthMm: -0.8 }], ...at })
    expect(near.blowsToNextLook).toBeLessThan(far.blowsToNextLook)
    expect(driveIn({ looks: [...looks, { blows: 12, depthMm: 0.9 }], ...at })).toMatchObject({
      verdict: 'too-far',
      blowsToNextLook: 0,
    })
  })
})

describe('a camshaft turned by hand', () => {
  it('says where once a turn it is tight', () => {
    const readings = Array.from({ length: 8 }, (_, i) => ({
      angleDeg: i * 45,
      pullN: 20 + 15 * Math.cos(((i * 45 - 90) * Math.PI) / 180),
    }))
    const found = spinTest({ armMm: 300, limitNm: 9, readings })
    expect(found.reading).toBe('tight-at-one-place')
    expect(found.peakAtDeg).toBeCloseTo(90, 6)
    expect(found.meanNm).toBeCloseTo(6, 9)
  })
})
