import { expect } from 'vitest'
import type { Snapshot } from '#core/job/snapshot'
import type { UnitTruth } from '#core/sim/unit-truth'
import { Hand as AnyHand } from '#core/testing/hand'
import { faultsOf } from './blanks'

export { newJob } from './walks/new-job'

/** Somebody who does what the next move says, and finds every sentence of it whole. */
export class Hand extends AnyHand {
  constructor(job: Snapshot, truth: UnitTruth) {
    super(job, truth, (move) => expect(faultsOf(move), `${move.stage} ${move.action}, ${move.reason}`).toEqual([]))
  }
}
