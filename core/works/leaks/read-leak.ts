import { CalcError } from '../../errors'
import { latest } from '../../job/order'
import type { Snapshot } from '../../job/snapshot'
import { findLeak, type FindLeakInput, type LeakStanding } from '../../leak/find-leak'
import { readComplaint } from '../liners/read-complaint'
import { type Groups } from '../kinds'
import { standingEntries } from '../standing-entries'
import { worksOf } from '../stage-table'
import {
  atCylinders,
  leakKinds,
  leakTests,
  outside,
  outsideTests,
  startLeakTable,
  withAll,
  type LeakKind,
  type LeakTable,
  type LeakTest,
} from './leak-table'

type Leaks = NonNullable<Groups['leaks']>
export type TestResult = Leaks['results'][number]
export type SettledCause = Leaks['settled'][number]
export type RunAgain = Leaks['runs'][number]

/** What stands of a collection of this work, in the order it was done. */
export function leakEntries<K extends keyof Leaks>(snapshot: Snapshot, rows: K): Leaks[K] {
  return standingEntries<Leaks[K]>(snapshot, `leaks.${rows}`)
}

/** A cause where it sits: `washer@5`, or `oil-cooler`. */
export interface LeakPlace {
  kind: LeakKind
  cylinder: number | null
}
export interface TestPlace {
  test: LeakTest
  cylinder: number | null
}
export const causeId = ({ kind, cylinder }: LeakPlace): string => (cylinder === null ? kind : `${kind}@${cylinder}`)
export const testId = ({ test, cylinder }: TestPlace): string => (cylinder === null ? test : `${test}@${cylinder}`)
const apart = (id: string): [string, number | null] => {
  const [name, at] = id.split('@')
  return [name!, at === undefined ? null : Number(at)]
}
export function causeOf(id: string): LeakPlace {
  const [kind, cylinder] = apart(id)
  return { kind: kind as LeakKind, cylinder }
}
export function testOf(id: string): TestPlace {
  const [test, cylinder] = apart(id)
  return { test: test as LeakTest, cylinder }
}

/** A test or a cause as a place of the ladder: `soap@3` is `soap-at-3`. */
export const placeOf = (id: string): string => id.replace('@', '-at-')
/** The test at such a place. */
export const testAt = (place: string): TestPlace => testOf(place.replace(/-at-(\d+)$/, '@$1'))

/** The table this job reckons with: the shop's own, or the one it began with. */
export const tableOf = (snapshot: Snapshot): LeakTable =>
  snapshot.leakTable ? withAll(snapshot.leakTable) : startLeakTable

/** Whether coolant may be going out of the engine: what nobody complains of is not looked for. */
const asksOutside = ({ job: { complaints } }: Snapshot): boolean =>
  complaints.length === 0 || complaints.some((c) => c === 'coolant-loss' || c === 'overheats')

/** Since when results count: a run that still showed it came after what was changed. */
function since(snapshot: Snapshot): number {
  return latest(leakEntries(snapshot, 'runs').filter((r) => !r.gone))?.seq ?? -1
}

/** Causes that were taken as found and mended, and are out of the ladder because the leak still showed afterwards. */
export function takenOut(snapshot: Snapshot): LeakPlace[] {
  const from = since(snapshot)
  return leakEntries(snapshot, 'settled')
    .filter((s) => s.seq < from)
    .map((s) => ({ kind: s.cause, cylinder: s.cylinder }))
}

/** The cause that a person takes as found now; null where the ladder is still open. */
export function settledNow(snapshot: Snapshot): SettledCause | null {
  const from = since(snapshot)
  return latest(leakEntries(snapshot, 'settled').filter((s) => s.seq > from))
}

/** What the deck as found says by itself; null where it was not measured whole. */
function protrusionShows(snapshot: Snapshot): boolean | null {
  if (!worksOf(snapshot.job.work).includes('liners')) return null
  const { signs } = readComplaint(snapshot)
  if (signs.some((s) => s.code === 'not-measured')) return null
  return signs.some((s) => s.code === 'sunk' || s.code === 'low')
}

/** The places a kind of cause or a test has on this engine. */
const placesFor = (each: boolean, cylinders: readonly number[]): (number | null)[] => (each ? [...cylinders] : [null])

/**
 * The ladder's input: every cause where it can sit, every test where it can be tried, with the
 * chances of the table, and what was found so far.
 */
export function leakInput(snapshot: Snapshot): FindLeakInput {
  const table = tableOf(snapshot)
  const cylinders = snapshot.engine.heads.flat()
  const looks = asksOutside(snapshot)
  const gone = new Set(takenOut(snapshot).map(causeId))
  const causes = leakKinds
    .flatMap((kind) => placesFor(atCylinders.includes(kind), cylinders).map((cylinder) => ({ kind, cylinder })))
    .filter((c) => !gone.has(causeId(c)) && (looks || !outside.includes(c.kind)))
  const among = (kind: LeakKind) => causes.filter((c) => c.kind === kind).length
  const skipped = new Set(leakEntries(snapshot, 'skips').map(testId))
  const from = since(snapshot)
  const tried = leakEntries(snapshot, 'results').filter((r) => r.seq > from)
  // Of a test that was tried twice the last time counts.
  const last = new Map(tried.map((r) => [testId(r), r.positive]))
  const deck = protrusionShows(snapshot)
  if (deck !== null) last.set('protrusion', deck)
  const tests = leakTests
    .flatMap((test) => placesFor(table.tests[test].each, cylinders).map((cylinder) => ({ test, cylinder })))
    .filter((t) => last.has(testId(t)) || !skipped.has(testId(t)))
    .filter((t) => looks || !outsideTests.includes(t.test) || last.has(testId(t)))
    // Protrusion is no test of its own here: it is measured on its own stage.
    .filter((t) => t.test !== 'protrusion' || deck !== null)
  const known = new Set(tests.map(testId))
  return {
    causes: causes.map((c) => ({
      id: causeId(c),
      prior: table.causes[c.kind].prior / among(c.kind),
      openUpCost: table.causes[c.kind].openUpCost,
    })),
    tests: tests.map((t) => {
      const { minutes, group, shows, elsewhere } = table.tests[t.test]
      const chance = (c: LeakPlace) =>
        t.cylinder !== null && c.cylinder !== null && c.cylinder !== t.cylinder ? elsewhere : shows[c.kind]
      return {
        id: testId(t),
        minutes,
        group,
        positive: Object.fromEntries(causes.map((c) => [causeId(c), chance(c)])),
      }
    }),
    // What was noted of a test that this engine has not tells nothing.
    results: [...last].filter(([id]) => known.has(id)).map(([test, positive]) => ({ test, positive })),
    sureAt: table.sureAt,
  }
}

/** The ladder as it stands; null where the results contradict each other, or a table leaves nothing. */
export function readLadder(snapshot: Snapshot): LeakStanding | null {
  try {
    return findLeak(leakInput(snapshot))
  } catch (error) {
    if (error instanceof CalcError) return null
    throw error
  }
}
