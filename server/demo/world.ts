import { noDeck, unitShape } from '#core/job/unit-shape'
import { camshaft } from './camshaft-world'
import { barrels, barrelStuds } from './compressor-world'
import { faces, padNuts } from './gearbox-world'
import { front, frontJoints } from './front-world'
import type { EngineShape, Gauge, Limits, Person, Sheet } from '#core/job/snapshot'
import { planeHeightMm } from '#core/measure/fit-plane'
import { partTruth, simulatedSpread, truePartMm, type BoreTruth } from '#core/sim/simulated-engine'
import type { Sections } from '#core/works/kinds'
import { demoId } from './demo-id'
import { cranks, fasteners, sleeves } from './unit-world'
import { linerShapes, sealSets } from './strip-world'

/** The made-up shop: nothing in it is a real maker, model, person or place. */
export const shopName = 'Skerrow Reach Works'
export const shopAddress = '4 Slipway Lane, Skerrow Reach\nworkshop@skerrow-reach.example'
export const currency = '€'

export const people = {
  ines: { id: demoId('Ines Varga'), name: 'Ines Varga', role: 'lead' },
  tom: { id: demoId('Tom Adeyar'), name: 'Tom Adeyar', role: 'technician' },
  lise: { id: demoId('Lise Brandt'), name: 'Lise Brandt', role: 'technician' },
  oke: { id: demoId('Oke Marlow'), name: 'Oke Marlow', role: 'apprentice' },
} satisfies Record<string, Person>

export const gauges = {
  digital: {
    id: demoId('digital sled'),
    name: 'Digital sled gauge 0.001',
    serial: 'SRW-017',
    kind: 'digital-sled',
    resolutionMm: 0.001,
    repeatabilityMm: 0.0018,
    basis: 'study',
    calibrationDue: '2027-05-31',
  },
  dial: {
    id: demoId('dial sled'),
    name: 'Dial sled gauge 0.01',
    serial: 'SRW-004',
    kind: 'dial-sled',
    resolutionMm: 0.01,
    repeatabilityMm: 0.004,
    basis: 'entered',
    calibrationDue: '2027-01-15',
  },
  depth: {
    id: demoId('depth gauge'),
    name: 'Depth gauge 0.001',
    serial: 'SRW-022',
    kind: 'depth',
    resolutionMm: 0.001,
    repeatabilityMm: 0.0022,
    basis: 'entered',
    calibrationDue: '2026-10-31',
  },
  bore: {
    id: demoId('bore gauge'),
    name: 'Bore gauge 50–150, 0.002',
    serial: 'SRW-031',
    kind: 'bore',
    resolutionMm: 0.002,
    repeatabilityMm: 0.0015,
    basis: 'entered',
    calibrationDue: '2027-03-31',
  },
  outside: {
    id: demoId('outside micrometer'),
    name: 'Outside micrometer 75–100, 0.001',
    serial: 'SRW-033',
    kind: 'outside',
    resolutionMm: 0.001,
    repeatabilityMm: 0.0012,
    basis: 'entered',
    calibrationDue: '2027-03-31',
  },
  dialIndicator: {
    id: demoId('dial indicator'),
    name: 'Dial indicator 0.01',
    serial: 'SRW-008',
    kind: 'dial',
    resolutionMm: 0.01,
    repeatabilityMm: 0.002,
    basis: 'entered',
    calibrationDue: '2027-02-28',
  },
  leaves: {
    id: demoId('feeler leaves'),
    name: 'Feeler leaves 0.02–1.00',
    serial: 'SRW-011',
    kind: 'feeler',
    resolutionMm: 0.01,
    repeatabilityMm: 0.003,
    basis: 'entered',
    calibrationDue: null,
  },
  pressure: {
    id: demoId('pressure gauge'),
    name: 'Test pressure gauge 0–4 bar',
    serial: 'SRW-040',
    kind: 'pressure',
    resolutionMm: 0,
    repeatabilityMm: 0,
    otherUncertainty: 2,
    basis: 'entered',
    calibrationDue: '2027-01-31',
  },
  thermometer: {
    id: demoId('contact thermometer'),
    name: 'Contact thermometer',
    serial: 'SRW-041',
    kind: 'thermometer',
    resolutionMm: 0,
    repeatabilityMm: 0,
    otherUncertainty: 1.5,
    basis: 'entered',
    calibrationDue: null,
  },
  wrench: {
    id: demoId('torque wrench'),
    name: 'Torque wrench 20–200',
    serial: 'SRW-050',
    kind: 'wrench',
    resolutionMm: 0,
    repeatabilityMm: 0,
    otherUncertainty: 4,
    basis: 'entered',
    calibrationDue: '2027-04-30',
  },
} satisfies Record<string, Gauge>

