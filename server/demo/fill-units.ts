import type { UnitTruth } from '#core/sim/unit-truth'
import type { Store } from '../store/store'
import { demoId } from './demo-id'
import { Past, startJob } from './past'
import { crusherTruth } from './camshaft-world'
import { crusherFront } from './front-world'
import { compressorTruth } from './compressor-world'
import { gearboxTruth } from './gearbox-world'
import { pumpTruth } from './unit-world'
import { engines, people } from './world'

/** Gives a job the hidden truth of its engine, for the simulated instruments to read. */
export async function hide(store: Store, jobId: string, truth: UnitTruth): Promise<void> {
  await store.models.jobs.update({ simulated: true }, { where: { id: jobId } })
  await store.models.placeTruths.create({ jobId, place: 'engine', truth })
}

/** The pump set that came in with fuel in its coolant: two tests done, nothing sure yet. */
async function fillPumpA(store: Store): Promise<void> {
  const jobId = await startJob(
    store,
    '2026-11-24T08:00:00.000Z',
    'pump set A',
    engines.orrin.id,
    'Pump set A',
    'Fuel in the coolant; bubbles in the tank.',
    {
      complaints: ['fuel-in-coolant', 'gas-in-coolant'],
      hours: 9_100,
      wantedBy: '2026-12-02',
      work: ['find-leak', 'first-run'],
    },
  )
  const past = new Past(store, '2026-11-24T09:00:00.000Z', jobId, people.lise.id)
  for (const [test, positive] of [
    ['fuel-in-coolant', true],
    ['oil-look', false],
  ] as const)
    await past.act(
      { what: 'note-test', resultId: demoId(`pump A ${test}`), test, cylinder: null, positive, words: '' },
      undefined,
      6,
    )
  await hide(store, jobId, pumpTruth)
}

/** The crusher's drive with low oil pressure: its block lies upside down on the stand, looked at from the rear. */
async function fillCrusher(store: Store): Promise<void> {
  const jobId = await startJob(
    store,
    '2026-11-25T07:30:00.000Z',
    'crusher drive',
    engines.brennick.id,
    'Crusher drive',
    'Low oil pressure hot; oil at the front seal.',
    {
      complaints: ['oil-pressure'],
      hours: 14_300,
      wantedBy: '2026-12-04',
      work: ['front', 'rear', 'bushings', 'first-run'],
    },
  )
  const past = new Past(store, '2026-11-25T09:00:00.000Z', jobId, people.tom.id)
  await past.act({ what: 'lay-block', lieId: demoId('crusher lies'), rolledDeg: 180, seenFrom: 'rear' })
  await hide(store, jobId, {
    leaks: [],
    washers: {},
    boreOffMm: {},
    flows: {},
    bushings: crusherTruth,
    front: crusherFront,
  })
}

/** The tide gate's gearbox, its face seals weeping: nothing done yet. */
async function fillGearbox(store: Store): Promise<void> {
  const jobId = await startJob(
    store,
    '2026-11-25T13:00:00.000Z',
    'tide gate gearbox',
    engines.lune.id,
    'Tide gate gearbox',
    'Both pads weep.',
    { complaints: [], hours: 6_200, wantedBy: '2026-12-08', work: ['face-seals'] },
  )
  await hide(store, jobId, { leaks: [], washers: {}, boreOffMm: {}, flows: {}, faces: gearboxTruth })
}

/** The yard's compressor: one barrel scored, one that smokes; nothing done yet. */
async function fillCompressor(store: Store): Promise<void> {
  const jobId = await startJob(
    store,
    '2026-11-25T14:00:00.000Z',
    'yard compressor',
    engines.sarn.id,
    'Yard compressor',
    'Barrel 1 scored; barrel 2 uses oil since its last hone.',
    { complaints: [], hours: 9_400, wantedBy: '2026-12-10', work: ['barrels'] },
  )
  await hide(store, jobId, { leaks: [], washers: {}, boreOffMm: {}, flows: {}, barrels: compressorTruth })
}

/** The jobs of the other works. */
export async function fillUnits(store: Store): Promise<void> {
  await fillPumpA(store)
  await fillCrusher(store)
  await fillGearbox(store)
  await fillCompressor(store)
}
