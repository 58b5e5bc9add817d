import type { NewPart } from '#contract/commands'
import type { Sheet } from '#core/job/snapshot'
import type { MeasuredStage } from '#core/job/stages'
import { nominalLedgeDepthMm, nominalProtrusionMm } from '#core/liner/stack'
import { fitPlane, planeHeightMm } from '#core/measure/fit-plane'
import { studyOrder } from '#core/measure/study-plan'
import { trueLedgeMm } from '#core/sim/simulated-engine'
import { createHash } from 'node:crypto'
import { workPresets } from '#core/job/stages'
import type { GradeName } from '#core/works/liners/strip'
import { finestOf, measuredBy, takenWith } from '#core/job/taken-with'
import { playDoing } from '#core/sim/plays'
import { stageLogic } from '#core/works/logic'
import { keepPhoto } from '../photos/keep-photo'
import { readSnapshot } from '../store/read'
import { optionOf, planRenewals } from '#core/works/liners/plan-renewals'
import { suggestGrade } from '#core/works/liners/suggest-grade'
import type { Store } from '../store/store'
import { demoId } from './demo-id'
import { demoPhoto } from './demo-photo'
import { fillUnits, hide } from './fill-units'
import { Past, startJob, stationsDeg } from './past'
import * as strip from './strip-world'
import * as world from './world'

const { ines, tom, lise } = world.people

async function fillShop(store: Store): Promise<void> {
  await store.models.settings.update(
    { shopName: world.shopName, shopAddress: world.shopAddress, currency: world.currency },
    { where: { id: 1 } },
  )
  const past = new Past(store, '2026-11-02T07:00:00.000Z', null, ines.id)
  for (const person of Object.values(world.people)) await past.act({ what: 'add-person', person })
  for (const gauge of Object.values(world.gauges)) await past.act({ what: 'save-gauge', gauge })
  for (const puller of Object.values(strip.pullers)) await past.act({ what: 'save-puller', puller })
  for (const { id, shape, sheet } of Object.values(world.engines))
    await past.act({ what: 'add-engine', engineId: id, shape, sheet })
  await past.act({ what: 'add-parts', parts: [...world.liners, ...world.shims.map(shimPart)] })
  await fillStudy(past)
}

/** A shim as it was measured on arrival, at three stations. */
function shimPart({ actualMm, ...shim }: (typeof world.shims)[number]): NewPart {
  const uneven = [0.0005, 0, -0.0005]
  const readings = [0, 120, 240].map((angleDeg, i) => ({
    angleDeg,
    valueMm: Math.round((actualMm + uneven[i]!) * 1e6) / 1e6,
  }))
  return {
    kind: 'shim',
    id: demoId(`shim ${shim.label}`),
    ...shim,
    chamfer: shim.material === 'brass' ? 'none' : 'inside',
    readings,
  }
}

async function fillStudy(past: Past): Promise<void> {
  const { parts, operators, trials, microns } = world.study
  const studyId = demoId('study of the digital sled')
  await past.act({ what: 'open-study', studyId, gaugeId: world.gauges.digital.id, parts, operators, trials })
  for (const { part, operator, trial } of studyOrder(parts, operators, trials)) {
    const valueMm = microns[trial - 1]![operators.indexOf(operator)]![parts.indexOf(part)]! / 1000
    await past.act({
      what: 'study-reading',
      id: demoId(`study ${part} ${operator} ${trial}`),
      studyId,
      part,
      operator,
      trial,
      valueMm,
    })
  }
  await past.act({ what: 'end-study', studyId })
}

