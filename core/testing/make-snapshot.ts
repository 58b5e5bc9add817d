import type { JobAct } from '../job/acts'
import { applyAct } from '../job/apply'
import { blankSnapshot } from '../job/blank-snapshot'
import type { Shim, Snapshot } from '../job/snapshot'
import type { MeasuredStage, SetStage } from '../job/stages'

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`

export const ids = { gauge: uuid(1), person: uuid(2), engine: uuid(3), sheet: uuid(4), coarse: uuid(5) }

/** A six-cylinder job with two heads, nothing measured: the bench for tests of the job's logic. */
export function sixCylinders(change: Partial<Snapshot> = {}): Snapshot {
  const at = '2026-11-01T08:00:00.000Z'
  const engine = {
    id: ids.engine,
    name: 'Six',
    layout: 'inline' as const,
    boreMm: 140,
    pitchMm: 172,
    bankAngleDeg: 0,
    banks: [[1, 2, 3, 4, 5, 6]],
    heads: [
      [1, 2, 3],
      [4, 5, 6],
    ],
    firing: [],
  }
  const sheet = {
    id: ids.sheet,
    version: 1,
    seat: 'top-stop' as const,
    source: 'book',
    page: '',
    copiedOn: null,
    liner: null,
    seals: [],
    sections: {},
    personId: null,
    at,
    links: [
      { kind: 'flange' as const, nominalMm: 10.6 },
      { kind: 'counterbore' as const, nominalMm: 10.5 },
    ],
    limits: {
      minMm: 0.06,
      maxMm: 0.14,
      aimMm: 0.1,
      withinLinerMaxMm: 0.03,
      adjacentMaxMm: 0.04,
      headRangeMaxMm: 0.05,
      maxLedgeDepthMm: 11.3,
      holdDownNm: 55,
    },
  }
  const tooling = {
    leavesMm: [0.03, 0.04, 0.05, 0.06, 0.08, 0.1, 0.13, 0.15, 0.2, 0.25],
    maxLeavesPerPack: 3,
    maxPassMm: 0.25,
    finishMm: 0.05,
    cutterBiasMm: 0,
    cleanupMm: 0.02,
  }
  const shims: Shim[] = [0.05, 0.1, 0.2, 0.3].map((actualMm, i) => ({
    id: uuid(100 + i),
    engineId: ids.engine,
    label: `S${i}`,
    nominalMm: actualMm,
    actualMm,
    material: 'stainless',
    chamfer: 'inside',
    readings: [],
    fitted: null,
  }))
  return {
    ...blankSnapshot(engine, sheet, tooling),
    shims,
    gauges: [
      {
        id: ids.gauge,
        name: 'fine',
        serial: '',
        kind: 'digital-sled',
        resolutionMm: 0.001,
        repeatabilityMm: 0.0018,
        basis: 'study',
        calibrationDue: null,
      },
      {
        id: ids.coarse,
        name: 'coarse',
        serial: '',
        kind: 'dial-sled',
        resolutionMm: 0.01,
        repeatabilityMm: 0.004,
        basis: 'entered',
        calibrationDue: null,
      },
    ],
    people: [{ id: ids.person, name: 'Ines Varga', role: 'lead' }],
    ...change,
  }
}

/** A job that tests act upon, one act after the other. */
export class Played {
  private count = 0

  constructor(public snapshot: Snapshot = sixCylinders()) {}

  act(act: JobAct, at = '2026-11-02T08:00:00.000Z'): this {
    this.count += 1
    this.snapshot = applyAct(this.snapshot, act, { seq: this.count, at, personId: ids.person })
    return this
  }

  /** The id of the n-th thing made here. */
  id(n: number): string {
    return uuid(10_000 + n)
  }

  /** A set of readings at the stations from the front on; ended on the given zero, or left open. */
  set(cylinder: number, valuesMm: number[], more: { stage?: SetStage; zeroMm?: number; gaugeId?: string } = {}): this {
    const setId = this.id(this.count)
    this.act({
      what: 'open-set',
      setId,
      cylinder,
      stage: more.stage ?? 'trial-fit',
      gaugeId: more.gaugeId ?? ids.gauge,
      zeroOn: 'deck',
    })
    valuesMm.forEach((valueMm, i) => {
      this.act({
        what: 'take-reading',
        readingId: this.id(this.count),
        setId,
        angleDeg: this.snapshot.stationsDeg[i % 4]!,
        valueMm,
        source: 'typed',
      })
    })
    return more.zeroMm === undefined ? this : this.act({ what: 'close-set', setId, zeroMm: more.zeroMm })
  }

  /** Every cylinder measured at its aim, but those given. */
  deck(special: Record<number, number[]> = {}, stage: MeasuredStage = 'trial-fit'): this {
    for (const cylinder of this.snapshot.engine.heads.flat())
      this.set(cylinder, special[cylinder] ?? [0.1, 0.101, 0.1, 0.099], { stage, zeroMm: 0 })
    return this
  }

  cut(cylinder: number, leavesMm: number[], expectMm: number): this {
    return this.act({ what: 'cut-pass', cutId: this.id(this.count), cylinder, kind: 'rough', leavesMm, expectMm })
  }

  shim(cylinder: number, shimId: string | null, expectMm: number): this {
    return this.act({ what: 'fit-shim', fitId: this.id(this.count), cylinder, shimId, expectMm })
  }
}
