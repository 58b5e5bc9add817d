import { blankSnapshot } from '#core/job/blank-snapshot'
import type { ComplaintName } from '#core/job/intake'
import type { Snapshot } from '#core/job/snapshot'
import type { WorkChoice } from '#core/job/stages'
import { engines, type DemoEngine } from '../../demo/world'

const START = Date.parse('2026-11-24T09:00:00.000Z')

/** A job of the demo's world just taken in. */
export function newJob(engine: keyof typeof engines, work: WorkChoice[], complaints: ComplaintName[]): Snapshot {
  const { id, shape, sheet }: DemoEngine = engines[engine]
  const at = new Date(START).toISOString()
  const whole = { version: 1, personId: null, at, ...sheet, sections: sheet.sections ?? {} }
  const blank = blankSnapshot({ id, ...shape }, whole, {
    leavesMm: [0.05],
    maxLeavesPerPack: 2,
    maxPassMm: 0.25,
    finishMm: 0.05,
    cutterBiasMm: 0,
    cleanupMm: 0.02,
  })
  return { ...blank, job: { ...blank.job, work, complaints } }
}