export interface DemoEngine {
  id: string
  shape: EngineShape
  sheet: Pick<Sheet, 'id' | 'seat' | 'links' | 'source' | 'page' | 'copiedOn' | 'liner' | 'seals'> & {
    limits: Limits
    sections?: Sections
  }
}

/** What the ferry's book says of its liners beyond the limits. */
const linerBook = {
  shimmed: null,
  ringsMax: 1,
  pilotMm: null,
  flat: { deckMm: 0.05, headMm: 0.05 },
  fireRingMm: 1.6,
  bore: {
    newMm: 140,
    maxMm: 140.15,
    taperMaxMm: 0.05,
    outOfRoundMaxMm: 0.05,
    pistonMm: 139.86,
    expansionPerC: 1.1e-5,
  },
}
/** The mid-stop engine's book: a tighter window where a shim lies, and a pin that proves the clocking. */
const midStopBook = {
  shimmed: { minMm: 0.1, maxMm: 0.16, aimMm: 0.13 },
  ringsMax: 1,
  pilotMm: 12,
  flat: null,
  fireRingMm: null,
  bore: null,
}

export const engines = {
  tarrock: {
    id: demoId('Tarrock 6L-140'),
    shape: {
      name: 'Tarrock 6L-140',
      layout: 'inline',
      boreMm: 140,
      pitchMm: 172,
      bankAngleDeg: 0,
      banks: [[1, 2, 3, 4, 5, 6]],
      heads: [
        [1, 2, 3],
        [4, 5, 6],
      ],
      firing: [1, 4, 2, 6, 3, 5],
    },
    sheet: {
      id: demoId('Tarrock 6L-140 sheet 1'),
      seat: 'top-stop',
      links: [
        { kind: 'flange', nominalMm: 10.6 },
        { kind: 'counterbore', nominalMm: 10.5 },
      ],
      limits: {
        minMm: 0.06,
        maxMm: 0.14,
        aimMm: 0.1,
        withinLinerMaxMm: 0.03,
        adjacentMaxMm: 0.04,
        headRangeMaxMm: 0.05,
        maxLedgeDepthMm: 11.3,
        holdDownNm: 62,
      },
      source: 'Tarrock 6L-140 workshop book, liner section',
      page: '4-17',
      copiedOn: '2026-11-02',
      liner: linerShapes.tarrock,
      seals: sealSets.tarrock,
      sections: { liners: linerBook, crank: cranks.tarrock, sleeves: sleeves.tarrock, fasteners: fasteners.tarrock },
    },
  },
  orrin: {
    id: demoId('Orrin 8V-118'),
    shape: {
      name: 'Orrin 8V-118',
      layout: 'vee',
      boreMm: 118,
      pitchMm: 150,
      bankAngleDeg: 90,
      banks: [
        [1, 3, 5, 7],
        [2, 4, 6, 8],
      ],
      heads: [[1], [3], [5], [7], [2], [4], [6], [8]],
      firing: [1, 5, 4, 8, 6, 3, 7, 2],
    },
    sheet: {
      id: demoId('Orrin 8V-118 sheet 1'),
      seat: 'spacer-plate',
      links: [
        { kind: 'flange', nominalMm: 12 },
        { kind: 'ledge-below-block', nominalMm: 2.05 },
        { kind: 'plate-gasket', nominalMm: 0.35 },
        { kind: 'plate', nominalMm: 9.5 },
      ],
      limits: {
        minMm: 0.07,
        maxMm: 0.13,
        aimMm: 0.1,
        withinLinerMaxMm: 0.025,
        adjacentMaxMm: null,
        headRangeMaxMm: null,
        maxLedgeDepthMm: null,
        holdDownNm: 48,
      },
      source: 'Orrin 8V-118 workshop book, liners and plate',
      page: '31',
      copiedOn: '2026-11-02',
      liner: linerShapes.orrin,
      seals: sealSets.orrin,
      sections: { crank: cranks.orrin, sleeves: sleeves.orrin, fasteners: fasteners.orrin },
    },
  },
  brennick: {
    id: demoId('Brennick 4M-105'),
    shape: {
      name: 'Brennick 4M-105',
      layout: 'inline',
      boreMm: 105,
      pitchMm: 132,
      bankAngleDeg: 0,
      banks: [[1, 2, 3, 4]],
      heads: [[1, 2, 3, 4]],
      firing: [1, 3, 4, 2],
    },
    sheet: {
      id: demoId('Brennick 4M-105 sheet 1'),
      seat: 'mid-stop',
      links: [
        { kind: 'step-to-top', nominalMm: 96.12 },
        { kind: 'mid-ledge', nominalMm: 96 },
      ],
      limits: {
        minMm: 0.09,
        maxMm: 0.17,
        aimMm: 0.13,
        withinLinerMaxMm: 0.03,
        adjacentMaxMm: 0.045,
        headRangeMaxMm: null,
        maxLedgeDepthMm: null,
        holdDownNm: null,
      },
      source: 'Brennick 4M-105 workshop book, block measurements',
      page: 'C-9',
      copiedOn: '2026-11-02',
      liner: linerShapes.brennick,
      seals: sealSets.brennick,
      sections: { liners: midStopBook, bushings: camshaft, front, fasteners: { joints: frontJoints } },
    },
  },
  lune: {
    id: demoId('Lune G40'),
    shape: {
      name: 'Lune G40',
      ...unitShape,
    },
    sheet: {
      id: demoId('Lune G40 sheet 1'),
      ...noDeck,
      source: 'Lune G40 overhaul book, pads',
      page: '14',
      copiedOn: '2026-11-18',
      sections: { faces, fasteners: { joints: padNuts } },
    },
  },
  sarn: {
    id: demoId('Sarn C2-90'),
    shape: {
      name: 'Sarn C2-90',
      ...unitShape,
    },
    sheet: {
      id: demoId('Sarn C2-90 sheet 1'),
      ...noDeck,
      source: 'Sarn C2-90 overhaul book, barrels',
      page: '8',
      copiedOn: '2026-11-19',
      sections: { barrels, fasteners: { joints: barrelStuds } },
    },
  },
} satisfies Record<string, DemoEngine>