/** Grades as a person confirmed them, what was decided on them, and both stages closed. */
async function gradeAndDecide(
  store: Store,
  past: Past,
  jobId: string,
  grades: Record<number, { grade: GradeName; words: string }>,
  words: string,
  renew: number[],
): Promise<void> {
  const before = (await readSnapshot(store, jobId))!
  for (const [name, grade] of Object.entries(grades)) {
    const cylinder = Number(name)
    await past.act(
      {
        what: 'grade-cylinder',
        gradeId: demoId(`grade ${jobId} ${cylinder}`),
        cylinder,
        suggested: suggestGrade(before, cylinder).grade,
        ...grade,
      },
      ines.id,
      3,
    )
  }
  await past.act({ what: 'close-stage', stage: 'look', note: '' }, ines.id, 5)
  const snapshot = (await readSnapshot(store, jobId))!
  const plan = planRenewals(snapshot)
  const option = plan.options.at(optionOf(plan, renew))!
  const { nowCost, comebackChance, expectedCost } = option
  await past.act(
    {
      what: 'decide-renewals',
      decisionId: demoId(`decision ${jobId}`),
      renew,
      costs: snapshot.renewalCosts,
      nowCost,
      comebackChance,
      expectedCost,
      words,
    },
    ines.id,
    20,
  )
  await past.act({ what: 'close-stage', stage: 'decide', note: '' }, ines.id, 5)
}

/** The ferry stripped: plugs counted in, liners out, looked at, and what to renew decided. */
async function stripFerry(store: Store, jobId: string): Promise<void> {
  const past = new Past(store, '2026-11-20T12:00:00.000Z', jobId, tom.id)
  for (const [i, stopper] of strip.ferryTally.entries())
    await past.act({ what: 'tally-plug', tallyId: demoId(`ferry tally ${i}`), goesIn: true, ...stopper }, tom.id, 4)
  await past.act({ what: 'close-stage', stage: 'protect', note: '' }, tom.id, 5)
  for (const pull of strip.ferryPulls)
    await past.act(
      { what: 'log-pull', pullId: demoId(`ferry pull ${pull.cylinder}`), pullerId: strip.pullers.bridge.id, ...pull },
      tom.id,
      22,
    )
  await past.act({ what: 'close-stage', stage: 'pull', note: '' }, tom.id, 5)
  for (const [i, { photo, pastSteps = null, ...seen }] of strip.ferryFindings.entries()) {
    const findingId = demoId(`ferry finding ${i}`)
    await past.act({ what: 'mark-finding', findingId, pastSteps, ...seen }, lise.id, 6)
    if (!photo) continue
    const content = demoPhoto(40 + i)
    const photoId = demoId(`ferry photo ${i}`)
    await keepPhoto(store, { jobId, photoId }, content)
    const sha256 = createHash('sha256').update(content).digest('hex')
    await past.act(
      {
        what: 'add-photo',
        photoId,
        cylinder: seen.cylinder,
        findingId,
        mime: 'image/png',
        widthPx: 480,
        heightPx: 360,
        bytes: content.length,
        sha256,
        words: seen.words,
      },
      lise.id,
      2,
    )
  }
  await gradeAndDecide(store, past, jobId, strip.ferryGrades, 'Owner wants it to last: all six.', [1, 2, 3, 4, 5, 6])
}

/** Liners out by hand and good enough to go back: how the smaller jobs were stripped. */
async function stripByHand(
  store: Store,
  past: Past,
  jobId: string,
  cylinders: readonly number[],
  renew: number[],
  words: string,
): Promise<void> {
  const plugs = cylinders.filter((c) => c % 3 === 1)
  for (const cylinder of plugs)
    await past.act({
      what: 'tally-plug',
      tallyId: demoId(`in ${jobId} ${cylinder}`),
      cylinder,
      goesIn: true,
      place: 'crank-hole',
      item: 'rag',
      count: 1,
    })
  await past.act({ what: 'close-stage', stage: 'protect', note: '' })
  for (const cylinder of cylinders) {
    await past.act(
      {
        what: 'log-pull',
        pullId: demoId(`pull ${jobId} ${cylinder}`),
        pullerId: strip.pullers.legs.id,
        cylinder,
        peakNm: 40 + cylinder,
        tightMm: [],
        ranOut: 'coolant',
        words: '',
      },
      undefined,
      12,
    )
  }
  await past.act({ what: 'close-stage', stage: 'pull', note: '' })
  await gradeAndDecide(
    store,
    past,
    jobId,
    Object.fromEntries(cylinders.map((c) => [c, { grade: 'good' as const, words: '' }])),
    words,
    renew,
  )
}

