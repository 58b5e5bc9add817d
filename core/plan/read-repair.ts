import { learnBias } from '../works/liners/cut-bore'
import { readLedges } from '../works/liners/ledges'
import { mayShim } from '../works/liners/rings'
import { shimmedSpec } from '../works/liners/windows'
import { isSled, type Liner, type Shim, type Snapshot } from '../job/snapshot'
import { linkSign, nominalLedgeDepthMm } from '../liner/stack'
import { carriesPlane, fitPlane } from '../measure/fit-plane'
import { gaugeUncertaintyMm, meanUncertaintyMm } from '../measure/uncertainty'
import type { RepairInput } from './plan-input'

/** A part's figures from its readings: mean, wedge and where it is thick; null before three stations are read that carry a plane. */
export interface PartFigures {
  meanMm: number
  wedgeMm: number
  thickAtDeg: number | null
}

export function partFigures(part: Pick<Liner | Shim, 'readings'>): PartFigures | null {
  if (!carriesPlane(part.readings)) return null
  const { centreMm, tiltMm, highAtDeg } = fitPlane(part.readings, 1)
  return { meanMm: centreMm, wedgeMm: tiltMm, thickAtDeg: highAtDeg }
}

/** Why a part is not like the others: unmeasured, far off its nominal, or uneven. */
export type PartFlag = 'unmeasured' | 'off-nominal' | 'uneven' | 'good'

/** What a part may stray before it is called odd, mm. */
export const oddParts = { liner: { offMm: 0.02, wedgeMm: 0.01 }, shim: { offMm: 0.004, wedgeMm: 0.003 } } as const

export function partFlag(part: Pick<Liner | Shim, 'readings' | 'nominalMm'>, kind: 'liner' | 'shim'): PartFlag {
  const figures = partFigures(part)
  if (!figures) return 'unmeasured'
  if (Math.abs(figures.meanMm - part.nominalMm) > oddParts[kind].offMm) return 'off-nominal'
  return figures.wedgeMm > oddParts[kind].wedgeMm ? 'uneven' : 'good'
}

/** What a list says of a part: what it measures, how uneven it is, what is odd about it. */
export interface PartStand {
  /** null before it was measured. */
  actualMm: number | null
  wedgeMm: number | null
  thickAtDeg: number | null
  flag: PartFlag
}

export function partStand(part: Liner | Shim, kind: 'liner' | 'shim'): PartStand {
  const figures = partFigures(part)
  return {
    actualMm: figures?.meanMm ?? ('actualMm' in part && part.actualMm !== part.nominalMm ? part.actualMm : null),
    wedgeMm: figures?.wedgeMm ?? null,
    thickAtDeg: figures?.thickAtDeg ?? null,
    flag: partFlag(part, kind),
  }
}

/** Scatter of the cutter that is assumed until its own passes tell, mm. */
export const ASSUMED_CUTTER_STD_MM = 0.002

export interface RepairWishes {
  /** Liners keep to their own bores: no sorting, only turning. */
  keepBores: boolean
  /** Ports or injector openings forbid turning. */
  noTurning: boolean
  samples: number
}

/**
 * A job as `repair-plan` asks for it: ledges as measured, free liners and shims of the stock,
 * and the uncertainties of the gauges that measured them.
 */
export function readRepair(snapshot: Snapshot, wishes: RepairWishes): RepairInput {
  const jobId = snapshot.job.id
  const { links, limits } = snapshot.sheet
  const ledges = readLedges(snapshot)
  const usable = (p: Liner | Shim) => p.fitted === null || p.fitted.jobId === jobId
  const cylinders = ledges.map((l) => l.cylinder)
  const liners = snapshot.liners.filter(usable).flatMap((l) => {
    const f = partFigures(l)
    return f
      ? [
          {
            id: l.id,
            flangeMm: f.meanMm,
            wedgeMm: f.wedgeMm,
            thickAtDeg: f.thickAtDeg ?? 0,
            ...(mayShim(snapshot.sheet, l) ? {} : { noShim: true }),
            only: l.onlyCylinder ?? l.fitted?.cylinder ?? null,
          },
        ]
      : []
  })
  const ownKind = links.find((l) => linkSign(l.kind) > 0)
  const ledgeKind = nominalLedgeDepthMm(links)
  const otherMm = links.filter((l) => l !== ownKind).reduce((sum, l) => sum - l.nominalMm, 0) + ledgeKind
  const gaugeU = (id: string | undefined) => {
    const gauge = snapshot.gauges.find((g) => g.id === id)
    return gauge ? gaugeUncertaintyMm(gauge.repeatabilityMm, gauge.resolutionMm) : 0
  }
  const finest = snapshot.gauges.filter((g) => isSled(g.kind)).sort((a, b) => a.repeatabilityMm - b.repeatabilityMm)[0]
  const ledgeU = Math.max(0, ...ledges.map((l) => gaugeU(l.set?.gaugeId)))
  const learned = learnBias(snapshot)
  return {
    bores: ledges.map((l) => {
      const trued = l.changed
      return {
        cylinder: l.cylinder,
        depthMm: l.depthMm,
        tiltMm: trued ? 0 : (l.plane?.tiltMm ?? 0),
        highAtDeg: trued ? null : (l.plane?.highAtDeg ?? null),
        frettingMm: l.frettingMm,
      }
    }),
    liners: liners.map(({ only, ...l }, i) => {
      const own = only ?? (wishes.keepBores ? (cylinders[i] ?? null) : null)
      return own === null ? l : { ...l, onlyCylinder: own }
    }),
    bookFlangeMm: ownKind?.nominalMm ?? 0,
    otherMm,
    heads: snapshot.engine.heads,
    spec: {
      minMm: limits.minMm,
      maxMm: limits.maxMm,
      aimMm: limits.aimMm,
      withinLinerMaxMm: limits.withinLinerMaxMm,
      adjacentMaxMm: limits.adjacentMaxMm,
      headRangeMaxMm: limits.headRangeMaxMm,
      shimmed: shimmedSpec(snapshot.sheet),
    },
    maxDepthMm: limits.maxLedgeDepthMm,
    shims: snapshot.shims.filter(usable).map(({ id, actualMm, nominalMm }) => ({ id, actualMm, nominalMm })),
    sizesMm: [...new Set(snapshot.shims.map((s) => s.nominalMm))].sort((a, b) => a - b),
    tooling: snapshot.tooling,
    rates: snapshot.rates,
    uncertainty: {
      ledgeMm: meanUncertaintyMm(ledgeU, snapshot.stationsDeg.length),
      flangeMm: meanUncertaintyMm(gaugeU(finest?.id), 4),
      shimMm: meanUncertaintyMm(gaugeU(finest?.id), 3),
      cutterStdMm: learned?.scatterMm ?? ASSUMED_CUTTER_STD_MM,
    },
    rotationsDeg: wishes.noTurning ? [0] : [0, 90, 180, 270],
    samples: wishes.samples,
  }
}
