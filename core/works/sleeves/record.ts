import type { Snapshot } from '../../job/snapshot'
import { word, type Told } from '../../job/told'
import type { WorkRecord } from '../work-record'
import { record as bores } from './bores/record'
import { record as coolant } from './coolant/record'
import { record as gas } from './gas/record'
import { record as into } from './in/record'
import { record as out } from './out/record'
import { readIn, readTip, sleeveScope, tipScope } from './read-sleeves'
import { record as tips } from './tips/record'

/** What was done, in a line each, for the owner. */
function done(snapshot: Snapshot): Told[] {
  const line = (key: string, at: readonly number[]) =>
    at.length > 0 ? [word(key, { n: at.length, which: at.join(', ') })] : []
  return [
    ...line(
      'sleeve.owner-sleeves',
      sleeveScope(snapshot).filter((c) => readIn(snapshot, c).entry !== null),
    ),
    ...line(
      'sleeve.owner-tips',
      tipScope(snapshot).filter((c) => readTip(snapshot, c).tip !== null),
    ),
  ]
}

/** Injector sleeves on the record, stage by stage. */
export const record: WorkRecord<'sleeves'> = {
  stages: {
    'sleeves-out': out,
    'sleeve-bores': bores,
    'sleeves-in': into,
    'coolant-test': coolant,
    tips,
    'gas-test': gas,
  },
  cautions: () => ['barring', 'fuel'],
  owner: { done },
}
