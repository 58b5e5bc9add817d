import { describe, expect, it } from 'vitest'
import type { Liner } from '../job/snapshot'
import { Played, ids, sixCylinders } from '../testing/make-snapshot'
import { gaugeUncertaintyMm } from '../measure/uncertainty'
import { ASSUMED_CUTTER_STD_MM, readRepair } from './read-repair'

const liner = (n: number, more: Partial<Liner> = {}): Liner => ({
  id: `00000000-0000-4000-8000-00000000090${n}`,
  engineId: ids.engine,
  label: `L${n}`,
  nominalMm: 10.6,
  material: '',
  onlyCylinder: null,
  readings: [10.604, 10.6, 10.596, 10.6].map((valueMm, i) => ({ angleDeg: i * 90, valueMm })),
  fitted: null,
  ...more,
})
const elsewhere = { jobId: '00000000-0000-4000-8000-0000000000aa', cylinder: 1 }
const wishes = { keepBores: false, noTurning: false, samples: 1000 }

describe('readRepair', () => {
  it('takes the ledges as measured, and even where they were cut since', () => {
    const played = new Played().set(3, [10.62, 10.61, 10.57, 10.58], {
      stage: 'counterbores',
      zeroMm: 0,
      gaugeId: ids.coarse,
    })
    const [, , three] = readRepair(played.snapshot, wishes).bores
    expect(three!.tiltMm).toBeGreaterThan(0.04)
    expect(three!.depthMm + three!.tiltMm / 2).toBeCloseTo(10.595, 9)
    played.cut(3, [0.2], 0)
    expect(readRepair(played.snapshot, wishes).bores[2]).toMatchObject({
      tiltMm: 0,
      highAtDeg: null,
      depthMm: expect.closeTo(three!.depthMm + 0.2, 9),
    })
  })

  it('takes what can be had: measured, on the shelf or already here', () => {
    const liners = [
      liner(1),
      liner(2, { fitted: elsewhere }),
      liner(3, { readings: [] }),
      liner(4, { onlyCylinder: 5 }),
      liner(5, { readings: [0, 4, 8].map((angleDeg) => ({ angleDeg, valueMm: 10.6 })) }),
    ]
    const snapshot = sixCylinders({ liners })
    snapshot.shims[0] = { ...snapshot.shims[0]!, fitted: elsewhere }
    const input = readRepair(snapshot, wishes)
    expect(input.liners.map((l) => [l.id, l.onlyCylinder])).toEqual([
      [liners[0]!.id, undefined],
      [liners[3]!.id, 5],
    ])
    expect(input.liners[0]).toMatchObject({ flangeMm: expect.closeTo(10.6, 9), wedgeMm: expect.closeTo(0.008, 9) })
    expect(input.shims.map((s) => s.actualMm)).toEqual([0.1, 0.2, 0.3])
    // A size can be bought even while the one there is lies in another engine.
    expect(input.sizesMm).toEqual([0.05, 0.1, 0.2, 0.3])
  })

  it('keeps liners in their bores, and forbids turning, where it is wished', () => {
    const input = readRepair(sixCylinders({ liners: [liner(1), liner(2)] }), {
      ...wishes,
      keepBores: true,
      noTurning: true,
    })
    expect(input.liners.map((l) => l.onlyCylinder)).toEqual([1, 2])
    expect(input.rotationsDeg).toEqual([0])
  })

  it('adds up a stack under a spacer plate', () => {
    const plated = sixCylinders()
    plated.sheet = {
      ...plated.sheet,
      seat: 'spacer-plate',
      links: [
        { kind: 'flange', nominalMm: 12 },
        { kind: 'ledge-below-block', nominalMm: 2.05 },
        { kind: 'plate-gasket', nominalMm: 0.35 },
        { kind: 'plate', nominalMm: 9.5 },
      ],
    }
    const input = readRepair(plated, wishes)
    expect(input.bookFlangeMm + input.otherMm - input.bores[0]!.depthMm).toBeCloseTo(0.1, 9)
  })

  it('knows the gauges: the ledge by the one that read it, four stations to a mean', () => {
    const played = new Played().set(1, [10.5, 10.5, 10.5, 10.5], {
      stage: 'counterbores',
      zeroMm: 0,
      gaugeId: ids.coarse,
    })
    const { uncertainty } = readRepair(played.snapshot, wishes)
    expect(uncertainty.ledgeMm).toBeCloseTo(gaugeUncertaintyMm(0.004, 0.01) / 2, 9)
    expect(uncertainty.flangeMm).toBeCloseTo(gaugeUncertaintyMm(0.0018, 0.001) / 2, 9)
    expect(uncertainty.cutterStdMm).toBe(ASSUMED_CUTTER_STD_MM)
    // Two measured passes tell the cutter's own scatter.
    played
      .cut(2, [0.1], 0.1)
      .set(2, [0.097, 0.097, 0.097, 0.097])
      .cut(2, [0.05], 0.05)
      .set(2, [0.049, 0.049, 0.049, 0.049])
    expect(readRepair(played.snapshot, wishes).uncertainty.cutterStdMm).toBeCloseTo(0.002 / Math.SQRT2, 9)
  })
})
