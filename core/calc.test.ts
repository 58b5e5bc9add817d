import { describe, expect, it } from 'vitest'
import { calc, calculations } from './calc'
import { CalcError } from './errors'
import { expectClose } from './testing/expect-close'
import fitPlane from './vectors/fit-plane.json'
import chooseRenewals from './vectors/choose-renewals.json'
import compareSets from './vectors/compare-sets.json'
import judgeProtrusion from './vectors/judge-protrusion.json'
import matchLiners from './vectors/match-liners.json'
import planCut from './vectors/plan-cut.json'
import planPull from './vectors/plan-pull.json'
import engageThread from './vectors/engage-thread.json'
import expandSleeve from './vectors/expand-sleeve.json'
import findLeak from './vectors/find-leak.json'
import findOutliers from './vectors/find-outliers.json'
import holdPressure from './vectors/hold-pressure.json'
import judgeTightening from './vectors/judge-tightening.json'
import planBarring from './vectors/plan-barring.json'
import setTip from './vectors/set-tip.json'
import tighten from './vectors/tighten.json'
import tightenOrder from './vectors/tighten-order.json'
import assignBushings from './vectors/assign-bushings.json'
import bushingClearance from './vectors/bushing-clearance.json'
import seenClock from './vectors/seen-clock.json'
import openArea from './vectors/open-area.json'
import placeBushing from './vectors/place-bushing.json'
import driveIn from './vectors/drive-in.json'
import spinTest from './vectors/spin-test.json'
import planPressFit from './vectors/plan-press-fit.json'
import heatWindow from './vectors/heat-window.json'
import pullerScrews from './vectors/puller-screws.json'
import setCover from './vectors/set-cover.json'
import placeSeal from './vectors/place-seal.json'
import pressByScrews from './vectors/press-by-screws.json'
import trueTdc from './vectors/true-tdc.json'
import judgeBore from './vectors/judge-bore.json'
import fitAtTemperature from './vectors/fit-at-temperature.json'
import boreAndHone from './vectors/bore-and-hone.json'
import boreAndHoneFinish from './vectors/bore-and-hone-finish.json'
import runClearance from './vectors/run-clearance.json'
import placePin from './vectors/place-pin.json'
import judgeProtrusionWindows from './vectors/judge-protrusion-windows.json'
import planCutWindows from './vectors/plan-cut-windows.json'
import matchLinersWindows from './vectors/match-liners-windows.json'
import stackUp from './vectors/stack-up.json'
import studyGauge from './vectors/study-gauge.json'

async function codeOf(name: string, input: unknown): Promise<string> {
  try {
    await calc(name, input)
  } catch (error) {
    if (error instanceof CalcError) return error.code
    throw error
  }
  return 'answered'
}

interface WorkedCases {
  calculation: string
  tolerance: number
  /** Fields with a tolerance of their own: what is drawn by lot. */
  looseKeys: Record<string, number | undefined>
  cases: { name: string; input: unknown; output?: unknown; error?: string }[]
}
const many = <T>(n: number, make: (i: number) => T) => Array.from({ length: n }, (_, i) => make(i))
const worked: WorkedCases[] = [
  fitPlane,
  judgeProtrusion,
  planCut,
  matchLiners,
  studyGauge,
  compareSets,
  stackUp,
  planPull,
  chooseRenewals,
  engageThread,
  expandSleeve,
  findLeak,
  findOutliers,
  holdPressure,
  judgeTightening,
  planBarring,
  setTip,
  tighten,
  tightenOrder,
  assignBushings,
  bushingClearance,
  seenClock,
  openArea,
  placeBushing,
  driveIn,
  spinTest,
  planPressFit,
  heatWindow,
  pullerScrews,
  setCover,
  placeSeal,
  pressByScrews,
  trueTdc,
  judgeBore,
  fitAtTemperature,
  boreAndHone,
  boreAndHoneFinish,
  runClearance,
  placePin,
  judgeProtrusionWindows,
  planCutWindows,
  matchLinersWindows,
]

