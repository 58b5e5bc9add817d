import { applyAct } from '#core/job/apply'
import type { Snapshot } from '#core/job/snapshot'
import { newUuid } from '#core/testing/new-uuid'
import type { BarrelSection } from '#core/works/barrels/section'
import type { BushingSection } from '#core/works/bushings/section'
import type { FrontSection } from '#core/works/front/section'
import { startLeakTable, type LeakTable } from '#core/works/leaks/leak-table'
import type { SleeveSection } from '#core/works/sleeves/section'
import type { StageName } from '#core/works/stage-table'
import { barrels, compressorTruth } from '../../demo/compressor-world'
import { crusherTruth } from '../../demo/camshaft-world'
import { crusherFront } from '../../demo/front-world'
import { pumpTruth } from '../../demo/unit-world'
import { ferryBlock } from '../../demo/world'
import { linerJob, linerStages, walkLiners } from './liners'
import { newJob } from './new-job'
import type { Tried } from './walked'

const mapValues = <K extends string, A, B>(of: Readonly<Record<K, A>>, change: (a: A) => B): Record<K, B> =>
  Object.fromEntries(Object.entries<A>(of).map(([k, a]) => [k, change(a)])) as Record<K, B>
const withBarrels = (change: Partial<BarrelSection> | null) => (): Snapshot => {
  const job = newJob('sarn', ['barrels'], [])
  const { barrels: _, ...others } = job.sheet.sections
  return {
    ...job,
    sheet: {
      ...job.sheet,
      sections:
        change === null
          ? others
          : { ...others, barrels: { ...barrels, finish: { ...barrels.finish, torquePlate: true }, ...change } },
    },
  }
}
const withTips = (change: Partial<SleeveSection>) => (): Snapshot => {
  const job = newJob('orrin', ['tips'], [])
  const sleeves = { ...job.sheet.sections.sleeves!, ...change }
  return { ...job, sheet: { ...job.sheet, sections: { ...job.sheet.sections, sleeves } } }
}
const withSleeves = (change: Partial<SleeveSection>) => (): Snapshot => {
  const job = newJob('orrin', ['sleeves', 'tips'], [])
  const sleeves = { ...job.sheet.sections.sleeves!, ...change }
  return { ...job, sheet: { ...job.sheet, sections: { ...job.sheet.sections, sleeves } } }
}
/** A job with stages closed, as another shop left it. */
const withClosed = (job: Snapshot, stages: readonly StageName[]): Snapshot =>
  stages.reduce((now, stage, i) => applyAct(now, { what: 'close-stage', stage, note: '' }, { ...by, seq: i + 1 }), job)
