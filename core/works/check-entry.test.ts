import { describe, expect, it } from 'vitest'
import { applyAct } from '../job/apply'
import { gaugeUncertaintyMm } from '../measure/uncertainty'
import { sixCylinders } from '../testing/make-snapshot'
import { pointsNowhere, uncheckedFields } from './check-entry'
import type { EntryAct } from './kinds'

const plain = sixCylinders()
const boreGauge = { ...plain.gauges[0]!, id: '00000000-0000-4000-8000-0000000000b0', kind: 'bore' as const }
const pressureGauge = {
  ...boreGauge,
  id: '00000000-0000-4000-8000-0000000000b1',
  kind: 'pressure' as const,
  resolutionMm: 0,
  repeatabilityMm: 0,
  otherUncertainty: 2,
}
const job = { ...plain, gauges: [...plain.gauges, boreGauge, pressureGauge] }
const other = '00000000-0000-4000-8000-00000000dead'
const bore: Extract<EntryAct, { what: 'sleeve-bore' }> = {
  what: 'sleeve-bore',
  boreId: other,
  cylinder: 1,
  topMm: [38, 38],
  bottomMm: [38, 38],
  damage: 'none',
  clean: true,
  gaugeId: boreGauge.id,
  uncertaintyMm: 0,
  words: '',
}
const bolt: Extract<EntryAct, { what: 'tighten-bolt' }> = {
  what: 'tighten-bolt',
  tighteningId: other,
  joint: 'hold-down',
  cylinder: 1,
  bolt: '1',
  round: 0,
  torqueNm: 20,
  angleDeg: null,
  shown: 20,
  unit: 'Nm',
  source: 'wrench',
  condition: 'oiled',
}
const by = { seq: 1, at: '2026-11-02T08:00:00.000Z', personId: other }

describe('what an entry points at', () => {
  it('is looked after for every field of every kind that points at something', () => {
    expect(uncheckedFields()).toEqual([])
  })

  it.each<[string, EntryAct, string | null]>([
    ['a gauge of the shop', bore, null],
    ['no gauge', { ...bore, gaugeId: null }, null],
    ['a sled, which reads no bore', { ...bore, gaugeId: job.gauges[0]!.id }, 'gauge-of-another-kind'],
    ['taken with a gauge that reads it', { ...bore, takenWith: [{ by: 'bore', gaugeId: boreGauge.id }] }, null],
    ['taken with one that nobody named', { ...bore, takenWith: [{ by: 'bore', gaugeId: null }] }, null],
    ['taken with one of nowhere', { ...bore, takenWith: [{ by: 'bore', gaugeId: other }] }, 'unknown-gauge'],
    [
      'taken with one that reads something else',
      { ...bore, takenWith: [{ by: 'bore', gaugeId: job.gauges[0]!.id }] },
      'gauge-of-another-kind',
    ],
    ['a gauge of nowhere', { ...bore, gaugeId: other }, 'unknown-gauge'],
    [
      'a test of another job',
      { what: 'hold-end', heldId: other, holdId: other, endKPa: 90, endC: 20, wet: [], words: '' },
      'unknown-entry',
    ],
    [
      'a puller of nowhere',
      {
        what: 'log-pull',
        pullId: other,
        cylinder: 1,
        pullerId: other,
        peakNm: null,
        tightMm: [],
        ranOut: 'nothing',
        words: '',
      },
      'unknown-puller',
    ],
    ['a joint and its bolt', bolt, null],
    ['a joint of nowhere', { ...bolt, joint: 'tow-hook' }, 'unknown-joint'],
    ['a bolt that the joint has not', { ...bolt, bolt: '9' }, 'unknown-joint'],
    [
      'a head that the engine has not',
      { what: 'read-line', flatId: other, on: 'deck', head: 9, from: [0, 0], to: [1, 0], gapMm: 0, notMm: null },
      'unknown-place',
    ],
  ])('may be %s: %#', (_, act, code) => {
    expect(pointsNowhere(job, act)?.code ?? null).toBe(code)
  })

  it('is refused where a wet cylinder is none of the engine', () => {
    const started = applyAct(
      job,
      { what: 'hold-start', holdId: other, startKPa: 100, startC: 20, uncertaintyKPa: 1 },
      by,
    )
    const end = (wet: number[]): EntryAct => ({
      what: 'hold-end',
      heldId: by.personId,
      holdId: other,
      endKPa: 90,
      endC: 20,
      wet,
      words: '',
    })
    expect(pointsNowhere(started, end([1, 6]))).toBeNull()
    expect(pointsNowhere(started, end([99]))).toEqual({ code: 'unknown-cylinder', details: ['99'] })
  })
})

describe('what a pressure is uncertain by', () => {
  it('is told by the gauge that it was read with', () => {
    const start: EntryAct = {
      what: 'hold-start',
      holdId: other,
      startKPa: 100,
      startC: 20,
      uncertaintyKPa: 0,
      takenWith: [{ by: 'pressure', gaugeId: pressureGauge.id }],
    }
    expect(applyAct(job, start, by).works.sleeves!.holds[0]!.uncertaintyKPa).toBe(2)
  })
})

describe('what a figure is uncertain by', () => {
  const stored = (act: EntryAct, snapshot = job) => {
    const { bores } = applyAct(snapshot, act, by).works.sleeves!
    return bores[0]!.uncertaintyMm
  }
  it('is told by its gauge and the shop\u2019s rule, whatever the device says', () => {
    const { repeatabilityMm, resolutionMm } = boreGauge
    for (const uncertaintyMm of [0, 0.9])
      expect(stored({ ...bore, uncertaintyMm })).toBe(gaugeUncertaintyMm(repeatabilityMm, resolutionMm))
    expect(stored(bore, { ...job, rule: 'plain' })).toBe(0)
    // What each figure was taken with stands beside it, as the shop knows it.
    const { bores } = applyAct(
      job,
      {
        ...bore,
        takenWith: [
          { by: 'bore', gaugeId: boreGauge.id, uncertainty: 9 },
          { by: 'outside', gaugeId: null, uncertainty: 9 },
        ],
      },
      by,
    ).works.sleeves!
    expect(bores[0]!.takenWith).toEqual([
      { by: 'bore', gaugeId: boreGauge.id, uncertainty: gaugeUncertaintyMm(repeatabilityMm, resolutionMm) },
      { by: 'outside', gaugeId: null, uncertainty: null },
    ])
    // Without a gauge it is as it was entered.
    expect(stored({ ...bore, gaugeId: null, uncertaintyMm: 0.02 })).toBe(0.02)
  })
})
