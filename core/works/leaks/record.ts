import { text } from '../../job/record-blocks'
import { word } from '../../job/told'
import type { WorkRecord } from '../work-record'
import { foundLines, record as find } from './find/record'
import { complaintsToRun, readRuns } from './run/read'
import { becameLines, record as run } from './run/record'

/** Looking for a leak, on the record. */
export const record: WorkRecord<'leaks'> = {
  stages: { 'find-leak': find, 'first-run': run },
  cautions: (s) => (s.job.work.includes('find-leak') ? ['pressure'] : []),
  owner: {
    stands: (snapshot) => {
      const open = complaintsToRun(snapshot).length > 0 && readRuns(snapshot).some((r) => r.run === null)
      return open ? [text(word('leak.owner-open'))] : []
    },
    done: (snapshot) => [...foundLines(snapshot), ...becameLines(snapshot)],
  },
}
