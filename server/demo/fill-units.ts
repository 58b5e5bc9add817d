import type { UnitTruth } from '#core/sim/unit-truth'
import type { Store } from '../store/store'
import { demoId } from './demo-id'
import { Past, startJob } from './past'
import { pumpTruth } from './unit-world'
import { engines, people } from './world'

/** Gives a job the hidden truth of its engine, for the simulated instruments to read. */
async function hide(store: Store, jobId: string, truth: UnitTruth): Promise<void> {
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

/** The jobs of the other works. */
export async function fillUnits(store: Store): Promise<void> {
  await fillPumpA(store)
}
