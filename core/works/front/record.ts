import type { Snapshot } from '../../job/snapshot'
import { word, type Told } from '../../job/told'
import type { WorkRecord } from '../work-record'
import { record as cover } from './cover/record'
import { record as off } from './off/record'
import { record as on } from './on/record'
import { record as out } from './out/record'
import { readDamper } from './read-damper'
import { readFlywheel } from './read-flywheel'
import { record as seal, sealLines } from './seal/record'
import { record as tdc } from './tdc/record'
import { record as wheelOff } from './wheel-off/record'
import { record as wheelOn } from './wheel-on/record'

/** What was done, in a line each, for the owner. */
const done = (snapshot: Snapshot): Told[] => [
  ...sealLines(snapshot),
  ...(readFlywheel(snapshot).face ? [word('front.owner-wheel')] : []),
  ...(readDamper(snapshot).home ? [word('front.owner-damper')] : []),
]

/** The ends of the crank on the record, stage by stage. */
export const record: WorkRecord<'front'> = {
  stages: {
    'damper-off': off,
    'flywheel-off': wheelOff,
    'seal-out': out,
    cover,
    'seal-in': seal,
    'flywheel-on': wheelOn,
    'damper-on': on,
    tdc,
  },
  cautions: (s) => (s.job.work.includes('rear') ? ['damper', 'flywheel'] : ['damper']),
  owner: { done },
}
