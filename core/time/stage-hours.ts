import { bySeq } from '../job/order'
import type { Closure } from '../job/snapshot'
import type { BookedTime } from '../job/booked-time'
import { sameSpot, spotOf, type Spot } from '../job/place'
import { isClosed, routeStages } from '../job/route'
import { coveredBy, donesOf, entriesOf, placesOf, type HasEntries, type RowsName, type Sections } from '../works/kinds'
import { stageLine, stageNames, type StageName, type WorkChoice } from '../works/stage-table'

interface Moment {
  at: string
}

/** What hours are counted from: a job's snapshot has all of it, and a shop can read it of many jobs at once. */
export interface HoursFacts extends HasEntries {
  job: { work: readonly WorkChoice[] }
  engine: { heads: number[][] }
  sheet: { sections: Sections }
  sets: (Moment & Spot & { id: string; stage: StageName; closed: Moment | null })[]
  readings: (Moment & { setId: string })[]
  closures: Closure[]
  times: Pick<BookedTime, 'stage' | 'kind' | 'hours' | 'struck' | 'seq'>[]
}

/** A pause longer than this is no work on the job. */
export const LONGEST_PAUSE_MIN = 25
/** What one act is worth when nothing came before it. */
const FIRST_ACT_MIN = 3

export interface StageHours {
  stage: StageName
  plannedH: number
  usedH: number
  /** Whether the used hours were booked by a person, or counted from what was done. */
  booked: boolean
  closed: boolean
  /** Still to do, hours; 0 once it is closed. */
  leftH: number
}

/** The times of everything done in each stage of the route, ms: an entry counts in the first stage that covers it. */
function actTimes(snapshot: HoursFacts, route: readonly StageName[]): Map<StageName, number[]> {
  const times = new Map<StageName, number[]>()
  const add = (stage: StageName, rows: readonly { at: string }[]) =>
    times.set(stage, [...(times.get(stage) ?? []), ...rows.map((r) => Date.parse(r.at))])
  for (const set of snapshot.sets)
    add(set.stage, [set, ...snapshot.readings.filter((r) => r.setId === set.id), ...(set.closed ? [set.closed] : [])])
  const counted = new Set<RowsName>()
  for (const stage of stageNames.filter((s) => s !== 'record')) {
    const own = coveredBy(stage).filter((rows) => !counted.has(rows))
    // What two stages share is counted in the earlier one, unless only the later one is on this route.
    if (route.includes(stage)) for (const rows of own) counted.add(rows)
    add(
      stage,
      own.flatMap((rows) => entriesOf(snapshot, rows)),
    )
  }
  for (const c of snapshot.closures) add(c.stage, [c])
  return times
}

/** Hours of work in a row of moments: the pauses between them, long ones left out. */
export function workedHours(momentsMs: readonly number[]): number {
  const sorted = [...momentsMs].sort((a, b) => a - b)
  const minutes = sorted.reduce((sum, at, i) => {
    const pause = i === 0 ? Infinity : (at - sorted[i - 1]!) / 60_000
    return sum + (pause > LONGEST_PAUSE_MIN ? FIRST_ACT_MIN : pause)
  }, 0)
  return minutes / 60
}

/** Planned and used hours of each stage of a job's route, and what is left of it. */
export function stageHours(snapshot: HoursFacts): StageHours[] {
  const route = routeStages(snapshot)
  const acts = actTimes(snapshot, route)
  return route.map((stage) => {
    const booked = snapshot.times.filter((t) => t.stage === stage && !t.struck).sort(bySeq)
    const planned = booked.filter((t) => t.kind === 'planned').at(-1)
    const used = booked.filter((t) => t.kind === 'used')
    const { hours, work } = stageLine[stage]
    const places = placesOf(work, snapshot.engine, snapshot.sheet.sections)
    const plannedH = planned?.hours ?? hours.once + hours.place * places.length
    const usedH = used.length > 0 ? used.reduce((sum, t) => sum + t.hours, 0) : workedHours(acts.get(stage) ?? [])
    const closed = isClosed(snapshot, stage)
    return {
      stage,
      plannedH,
      usedH,
      booked: used.length > 0,
      closed,
      leftH: closed ? 0 : Math.max(plannedH - usedH, share(snapshot, stage, places) * plannedH),
    }
  })
}

/** How much of a stage is still open by its places, 0 … 1: the time used says nothing of what is left. */
function share(snapshot: HoursFacts, stage: StageName, places: readonly Spot[]): number {
  if (places.length === 0) return 0
  const dones = donesOf(stage)
  const done: readonly Spot[] =
    dones.length > 0
      ? dones.flatMap((rows) =>
          entriesOf(snapshot, rows)
            .filter((e) => !e.struck)
            .map(spotOf),
        )
      : snapshot.sets.filter((s) => s.stage === stage)
  return places.filter((p) => !done.some((d) => sameSpot(d, p))).length / places.length
}