describe.each(worked)('worked cases of $calculation', ({ calculation, tolerance, looseKeys, cases }) => {
  it.each(cases)('$name', async ({ input, output, error }) => {
    if (error !== undefined) return expect(await codeOf(calculation, input)).toBe(error)
    expectClose(await calc(calculation, input), output, tolerance, looseKeys)
  })
})

describe('bad input', () => {
  const spec = { minMm: 0.06, maxMm: 0.14, withinLinerMaxMm: 0.03, adjacentMaxMm: 0.04, headRangeMaxMm: null }
  const readings = [0, 90, 180, 270].map((angleDeg) => ({ angleDeg, valueMm: 0.1 }))
  const judge = { spec, uncertaintyMm: 0, heads: [[1, 2]], liners: [{ cylinder: 1, readings }] }
  const pull = planPull.cases[0]!.input
  const match = matchLiners.cases[0]!.input
  const renew = chooseRenewals.cases[0]!.input
  const study = (parts: number, operators: number, trials: number) =>
    Array.from({ length: parts * operators * trials }, (_, i) => ({
      part: `P${i % parts}`,
      operator: `T${Math.floor(i / parts) % operators}`,
      trial: Math.floor(i / parts / operators) + 1,
      valueMm: 0.1 + i / 1000,
    }))
  const cut = {
    readings,
    targetMm: 0.1,
    spec: { minMm: 0.06, maxMm: 0.14, withinLinerMaxMm: 0.03 },
    frettingMm: 0,
    cleanupMm: 0.02,
    shimStockMm: [],
    leavesMm: [0.05],
    maxLeavesPerPack: 2,
    finishMm: 0.05,
    maxPassMm: 0.25,
    cutterBiasMm: 0,
  }

  const leak = {
    causes: [
      { id: 'washer', prior: 2, openUpCost: 100 },
      { id: 'gasket', prior: 1, openUpCost: 2000 },
    ],
    tests: [{ id: 'soap', minutes: 5, positive: { washer: 0.9, gasket: 0.1 } as Record<string, number> }],
    results: [] as { test: string; positive: boolean }[],
    sureAt: 0.9,
  }
  const bar = {
    firingOrder: [1, 3, 4, 2],
    cycleDeg: 720,
    strokeMm: 120,
    rodMm: 200,
    crownBelowDeckMm: 0,
    toolReachMm: 60,
    clearanceMm: 8,
    gasketMm: 1,
    bowlMm: 0,
    cylinders: [1, 2, 3, 4],
    crankNowDeg: 0,
    marginDeg: 5,
  }
  it.each([
    ['fit-plane', { readings: [], diameterMm: 140 }, 'bad-input'],
    ['fit-plane', { readings, diameterMm: 0 }, 'bad-input'],
    ['fit-plane', { readings, diameterMm: 140, colour: 'blue' }, 'bad-input'],
    ['fit-plane', { readings: [{ angleDeg: 0, valueMm: '0.1' }], diameterMm: 140 }, 'bad-input'],
    ['fit-plane', { readings: [{ angleDeg: 0, valueMm: 1e9 }], diameterMm: 140 }, 'bad-input'],
    ['fit-plane', { readings: readings.slice(0, 2), diameterMm: 140 }, 'too-few-stations'],
    [
      'fit-plane',
      { readings: [readings[0], { angleDeg: 360, valueMm: 0 }, readings[1]], diameterMm: 140 },
      'too-few-stations',
    ],
    ['judge-protrusion', { ...judge, spec: { ...spec, minMm: 0.2 } }, 'bad-input'],
    ['judge-protrusion', { ...judge, uncertaintyMm: -0.001 }, 'bad-input'],
    ['judge-protrusion', { ...judge, heads: [[1, 1]] }, 'bad-input'],
    ['judge-protrusion', { ...judge, liners: [...judge.liners, ...judge.liners] }, 'bad-input'],
    ['judge-protrusion', { ...judge, liners: [{ cylinder: 7, readings }] }, 'bad-input'],
    ['judge-protrusion', { ...judge, liners: [] }, 'bad-input'],
    ['plan-cut', { ...cut, leavesMm: [] }, 'bad-input'],
    ['plan-cut', { ...cut, shimStockMm: [0] }, 'bad-input'],
    ['plan-cut', { ...cut, maxLeavesPerPack: 1.5 }, 'bad-input'],
    ['plan-cut', { ...cut, readings: readings.slice(0, 2) }, 'too-few-stations'],
    ['plan-cut', 'text', 'bad-input'],
    ['compare-sets', { before: readings, after: readings.slice(1), uncertaintyMm: 0 }, 'different-stations'],
    [
      'compare-sets',
      { before: readings, after: readings.map((r) => ({ ...r, angleDeg: r.angleDeg + 5 })), uncertaintyMm: 0 },
      'different-stations',
    ],
    ['compare-sets', { before: readings.slice(2), after: readings.slice(2), uncertaintyMm: 0 }, 'too-few-stations'],
    ['study-gauge', { readings: study(2, 2, 2).slice(1), resolutionMm: 0.001 }, 'unbalanced'],
    ['study-gauge', { readings: study(2, 2, 1), resolutionMm: 0.001 }, 'no-repeats'],
    ['study-gauge', { readings: [...study(2, 2, 2), ...study(1, 1, 1)], resolutionMm: 0.001 }, 'bad-input'],
    ['study-gauge', { readings: [], resolutionMm: 0.001 }, 'bad-input'],
    ['stack-up', { ...stackUp.cases[0]!.input, links: [] }, 'bad-input'],
    ['stack-up', { ...stackUp.cases[0]!.input, samples: 0 }, 'bad-input'],
    // What asks for more work than one calculation may take.
    [
      'stack-up',
      { ...stackUp.cases[0]!.input, samples: 5_000_000, links: Array(7).fill(stackUp.cases[0]!.input.links[0]) },
      'bad-input',
    ],
    [
      'match-liners',
      {
        ...matchLiners.cases[0]!.input,
        bores: many(99, (i) => ({ ...matchLiners.cases[0]!.input.bores[0]!, cylinder: i + 1 })),
        liners: many(400, (i) => ({ ...matchLiners.cases[0]!.input.liners[0]!, id: `L${i}` })),
        shims: many(20, (i) => ({ thicknessMm: 0.05 + i / 100, count: 1 })),
      },
      'bad-input',
    ],
    [
      'plan-cut',
      { ...planCut.cases[0]!.input, leavesMm: many(60, (i) => 0.03 + i / 1000), maxLeavesPerPack: 6 },
      'bad-input',
    ],
    ['plan-pull', { ...pull, liner: { ...pull.liner, lowerBoreMm: pull.liner.boreMm } }, 'no-room'],
    ['plan-pull', { ...pull, bar: { ...pull.bar, holeMm: pull.bar.widthMm } }, 'no-room'],
    ['plan-pull', { ...pull, useFraction: 2 }, 'bad-input'],
    ['choose-renewals', { ...renew, alwaysRenew: [99] }, 'bad-input'],
    ['choose-renewals', { ...renew, cylinders: [...renew.cylinders, ...renew.cylinders] }, 'bad-input'],
    ['choose-renewals', { ...renew, renewedFailChance: 1.5 }, 'bad-input'],
    ['next-move', {}, 'bad-input'],
    ['match-liners', { ...match, liners: match.liners.slice(1, 3) }, 'too-few-liners'],
    ['match-liners', { ...match, liners: match.liners.map((l) => ({ ...l, onlyCylinder: 1 })) }, 'too-few-liners'],
    ['match-liners', { ...match, liners: [...match.liners, match.liners[0]] }, 'bad-input'],
    ['match-liners', { ...match, bores: [...match.bores, match.bores[0]] }, 'bad-input'],
    ['match-liners', { ...match, rotationsDeg: [] }, 'bad-input'],
    ['match-liners', { ...match, shims: [{ thicknessMm: 0, count: 1 }] }, 'bad-input'],
    ['match-liners', { ...match, shims: [{ thicknessMm: 0.1, count: 1.5 }] }, 'bad-input'],
    ['find-leak', { ...leak, causes: [] }, 'bad-input'],
    [
      'find-leak',
      { ...leak, tests: leak.tests.map((t) => ({ ...t, positive: { ...t.positive, washer: 1.2 } })) },
      'bad-input',
    ],
    ['find-leak', { ...leak, tests: leak.tests.map((t) => ({ ...t, positive: {} })) }, 'bad-input'],
    [
      'find-leak',
      {
        ...leak,
        results: [
          { test: 'soap', positive: true },
          { test: 'soap', positive: false },
        ],
      },
      'bad-input',
    ],
    ['find-leak', { ...leak, results: [{ test: 'smell', positive: true }] }, 'bad-input'],
    [
      'find-leak',
      {
        ...leak,
        tests: [{ id: 'soap', minutes: 5, positive: { washer: 0, gasket: 0 } }],
        results: [{ test: 'soap', positive: true }],
      },
      'contradiction',
    ],
    ['plan-barring', { ...bar, firingOrder: [1, 1, 2] }, 'bad-input'],
    ['plan-barring', { ...bar, cylinders: [9] }, 'bad-input'],
    ['plan-barring', { ...bar, rodMm: 50 }, 'bad-input'],
    ['plan-barring', { ...bar, toolReachMm: 400 }, 'never-clear'],
    ['plan-barring', { ...bar, marginDeg: 120 }, 'no-room-to-stop'],
    ['expand-sleeve', { ...expandSleeve.cases[0]!.input, headBoreMm: 25.3 }, 'does-not-enter'],
    ['set-tip', { ...setTip.cases[0]!.input, washerMm: 0 }, 'bad-input'],
    [
      'tighten-order',
      { ...tightenOrder.cases[0]!.input, bolts: [1, 2].map(() => ({ id: '1', xMm: 0, yMm: 0 })) },
      'bad-input',
    ],
    [
      'judge-tightening',
      { bolts: ['1'], torque: { aimNm: 50, tolNm: 2 }, angleLeastDeg: 1, readings: [{ bolt: '2', torqueNm: 50 }] },
      'bad-input',
    ],
    ['tighten', { ...tighten.cases[0]!.input, torqueNm: -5 }, 'bad-input'],
    ['weld-it', {}, 'unknown-calculation'],
  ])('%s %# answers %s', async (name, input, code) => {
    expect(await codeOf(name, input)).toBe(code)
  })

  it('answers a sound input of each shape', async () => {
    expect(await codeOf('judge-protrusion', judge)).toBe('answered')
    expect(await codeOf('plan-cut', cut)).toBe('answered')
  })

  it('names the place and what is wrong in words', async () => {
    try {
      await calc('fit-plane', { readings: [{ angleDeg: 0 }], diameterMm: -1 })
      expect.unreachable()
    } catch (error) {
      const { issues, said, figures } = error as CalcError
      expect(issues).toEqual([
        { path: 'readings.0.valueMm', message: 'is missing' },
        { path: 'diameterMm', message: 'must be more than zero' },
      ])
      expect([said, figures.where, figures.what]).toEqual(['bad-calc-input', 'readings.0.valueMm', 'is missing'])
    }
  })
})

it('lists every calculation with one line', () => {
  expect(calculations.map((c) => c.name)).toEqual([
    'fit-plane',
    'judge-protrusion',
    'plan-cut',
    'judge-ledge',
    'match-liners',
    'repair-plan',
    'next-move',
    'study-gauge',
    'compare-sets',
    'stack-up',
    'plan-pull',
    'choose-renewals',
    'plan-shop',
    'find-leak',
    'find-outliers',
    'hold-pressure',
    'plan-barring',
    'expand-sleeve',
    'set-tip',
    'tighten',
    'tighten-order',
    'judge-tightening',
    'engage-thread',
    'assign-bushings',
    'bushing-clearance',
    'seen-clock',
    'open-area',
    'place-bushing',
    'drive-in',
    'spin-test',
    'plan-press-fit',
    'heat-window',
    'puller-screws',
    'set-cover',
    'place-seal',
    'press-by-screws',
    'true-tdc',
    'judge-bore',
    'fit-at-temperature',
    'bore-and-hone',
    'run-clearance',
    'place-pin',
  ])
  for (const c of calculations) expect(c.summary).toMatch(/^[A-Z].{20,100}\.$/)
})
