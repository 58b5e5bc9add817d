import type { Snapshot } from '../../../job/snapshot'
import { readySteps, type ReadyStep } from '../kinds'
import { barrelsWith, entriesAt, type BarrelSpot } from '../read-barrels'

/** Whether a step of making a barrel ready is done. */
export const isReadied = (snapshot: Snapshot, place: string, step: ReadyStep): boolean =>
  entriesAt(snapshot, 'readied', place).some((r) => r.step === step)
/** The barrels that go on again as they are, sleeved or bored. */
export const keptBarrels = (snapshot: Snapshot): BarrelSpot[] => barrelsWith(snapshot, 'keep', 'sleeve', 'oversize')
/** What is still to be done to a barrel, in its order. */
export const stepsLeft = (snapshot: Snapshot, { place }: BarrelSpot): ReadyStep[] =>
  readySteps.filter((step) => !isReadied(snapshot, place, step))
