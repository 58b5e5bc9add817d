import { list, stageTitle, under, type Block } from '../../job/record-blocks'
import type { Snapshot } from '../../job/snapshot'
import { word, type Told } from '../../job/told'
import type { WorkRecord } from '../work-record'
import { record as cam } from './cam/record'
import { record as galleries } from './galleries/record'
import { record as into } from './in/record'
import { record as map } from './map/record'
import { record as out } from './out/record'
import { housingsOf, lastAt } from './read-bushings'
import { readPatterns } from './read-old'
import { readHoles } from './read-placing'
import { record as spin } from './spin/record'
import { patternTold } from './told'

/** What was done, in a line each, for the owner. */
function done(snapshot: Snapshot): Told[] {
  const finished = housingsOf(snapshot).filter((h) => lastAt(snapshot, 'finished', h.place))
  const holes = finished.flatMap((h) => readHoles(snapshot, h)).filter((o) => o.open).length
  return finished.length > 0 ? [word('cam.owner-bushings', { n: finished.length, holes })] : []
}

/** How the old bushings looked, for the owner. */
const stands = (snapshot: Snapshot): Block[] =>
  under(stageTitle('bushings-out'), list(readPatterns(snapshot).map(patternTold)))

/** Cam bushings on the record, stage by stage. */
export const record: WorkRecord<'bushings'> = {
  stages: {
    'cam-out': cam,
    'bushings-out': out,
    galleries,
    'bushing-map': map,
    'bushings-in': into,
    'cam-spin': spin,
  },
  cautions: () => ['striking'],
  owner: { stands, done },
}