/** Shims as they were measured on arrival: nominal is not actual. */
export const shims: {
  engineId: string
  label: string
  nominalMm: number
  actualMm: number
  material: 'stainless' | 'brass'
}[] = [
  ...(
    [
      ['A1', 0.05, 0.051],
      ['A2', 0.05, 0.05],
      ['B1', 0.1, 0.101],
      ['B2', 0.1, 0.099],
      ['C1', 0.2, 0.201],
      ['C2', 0.2, 0.2],
      ['D1', 0.25, 0.251],
      ['E1', 0.3, 0.3],
      ['E2', 0.3, 0.302],
      ['F1', 0.5, 0.499],
      ['G1', 0.75, 0.751],
    ] as const
  ).map(([label, nominalMm, actualMm]) => ({
    engineId: engines.tarrock.id,
    label,
    nominalMm,
    actualMm,
    material: 'stainless' as const,
  })),
  { engineId: engines.brennick.id, label: 'K1', nominalMm: 0.05, actualMm: 0.05, material: 'brass' },
  { engineId: engines.brennick.id, label: 'K2', nominalMm: 0.1, actualMm: 0.1, material: 'brass' },
]

/** A liner for a ledge that was cut deep: it comes with a ring under its flange. */
const RINGED = { label: 'T9', nominalMm: 10.8, ringsMm: [0.2] }

/** New liners for the ferry, measured on arrival at four stations but for two. */
export const liners = ['T1', 'T2', 'T3', 'T4', 'T5', 'T6', 'T7', 'T8', 'T9'].map((label) => {
  const ringed = label === RINGED.label
  const nominalMm = ringed ? RINGED.nominalMm : 10.6
  const id = demoId(`liner ${label}`)
  const { spreadMm, wedgeMm } = simulatedSpread.liner
  const truth = partTruth(id, nominalMm, spreadMm, wedgeMm)
  const measured = label !== 'T7' && label !== 'T8'
  const readings = [0, 90, 180, 270].map((angleDeg) => ({
    angleDeg,
    valueMm: Math.round(truePartMm(truth, angleDeg) * 1000) / 1000,
  }))
  return {
    kind: 'liner' as const,
    id,
    engineId: engines.tarrock.id,
    label,
    nominalMm,
    material: 'cast iron',
    onlyCylinder: null,
    readings: measured ? readings : [],
    ...(ringed ? { ringsMm: RINGED.ringsMm } : {}),
  }
})

/** The digital sled's repeat study: four masters, two people, three times round, in microns. */
export const study = {
  parts: ['P1', 'P2', 'P3', 'P4'],
  operators: [people.tom.name, people.lise.name],
  trials: 3,
  /** By trial, then person, then part. */
  microns: [
    [
      [81, 99, 117, 131],
      [80, 97, 116, 130],
    ],
    [
      [84, 98, 119, 133],
      [79, 99, 114, 129],
    ],
    [
      [80, 102, 116, 132],
      [82, 96, 117, 132],
    ],
  ],
}

const plane = (centreMm: number, tiltMm: number, highAtDeg: number) => ({ centreMm, tiltMm, highAtDeg })

