import type { Snapshot } from '#core/job/snapshot'
import type { UnitTruth } from '#core/sim/unit-truth'
import type { StageName } from '#core/works/stage-table'
import type { WorkRecord } from '#core/works/work-record'

/** What became of a walk. */
export interface Walked {
  acts: number
  /** Steps that stood, entries that were refused, kinds that were entered: each once. */
  met: string[]
  refused: string[]
  kinds: string[]
  ended: 'signed' | 'as-it-stands' | 'open'
  found: string[]
}

/** A work that is walked. */
export interface Tried {
  name: string
  /** The job as it is taken in, and such with a sheet that is not the demo's. */
  jobs: (() => Snapshot)[]
  truth: UnitTruth
  stages: StageName[]
  /** What its gauges can tell, mm. */
  uncertaintyMm?: number
  /** Its own way of walking, where its figures are read by sets. */
  walk?: (seed: number, parts: readonly WorkRecord[]) => Walked
}