/** Seals on and liners in, as the sheet has them. */
async function fitAll(
  past: Past,
  jobId: string,
  cylinders: readonly number[],
  engine: { sheet: Pick<Sheet, 'seals' | 'liner'> & { sections?: Partial<Sheet['sections']> } },
): Promise<void> {
  for (const cylinder of cylinders) {
    for (const [groove, { lubricant }] of engine.sheet.seals.entries()) {
      await past.act(
        {
          what: 'fit-seal',
          sealFitId: demoId(`seal ${jobId} ${cylinder} ${groove}`),
          cylinder,
          groove,
          step: 'on',
          lubricant,
        },
        undefined,
        2,
      )
    }
    await past.act(
      {
        what: 'press-liner',
        pressId: demoId(`press ${jobId} ${cylinder}`),
        cylinder,
        peakNm: 22 + cylinder,
        atDeg: engine.sheet.liner?.clockDeg == null ? null : 91,
        words: '',
      },
      undefined,
      5,
    )
    if (engine.sheet.sections?.liners?.pilotMm)
      await past.act({ what: 'try-pilot', pilotId: demoId(`pilot ${jobId} ${cylinder}`), cylinder, drops: true })
  }
}

/** Deck, heads and the old gasket of the ferry, then rods and pistons out: by the next move, as the simulated block answers. */
async function lookAtFerryBlock(store: Store, jobId: string): Promise<void> {
  const past = new Past(store, '2026-11-20T10:20:00.000Z', jobId, tom.id)
  let made = 0
  const newId = () => demoId(`ferry block ${made++}`)
  const truth = { leaks: [], washers: {}, boreOffMm: {}, flows: {}, block: world.ferryBlock }
  for (const stage of ['deck-check', 'pistons-out'] as const) {
    let cylinder = 1
    for (;;) {
      const snapshot = (await readSnapshot(store, jobId))!
      const move = stageLogic[stage].move(snapshot, { cylinder })
      if (move.action === 'close-stage') break
      if (move.action === 'next-cylinder') cylinder = move.cylinder!
      const doing = stageLogic[stage].doing!(snapshot, { cylinder })!
      const answers = playDoing(truth, snapshot, doing, {})
      const gaugeOf = finestOf(snapshot)
      const by = measuredBy(snapshot.rule, doing.asks(answers), gaugeOf)
      const acts = doing.make(answers, by, newId, { takenWith: takenWith(snapshot.rule, doing.asks(answers), gaugeOf) })
      for (const act of acts!) await past.act(act, undefined, 1)
    }
    const note =
      stage === 'deck-check' ? 'Deck out along one diagonal: taken to the surface grinder after the strip.' : ''
    await past.act({ what: 'close-stage', stage, note }, ines.id, 1)
  }
}