const by = { seq: 1, at: '2026-11-24T08:00:00.000Z', personId: '00000000-0000-4000-8000-000000000001' }
/** One whose leak was found, so that one sleeve alone is done. */
const withCause = (change: Partial<SleeveSection>) => (): Snapshot => {
  const act = { what: 'settle-cause', settledId: newUuid(), cause: 'sleeve-seal', cylinder: 2, chance: 0.9 } as const
  return applyAct(withSleeves(change)(), act, by)
}
const withBushings = (change: Partial<BushingSection> | null) => (): Snapshot => {
  const job = newJob('brennick', ['bushings'], [])
  const { bushings, ...others } = job.sheet.sections
  return {
    ...job,
    sheet: { ...job.sheet, sections: change === null ? others : { ...others, bushings: { ...bushings!, ...change } } },
  }
}
const { ends: endSheets, damper } = newJob('brennick', ['front', 'rear'], []).sheet.sections.front!
const damperSheet = damper!
const resting = endSheets.map((e) => ({ ...e, restMin: 600, seal: { ...e.seal, kind: 'ptfe' as const, lip: null } }))
const withEnds = (change: Partial<FrontSection> | null) => (): Snapshot => {
  const job = newJob('brennick', ['front', 'rear'], [])
  const { front, ...others } = job.sheet.sections
  return {
    ...job,
    sheet: { ...job.sheet, sections: change === null ? others : { ...others, front: { ...front!, ...change } } },
  }
}
const beyondDoubt: LeakTable = {
  ...startLeakTable,
  tests: mapValues(startLeakTable.tests, (t) => ({
    ...t,
    elsewhere: 0,
    shows: mapValues(t.shows, (p) => Math.round(p)),
  })),
}
const withoutSleeves = (): Snapshot => {
  const job = newJob('orrin', ['sleeves', 'tips'], [])
  return { ...job, sheet: { ...job.sheet, sections: {} } }
}
/** Works whose stages are made of steps, with what nobody sees of their engines. */
export const works: Tried[] = [
  {
    name: 'the yard compressor',
    jobs: [
      withBarrels({}),
      withBarrels({}),
      withBarrels({}),
      withBarrels(null),
      withBarrels({ oven: { ...barrels.oven, maxHeatC: 60 } }),
      // So fine that a bore on size may still not be true.
      withBarrels({
        barrel: { ...barrels.barrel, outOfRoundMaxMm: 0.001, taperMaxMm: 0.001 },
        finish: { ...barrels.finish, torquePlate: true },
      }),
      withBarrels({ pin: { pinMm: 3, depthMm: 5, leastWallMm: 6 } }),
    ],
    truth: { ...pumpTruth, leaks: [], barrels: compressorTruth },
    stages: ['barrel-measure', 'barrel-fit', 'barrel-sleeve', 'barrel-bore', 'barrel-ready'],
  },
  {
    name: 'a leak that is looked for',
    jobs: [
      () => newJob('orrin', ['find-leak', 'first-run'], ['fuel-in-coolant', 'gas-in-coolant']),
      // A shop that trusts its tests beyond doubt: what was seen wrong leaves no cause.
      () => ({
        ...newJob('orrin', ['find-leak', 'first-run'], ['fuel-in-coolant']),
        leakTable: beyondDoubt,
      }),
      () => newJob('orrin', ['tips', 'first-run'], ['overheats']),
      () => newJob('orrin', ['tips', 'first-run'], []),
    ],
    truth: { ...pumpTruth, washers: {} },
    stages: ['find-leak', 'first-run'],
  },
  {
    name: 'cam bushings',
    jobs: [
      withBushings({}),
      withBushings({}),
      // Journals that any gauge finds good: what else is told is told.
      withBushings({ journalTolMm: 0.2 }),
      withBushings({ journalTolMm: 0.2 }),
      withBushings(null),
      // Gauges that cannot tell, a drilling that no bushing meets, a circuit with a blind end.
      withBushings({ clearance: { minMm: 0.05, maxMm: 0.09 } }),
      // Closed by somebody before anything was cleaned.
      () => withClosed(withBushings({})(), ['cam-out', 'bushings-out', 'galleries', 'bushing-map']),
      // Behind a damper that is still on.
      () => newJob('brennick', ['bushings', 'front'], []),
    ],
    truth: { ...pumpTruth, leaks: [], bushings: crusherTruth, front: crusherFront },
    stages: ['cam-out', 'bushings-out', 'galleries', 'bushing-map', 'bushings-in', 'cam-spin'],
    uncertaintyMm: 0.02,
  },
  {
    name: 'both ends of a crank',
    jobs: [
      withEnds({}),
      withEnds({}),
      withEnds({}),
      withEnds(null),
      () => newJob('brennick', ['bushings', 'front', 'rear'], []),
      // Holes that strip; tracks wherever a lip could run; lips that rest; a damper that is never heated, on a thread too short.
      withEnds({ damper: { ...damperSheet, holeShearMPa: 1 } }),
      withEnds({ ends: endSheets.map((e) => ({ ...e, trackClearanceMm: 50, maxTrackMm: 0 })) }),
      withEnds({ ends: resting, damper: { ...damperSheet, kind: 'fluid' } }),
      // The same with the cover's bolts behind it.
      () =>
        withClosed(withEnds({ ends: resting, damper: { ...damperSheet, kind: 'fluid' } })(), [
          'damper-off',
          'flywheel-off',
          'seal-out',
          'cover',
        ]),
      withEnds({
        damper: { ...damperSheet, kind: 'fluid', noseThread: { ...damperSheet.noseThread, depthMm: 5 } },
      }),
    ],
    truth: { ...pumpTruth, leaks: [], bushings: crusherTruth, front: crusherFront },
    stages: ['damper-off', 'flywheel-off', 'seal-out', 'cover', 'seal-in', 'flywheel-on', 'damper-on', 'tdc'],
    uncertaintyMm: 0.004,
  },
  {
    name: 'face seals of a gearbox',
    jobs: [
      () => newJob('lune', ['face-seals'], []),
      () => newJob('lune', ['face-seals'], []),
      () => newJob('brennick', ['face-seals'], []),
    ],
    truth: { ...pumpTruth, leaks: [], faces: { lostKPa: { 'pad-1': 30 } } },
    stages: ['face-seal'],
  },
  {
    name: 'deck, gasket and pistons',
    jobs: [() => newJob('tarrock', ['deck', 'pistons'], []), () => newJob('tarrock', ['deck', 'pistons'], [])],
    truth: { ...pumpTruth, leaks: [], block: { gapsMm: { 'deck-1-left': 0.2 }, ringsMm: ferryBlock.ringsMm } },
    stages: ['deck-check', 'pistons-out'],
  },
  {
    name: 'injector sleeves',
    jobs: [
      () => newJob('orrin', ['sleeves', 'tips'], []),
      () => newJob('tarrock', ['sleeves', 'tips'], []),
      () => newJob('orrin', ['tips'], []),
      withTips({ washersMm: [] }),
      // Nothing of the shop's serves: a seat that is cut deeper does; and one where only a thicker washer would.
      withTips({ washersMm: [], tip: { minMm: 2.5, maxMm: 2.7, aimMm: 2.6 } }),
      withTips({ washersMm: [], tip: { minMm: 1.2, maxMm: 1.6, aimMm: 1.4 } }),
      // One washer brings it no further in than a gauge can tell.
      withTips({ tip: { minMm: 2.05, maxMm: 2.3, aimMm: 2.1 } }),
      // One washer leaves it outside, a thicker one of the shop brings it in.
      withTips({ washersMm: [1.5, 2], tip: { minMm: 1.5, maxMm: 1.7, aimMm: 1.6 } }),
      withoutSleeves,
      withCause({}),
      withCause({}),
      // A sleeve's top that no gauge can tell from its limits.
      withCause({ topBelow: { minMm: 0.09, maxMm: 0.15 } }),
      // A tool that reaches where no piston goes; and one that was changed for it meanwhile.
      withSleeves({ toolReachMm: 400 }),
      () => withClosed(withSleeves({ toolReachMm: 400 })(), ['sleeves-out', 'sleeve-bores']),
    ],
    // One injector stands on two washers, one bore is large, one injector gives back too much.
    truth: { ...pumpTruth, leaks: [], washers: { 2: 2, 3: 0 }, boreOffMm: { 4: 0.05 }, flows: { 5: 60 } },
    stages: ['sleeves-out', 'sleeve-bores', 'sleeves-in', 'coolant-test', 'tips', 'gas-test'],
    uncertaintyMm: 0.05,
  },
]

/** The liner work, whose decks are read by sets. */
const liners: Tried = {
  name: 'wet liners',
  jobs: [linerJob],
  truth: pumpTruth,
  stages: [...linerStages],
  walk: walkLiners,
}
/** All works that are walked. */
export const walked: readonly Tried[] = [...works, liners]
