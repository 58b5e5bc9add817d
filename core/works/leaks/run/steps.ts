import type { ComplaintName } from '../../../job/intake'
import { isClosed, routeStages } from '../../../job/route'
import type { Snapshot } from '../../../job/snapshot'
import { optionalStages, type StageName } from '../../../job/stages'
import { openUnder, stageSteps } from '../../../job/step'
import { complaintsToRun, readRuns, runOf } from './read'

const says = {
  actions: ['run', 'to-ladder', 'close-stage', 'done'],
  told: ['stop', 'still-there', 'none-named'],
  reasons: ['again', 'still', 'no-ladder', 'nothing-to-run', 'earlier-open', 'gone', 'closed'],
  cautions: ['first-start'],
  gates: ['not-run', 'still-shows'],
  orders: ['not-complained'],
} as const
const { part, whole, logic } = stageSteps('first-run', says)

/** The first stage before it that no job may pass by and that is still open. */
function openBefore(snapshot: Snapshot): StageName | null {
  const route = routeStages(snapshot)
  return (
    route.slice(0, route.indexOf('first-run')).find((s) => !optionalStages.includes(s) && !isClosed(snapshot, s)) ??
    null
  )
}
const openWord = ({ state }: { state: StageName | null }) => ({ open: { word: `stage.${state}` } })
const hasLadder = (snapshot: Snapshot) => routeStages(snapshot).includes('find-leak')

const runs = part({
  anywhere: true,
  places: (s) => complaintsToRun(s).map((place) => ({ cylinder: null, place })),
  spotOf: (act) => ({ cylinder: null, place: act.what === 'run-again' ? act.complaint : null }),
  read: (s, { place }) => runOf(s, place),
  figures: ({ spot: { place } }) => ({
    place: { word: `complaint.${place}` },
    complaint: { word: `complaint.${place}` },
    how: { word: `leak.again.${place}` },
  }),
  elsewhere: 'not-complained',
})
const counted = ({ spot }: { spot: { place: ComplaintName } }) => ({
  place: { word: `complaint.${spot.place}` },
  unit: { word: `leak.counted-in.${spot.place}` },
})
const run = runs.turn({
  entry: 'run-again',
  fields: {
    complaint: ({ spot }) => spot.place,
    before: { figures: counted },
    now: { figures: counted },
    gone: { figures: counted },
  },
})

/** The first run: what the job came in with, measured again. */
export const firstRun = logic({
  parts: [
    whole((s) => openUnder(s, 'first-run'), openWord).of([
      {
        action: 'stop',
        when: ({ state }) => state !== null,
        gate: { code: 'earlier-open', soft: false },
        reason: 'earlier-open',
      },
    ]),
    runs.of([
      {
        action: 'to-ladder',
        when: ({ state, snapshot }) => state?.gone === false && hasLadder(snapshot),
        gate: { code: 'still-shows', soft: true },
        reason: 'still',
      },
    ]),
    whole((s) => (readRuns(s).some((r) => r.run === null) ? openBefore(s) : null), openWord).of([
      {
        action: 'stop',
        when: ({ state }) => state !== null,
        gate: { code: 'not-run', soft: true },
        reason: 'earlier-open',
      },
    ]),
    runs.of([
      {
        action: 'run',
        when: ({ state }) => state === null,
        gate: { code: 'not-run', soft: true },
        reason: 'again',
        caution: 'first-start',
        turn: run,
      },
      {
        action: 'still-there',
        when: ({ state, snapshot }) => state?.gone === false && !hasLadder(snapshot),
        gate: { code: 'still-shows', soft: true },
        reason: 'no-ladder',
        doubt: true,
      },
    ]),
    whole((s) => complaintsToRun(s).length === 0).of([
      {
        action: 'none-named',
        when: ({ state }) => state,
        gate: { code: 'not-run', soft: true },
        reason: 'nothing-to-run',
        doubt: true,
      },
    ]),
  ],
  closes: () => ({ reason: 'gone' }),
})