async function fillFerry(store: Store): Promise<void> {
  const { tarrock } = world.engines
  const jobId = await startJob(
    store,
    '2026-11-20T08:00:00.000Z',
    'ferry main',
    tarrock.id,
    'Ferry "Long Reach", main engine',
    'Head gasket failed between 2 and 3; coolant in cylinder 3.',
    { complaints: ['head-gasket', 'coolant-loss'], hours: 14_200, wantedBy: '2026-12-04', work: workPresets.whole },
  )
  const past = new Past(store, '2026-11-20T09:30:00.000Z', jobId, tom.id)
  for (const bore of world.ferryBores) {
    const values = stationsDeg.map((angle) => Math.round(planeHeightMm(bore.asFound, angle) * 1000) / 1000)
    await past.set('as-found', bore.cylinder, values, world.gauges.digital.id)
  }
  await past.act({ what: 'close-stage', stage: 'as-found', note: '' }, ines.id, 20)
  await lookAtFerryBlock(store, jobId)
  await stripFerry(store, jobId)
  const bookMm = nominalLedgeDepthMm(tarrock.sheet.links) + nominalProtrusionMm(tarrock.sheet.links)
  const ledges = new Past(store, '2026-11-23T10:00:00.000Z', jobId, lise.id)
  for (const bore of world.ferryBores) {
    const values = stationsDeg.map((angle) => Math.round(trueLedgeMm(bore, [], bookMm, angle) * 1000) / 1000)
    await ledges.set('counterbores', bore.cylinder, values, world.gauges.depth.id)
    if (bore.frettingMm === 0) continue
    const markId = demoId(`fretting ${bore.cylinder}`)
    await ledges.act({
      what: 'mark-wear',
      markId,
      cylinder: bore.cylinder,
      kind: 'fretting',
      atDeg: (bore.trial.highAtDeg! + 180) % 360,
      spanDeg: 70,
      depthMm: bore.frettingMm,
      words: 'bright and stepped',
    })
  }
  await simulate(store, jobId, world.ferryBores)
  await hide(store, jobId, { leaks: [], washers: {}, boreOffMm: {}, flows: {}, block: world.ferryBlock })
}

/** Gives a job its hidden true shape, for the simulated gauge to read. */
async function simulate(
  store: Store,
  jobId: string,
  bores: readonly { cylinder: number; asFound: object; trial: object; cutterBiasMm: number }[],
): Promise<void> {
  await store.models.jobs.update({ simulated: true }, { where: { id: jobId } })
  await store.models.boreTruths.bulkCreate(
    bores.map(({ cylinder, asFound, trial, cutterBiasMm }) => ({
      jobId,
      cylinder,
      truth: { cylinder, asFound, trial, cutterBiasMm },
    })),
  )
}

async function fillPump(store: Store): Promise<void> {
  const jobId = await startJob(
    store,
    '2026-11-16T08:00:00.000Z',
    'pump set',
    world.engines.orrin.id,
    'Pump set B',
    'Uses coolant; white smoke when cold.',
    { complaints: ['coolant-loss', 'white-smoke'], hours: 8_600, wantedBy: '2026-11-30', work: workPresets.reseal },
  )
  const past = new Past(store, '2026-11-16T09:00:00.000Z', jobId, lise.id)
  for (const [cylinder, values] of Object.entries(world.pumpAsFound))
    await past.set('as-found', Number(cylinder), values, world.gauges.digital.id)
  await past.act({ what: 'close-stage', stage: 'as-found', note: '' }, ines.id)
  await stripByHand(
    store,
    new Past(store, '2026-11-17T08:00:00.000Z', jobId, lise.id),
    jobId,
    [1, 2, 3, 4, 5, 6, 7, 8],
    [],
    'New seals, old liners: the owner needs it back.',
  )
  const dry = new Past(store, '2026-11-19T10:00:00.000Z', jobId, lise.id)
  for (const [cylinder, values] of Object.entries(world.pumpDryFit))
    await dry.set('trial-fit', Number(cylinder), values, world.gauges.digital.id)
  const planeOf = (valuesMm: readonly number[]) => {
    const { centreMm, tiltMm, highAtDeg } = fitPlane(
      valuesMm.map((valueMm, i) => ({ angleDeg: stationsDeg[i]!, valueMm })),
      world.engines.orrin.shape.boreMm,
    )
    return { centreMm, tiltMm, highAtDeg }
  }
  const bores = Object.entries(world.pumpDryFit).map(([name, values]) => {
    const cylinder = Number(name)
    return { cylinder, asFound: planeOf(world.pumpAsFound[cylinder]!), trial: planeOf(values), cutterBiasMm: 0.002 }
  })
  await simulate(store, jobId, bores)
}

