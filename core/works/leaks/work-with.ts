import type { Snapshot } from '../../job/snapshot'
import { workChoices, type WorkChoice } from '../stage-table'
import { mendedBy, type LeakKind } from './leak-table'

/** The work that mends a cause, added to what the job has. */
export function workWith(snapshot: Snapshot, cause: LeakKind): WorkChoice[] {
  const more: readonly string[] = mendedBy[cause] ?? []
  return workChoices.filter((c) => snapshot.job.work.includes(c) || more.includes(c))
}
