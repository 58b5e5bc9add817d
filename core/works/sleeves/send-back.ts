import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageName } from '../stage-table'
import { lastAt } from './read-sleeves'

/** The stages that a sleeve goes through again, the last one first: each rests on those before it. */
const again = ['coolant-test', 'sleeves-in', 'sleeve-bores', 'sleeves-out'] as const satisfies readonly StageName[]

type SendBack =
  | { what: 'reopen-stage'; stage: StageName; note: string }
  | { what: 'strike-entry'; entryId: string; reason: 'taken-again' }

/**
 * A sleeve that does not hold comes out again: what it was closed with is opened, and what was noted of it is struck,
 * so that it is pulled, its bore looked at, and a new one put in.
 *
 * @param note why, in the record's words
 */
export function sendBack(snapshot: Snapshot, cylinder: number, note: string): SendBack[] {
  return [
    ...again
      .filter((stage) => isClosed(snapshot, stage))
      .map((stage): SendBack => ({ what: 'reopen-stage', stage, note })),
    ...(['in', 'bores', 'out'] as const).flatMap((rows): SendBack[] => {
      const entry = lastAt(snapshot, rows, cylinder)
      return entry ? [{ what: 'strike-entry', entryId: entry.id, reason: 'taken-again' }] : []
    }),
  ]
}
