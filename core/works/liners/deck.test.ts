import { describe, expect, it } from 'vitest'
import { Played, sixCylinders } from '../../testing/make-snapshot'
import { barePlane, readDeck } from './deck'
import type { MeasuredStage } from '../../job/stages'

const cylinder = (played: Played, n: number, stage: MeasuredStage = 'trial-fit') =>
  readDeck(played.snapshot, stage).cylinders.find((c) => c.cylinder === n)!

describe('the deck', () => {
  it('forgets readings of a stack that was changed, and shows the prediction beside the next ones', () => {
    const played = new Played().set(3, [0.16, 0.17, 0.165, 0.16]).cut(3, [0.06], 0.106)
    expect(cylinder(played, 3)).toMatchObject({
      changed: { kind: 'cut', expectMm: 0.106 },
      judgement: null,
      cutTotalMm: 0.06,
    })
    played.set(3, [0.1, 0.104, 0.1, 0.1])
    const { changed, prediction } = cylinder(played, 3)
    expect(changed).toBeNull()
    expect(prediction!.expectMm).toBe(0.106)
    expect(prediction!.measuredMm).toBeCloseTo(0.101)
    expect(prediction!.differenceMm).toBeCloseTo(-0.005)
    // Of a set after which nothing was changed there was nothing to promise.
    played.set(3, [0.101, 0.101, 0.101, 0.101], { zeroMm: 0 })
    expect(cylinder(played, 3).prediction).toBeNull()
    expect(cylinder(played, 4).prediction).toBeNull()
  })

  it('takes the mean of repeats, known better than one reading', () => {
    const played = new Played().set(1, [0.138, 0.1, 0.1, 0.1, 0.136, 0.1, 0.1, 0.1])
    const c = cylinder(played, 1)
    expect(c.stations[0]!.valueMm).toBeCloseTo(0.137)
    expect(c.stations[0]!.uncertaintyMm).toBeCloseTo(c.set!.uncertaintyMm / Math.SQRT2)
  })

  it('keeps fretting until the cuts have gone through it', () => {
    const ledges = [{ cylinder: 3, depthMm: 10.5, frettingMm: 0.02 }]
    const played = new Played(sixCylinders({ ledges })).set(3, [0.1, 0.1, 0.1, 0.1]).cut(3, [0.03], 0.07)
    expect(cylinder(played, 3)).toMatchObject({ depthMm: 10.53 })
    expect(cylinder(played, 3).frettingMm).toBeCloseTo(0.01)
    expect(cylinder(played.cut(3, [0.05], 0.02), 3).frettingMm).toBe(0)
  })

  it('is whole only when everything is measured, unchanged and on a good zero', () => {
    expect(readDeck(new Played().set(1, [0.1, 0.1, 0.1, 0.1]).snapshot, 'trial-fit').overall).toBe('incomplete')
    expect(readDeck(new Played().deck().snapshot, 'trial-fit').overall).toBe('in')
    expect(
      readDeck(new Played().deck().set(2, [0.1, 0.1, 0.1, 0.1], { zeroMm: 0.02 }).snapshot, 'trial-fit').overall,
    ).toBe('incomplete')
    expect(readDeck(new Played().deck().cut(1, [0.03], 0.07).snapshot, 'trial-fit').overall).toBe('incomplete')
    expect(readDeck(new Played().deck({ 2: [0.2, 0.2, 0.2, 0.2] }).snapshot, 'trial-fit').overall).toBe('out')
  })

  it('tells a liner without its shim', () => {
    const played = new Played()
      .set(2, [0.05, 0.05, 0.05, 0.05])
      .shim(2, new Played().snapshot.shims[0]!.id, 0.1)
      .set(2, [0.1, 0.1, 0.1, 0.1])
    expect(barePlane(cylinder(played, 2))!.centreMm).toBeCloseTo(0.05)
  })
})
