import type { ComplaintName } from '../../job/intake'
import { latest } from '../../job/order'
import { whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { leakEntries, type RunAgain } from './read-leak'

const says = {
  actions: ['run', 'to-ladder', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['again', 'still', 'earlier-open', 'gone', 'closed'],
  cautions: ['first-start'],
} as const
const make = mover('first-run', says)

/** What is asked again: each complaint the job came with. An overhaul is none. */
export function complaintsToRun(snapshot: Snapshot): ComplaintName[] {
  const named = snapshot.job.complaints.filter((c) => c !== 'overhaul')
  return named.length > 0 ? named : []
}

/** What stands of each complaint: when it was measured again last; null where not yet. */
export function readRuns(snapshot: Snapshot): { complaint: ComplaintName; run: RunAgain | null }[] {
  const runs = leakEntries(snapshot, 'runs')
  // What was settled after a run that still showed it is mended since: it is run again.
  const changed = latest(leakEntries(snapshot, 'settled'))?.seq ?? -1
  return complaintsToRun(snapshot).map((complaint) => {
    const run = latest(runs.filter((r) => r.complaint === complaint))
    return { complaint, run: run && run.seq > changed ? run : null }
  })
}

/** The next complaint to be measured again, or the way back where it still shows. */
export function firstRunMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'first-run')) return make('done', 'closed')
  const runs = readRuns(snapshot)
  const route = routeStages(snapshot)
  const still = runs.find((r) => r.run && !r.run.gone)
  const word = (c: ComplaintName) => ({ word: `complaint.${c}` })
  if (still && route.includes('find-leak'))
    return make('to-ladder', 'still', { figures: { complaint: word(still.complaint) } })
  const open = route.slice(0, route.indexOf('first-run')).find((s) => s !== 'find-leak' && !isClosed(snapshot, s))
  const next = runs.find((r) => r.run === null)
  if (next && open) return make('stop', 'earlier-open', { figures: { open: { word: `stage.${open}` } } })
  if (next)
    return make('run', 'again', {
      caution: 'first-start',
      figures: {
        code: next.complaint,
        complaint: word(next.complaint),
        how: { word: `leak.again.${next.complaint}` },
      },
    })
  return make('close-stage', 'gone')
}

/** The first run: what the job came in with, measured again. */
export const firstRun: StageLogic = {
  says,
  problems: (s) => [
    ...whole('not-run', readRuns(s).some((r) => r.run === null) || complaintsToRun(s).length === 0, true),
    ...whole(
      'still-shows',
      readRuns(s).some((r) => r.run !== null && !r.run.gone),
      true,
    ),
  ],
  move: firstRunMove,
  refuse: (s, act) =>
    act.what === 'run-again' && !complaintsToRun(s).includes(act.complaint)
      ? { code: 'unknown-complaint', details: [act.complaint] }
      : null,
}
