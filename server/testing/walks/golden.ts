import type { Snapshot } from '#core/job/snapshot'
import type { UnitTruth } from '#core/sim/unit-truth'
import { barrels, compressorTruth } from '../../demo/compressor-world'
import { crusherTruth } from '../../demo/camshaft-world'
import { crusherFront } from '../../demo/front-world'
import { gearboxTruth } from '../../demo/gearbox-world'
import { pumpTruth } from '../../demo/unit-world'
import { ferryBlock } from '../../demo/world'
import { newJob } from './new-job'

const compressor = (): Snapshot => {
  const job = newJob('sarn', ['barrels'], [])
  return { ...job, sheet: { ...job.sheet, sections: { ...job.sheet.sections, barrels } } }
}
/** A job of each work, and what is true of its unit. */
export const walks: Record<string, { job: () => Snapshot; truth: UnitTruth }> = {
  'pump-set-sleeves': {
    job: () => newJob('orrin', ['sleeves', 'tips'], []),
    truth: { ...pumpTruth, leaks: [], washers: { 2: 2, 3: 0 } },
  },
  'pump-set-leak': { job: () => newJob('orrin', ['find-leak', 'first-run'], ['coolant-loss']), truth: pumpTruth },
  crusher: {
    job: () => newJob('brennick', ['bushings', 'front', 'rear'], []),
    truth: { ...pumpTruth, leaks: [], bushings: crusherTruth, front: crusherFront },
  },
  gearbox: {
    job: () => newJob('lune', ['face-seals'], []),
    truth: { ...pumpTruth, leaks: [], faces: gearboxTruth },
  },
  compressor: { job: compressor, truth: { ...pumpTruth, leaks: [], barrels: compressorTruth } },
  'ferry-deck': {
    job: () => newJob('tarrock', ['deck', 'pistons'], []),
    truth: { ...pumpTruth, leaks: [], block: ferryBlock },
  },
}
