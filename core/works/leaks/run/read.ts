import type { ComplaintName } from '../../../job/intake'
import { latest } from '../../../job/order'
import type { Snapshot } from '../../../job/snapshot'
import { leakEntries, type RunAgain } from '../read-leak'

/** What is asked again: each complaint the job came with. An overhaul is none. */
export const complaintsToRun = (snapshot: Snapshot): ComplaintName[] =>
  snapshot.job.complaints.filter((c) => c !== 'overhaul')

/** When a complaint was measured again last; null where not since something was mended. */
export function runOf(snapshot: Snapshot, complaint: ComplaintName): RunAgain | null {
  // What was settled after a run that still showed it is mended since: it is run again.
  const changed = latest(leakEntries(snapshot, 'settled'))?.seq ?? -1
  const run = latest(leakEntries(snapshot, 'runs').filter((r) => r.complaint === complaint))
  return run && run.seq > changed ? run : null
}

/** What stands of each complaint. */
export const readRuns = (snapshot: Snapshot): { complaint: ComplaintName; run: RunAgain | null }[] =>
  complaintsToRun(snapshot).map((complaint) => ({ complaint, run: runOf(snapshot, complaint) }))