/** The ferry's bores: 3 sunk and leaning, 2 low, 5 high after an old repair, the rest good. */
export const ferryBores: (BoreTruth & { frettingMm: number })[] = (
  [
    [1, plane(0.097, 0.01, 40), plane(0.101, 0.011, 40), 0],
    [2, plane(0.047, 0.013, 200), plane(0.043, 0.013, 200), 0],
    [3, plane(-0.016, 0.058, 215), plane(0.006, 0.062, 215), 0.02],
    [4, plane(0.091, 0.008, 120), plane(0.096, 0.008, 120), 0],
    [5, plane(0.168, 0.011, 300), plane(0.171, 0.011, 300), 0],
    [6, plane(0.104, 0.012, 75), plane(0.099, 0.01, 75), 0],
  ] as const
).map(([cylinder, asFound, trial, frettingMm]) => ({ cylinder, asFound, trial, frettingMm, cutterBiasMm: 0.002 }))

export const spareBores: BoreTruth[] = [0.094, 0.102, 0.089, 0.107, 0.098, 0.066].map((centreMm, i) => ({
  cylinder: i + 1,
  asFound: plane(centreMm, 0.008 + 0.002 * i, 60 * i),
  trial: plane(centreMm + 0.004, 0.009 + 0.001 * i, 60 * i),
  cutterBiasMm: 0.002,
}))

/** Pump set B, dry fit: cylinder 4 near the upper limit, cylinder 7 near the lower. Stations 0, 90, 180, 270. */
export const pumpDryFit: Record<number, number[]> = {
  1: [0.101, 0.104, 0.098, 0.096],
  2: [0.092, 0.09, 0.095, 0.097],
  3: [0.107, 0.11, 0.108, 0.103],
  4: [0.121, 0.124, 0.128, 0.123],
  5: [0.099, 0.097, 0.094, 0.096],
  6: [0.088, 0.091, 0.094, 0.09],
  7: [0.079, 0.072, 0.081, 0.084],
  8: [0.103, 0.1, 0.098, 0.101],
}

export const pumpAsFound: Record<number, number[]> = {
  1: [0.091, 0.095, 0.088, 0.086],
  2: [0.081, 0.078, 0.084, 0.087],
  3: [0.094, 0.099, 0.097, 0.091],
  4: [0.104, 0.108, 0.11, 0.105],
  5: [0.071, 0.066, 0.062, 0.067],
  6: [0.073, 0.076, 0.08, 0.075],
  7: [0.052, 0.047, 0.055, 0.059],
  8: [0.09, 0.086, 0.083, 0.088],
}

/** The loader: cylinder 2 high and cut once, cylinder 3 low and shimmed. */
export const loader = {
  asFound: {
    1: [0.118, 0.121, 0.116, 0.114],
    2: [0.191, 0.194, 0.199, 0.195],
    3: [0.071, 0.068, 0.066, 0.07],
    4: [0.127, 0.124, 0.122, 0.126],
  },
  dryBefore: {
    1: [0.124, 0.127, 0.122, 0.12],
    2: [0.194, 0.197, 0.201, 0.198],
    3: [0.074, 0.071, 0.069, 0.073],
    4: [0.131, 0.128, 0.126, 0.13],
  },
  dryAfter: { 2: [0.131, 0.133, 0.136, 0.134], 3: [0.125, 0.122, 0.12, 0.124] },
  final: {
    1: [0.123, 0.126, 0.121, 0.12],
    2: [0.129, 0.131, 0.134, 0.132],
    3: [0.124, 0.122, 0.119, 0.122],
    4: [0.13, 0.127, 0.125, 0.128],
  },
  /** Found again after 1830 hours: the cut ledge has settled, the shimmed one more. */
  foundAgain: {
    1: [0.12, 0.122, 0.118, 0.117],
    2: [0.118, 0.119, 0.122, 0.121],
    3: [0.107, 0.104, 0.102, 0.105],
    4: [0.127, 0.124, 0.122, 0.126],
  },
  leavesMm: [0.06],
  expectAfterCutMm: 0.1413,
  shimLabel: 'K1',
  expectAfterShimMm: 0.12175,
} satisfies Record<string, unknown>

/** The ferry's old gasket and deck: 6 was lifted when the head came off; the deck is out along one diagonal, between 2 and 3. */
const CLAMPED_MM = 1.42
const LIFTED_MM = 0.024
export const ferryBlock = {
  gapsMm: {
    'deck-1-left': 0.03,
    'deck-1-right': 0.045,
    'deck-1-front-left': 0.07,
    'deck-1-front-right': 0.042,
    'head-1-front-left': 0.035,
  },
  ringsMm: Object.fromEntries(
    ferryBores.map(({ cylinder, asFound }) => [
      String(cylinder),
      [0, 90, 180, 270].map(
        (angleDeg) =>
          Math.round((CLAMPED_MM - planeHeightMm(asFound, angleDeg) + (cylinder === 6 ? LIFTED_MM : 0)) * 1000) / 1000,
      ),
    ]),
  ),
}