async function fillLoader(store: Store): Promise<void> {
  const { loader } = world
  const gaugeId = world.gauges.digital.id
  const jobId = await startJob(
    store,
    '2026-11-04T08:00:00.000Z',
    'loader',
    world.engines.brennick.id,
    'Gravel yard loader',
    'Runs hot under load; liners pulled for inspection.',
    { complaints: ['overheats'], hours: 5_150, wantedBy: null },
  )
  const past = new Past(store, '2026-11-04T09:00:00.000Z', jobId, tom.id)
  const all = async (stage: MeasuredStage, sets: Record<number, number[]>) => {
    for (const [cylinder, values] of Object.entries(sets)) await past.set(stage, Number(cylinder), values, gaugeId)
  }
  await all('as-found', loader.asFound)
  await past.act({ what: 'close-stage', stage: 'as-found', note: '' }, ines.id, 30)
  await stripByHand(store, past, jobId, [1, 2, 3, 4], [], 'Sound liners go back.')
  await all('trial-fit', loader.dryBefore)
  await past.act(
    {
      what: 'cut-pass',
      cutId: demoId('loader cut'),
      cylinder: 2,
      kind: 'finish',
      leavesMm: loader.leavesMm,
      expectMm: loader.expectAfterCutMm,
    },
    tom.id,
    40,
  )
  await past.act(
    {
      what: 'fit-shim',
      fitId: demoId('loader shim'),
      cylinder: 3,
      shimId: demoId(`shim ${loader.shimLabel}`),
      expectMm: loader.expectAfterShimMm,
    },
    tom.id,
    10,
  )
  await all('trial-fit', loader.dryAfter)
  await past.act({ what: 'close-stage', stage: 'trial-fit', note: '' }, ines.id, 10)
  await fitAll(past, jobId, [1, 2, 3, 4], world.engines.brennick)
  await past.act({ what: 'close-stage', stage: 'fit', note: '' }, ines.id, 10)
  await all('final-check', loader.final)
  await past.act({ what: 'close-stage', stage: 'final-check', note: '' }, ines.id, 10)
  for (const cylinder of [1, 4])
    await past.act({
      what: 'tally-plug',
      tallyId: demoId(`out ${jobId} ${cylinder}`),
      cylinder,
      goesIn: false,
      place: 'crank-hole',
      item: 'rag',
      count: 1,
    })
  await past.act({ what: 'close-stage', stage: 'record', note: '' }, ines.id, 5)
}

/** The loader came back: its liners as found tell how the cut and the shimmed ledge settled. */
async function fillLoaderBack(store: Store): Promise<void> {
  const jobId = await startJob(
    store,
    '2026-11-25T15:00:00.000Z',
    'loader back',
    world.engines.brennick.id,
    'Gravel yard, back again',
    'Oil leak at the pan; liners measured while the head is off.',
    {
      complaints: [],
      hours: 6_980,
      wantedBy: null,
      work: workPresets.measure,
      fromJobId: demoId('loader'),
    },
  )
  const past = new Past(store, '2026-11-25T15:30:00.000Z', jobId, tom.id)
  for (const [cylinder, values] of Object.entries(world.loader.foundAgain))
    await past.set('as-found', Number(cylinder), values, world.gauges.digital.id)
  await past.act({ what: 'close-stage', stage: 'as-found', note: '' }, ines.id, 10)
}

/** Loads the demo world into an empty store. */
export async function fillDemo(store: Store): Promise<void> {
  await fillShop(store)
  await fillFerry(store)
  await fillPump(store)
  await fillLoader(store)
  const spare = await startJob(
    store,
    '2026-11-23T14:00:00.000Z',
    'ferry spare',
    world.engines.tarrock.id,
    'Ferry spare engine',
    'Just received for overhaul.',
    { complaints: ['overhaul'], hours: 21_000, wantedBy: '2026-12-18' },
  )
  await simulate(store, spare, world.spareBores)
  await fillUnits(store)
  await fillLoaderBack(store)
}
