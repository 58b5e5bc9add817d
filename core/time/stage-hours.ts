import type { BookedTime, Closure } from '../job/snapshot'
import { isClosed, routeStages } from '../job/route'
import { stageLine, type StageName, type WorkName } from '../works/stage-table'

interface Moment {
  at: string
}

/** What hours are counted from: a job's snapshot has all of it, and a shop can read it of many jobs at once. */
export interface HoursFacts {
  job: { work: readonly WorkName[] }
  engine: { heads: number[][] }
  sets: (Moment & { id: string; stage: StageName; cylinder: number; closed: Moment | null })[]
  readings: (Moment & { setId: string })[]
  closures: Closure[]
  tally: Moment[]
  findings: Moment[]
  photos: Moment[]
  decisions: Moment[]
  wearMarks: Moment[]
  plans: Moment[]
  cuts: Moment[]
  shimFits: Moment[]
  sealFits: Moment[]
  pulls: (Moment & { cylinder: number; struck: object | null })[]
  presses: (Moment & { cylinder: number; struck: object | null })[]
  grades: (Moment & { cylinder: number })[]
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

/** The times of everything done in each stage, ms. */
function actTimes(snapshot: HoursFacts): Map<StageName, number[]> {
  const times = new Map<StageName, number[]>()
  const add = (stage: StageName, rows: readonly { at: string }[]) =>
    times.set(stage, [...(times.get(stage) ?? []), ...rows.map((r) => Date.parse(r.at))])
  for (const set of snapshot.sets)
    add(set.stage, [set, ...snapshot.readings.filter((r) => r.setId === set.id), ...(set.closed ? [set.closed] : [])])
  add('protect', snapshot.tally)
  add('pull', snapshot.pulls)
  add('look', [...snapshot.findings, ...snapshot.photos, ...snapshot.grades])
  add('decide', snapshot.decisions)
  add('counterbores', snapshot.wearMarks)
  add('repair-plan', snapshot.plans)
  add('cut', [...snapshot.cuts, ...snapshot.shimFits])
  add('fit', [...snapshot.sealFits, ...snapshot.presses])
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
  const bores = snapshot.engine.heads.flat().length
  const acts = actTimes(snapshot)
  return routeStages(snapshot).map((stage) => {
    const booked = snapshot.times.filter((t) => t.stage === stage && !t.struck).sort((a, b) => a.seq - b.seq)
    const planned = booked.filter((t) => t.kind === 'planned').at(-1)
    const used = booked.filter((t) => t.kind === 'used')
    const plannedH = planned?.hours ?? stageLine[stage].hours.once + stageLine[stage].hours.bore * bores
    const usedH = used.length > 0 ? used.reduce((sum, t) => sum + t.hours, 0) : workedHours(acts.get(stage) ?? [])
    const closed = isClosed(snapshot, stage)
    return {
      stage,
      plannedH,
      usedH,
      booked: used.length > 0,
      closed,
      leftH: closed ? 0 : Math.max(plannedH - usedH, share(snapshot, stage) * plannedH),
    }
  })
}

/** How much of a stage is still open by its bores, 0 … 1: the time used says nothing of what is left. */
function share(snapshot: HoursFacts, stage: StageName): number {
  const bores = snapshot.engine.heads.flat()
  const done: Partial<Record<StageName, (c: number) => boolean>> = {
    pull: (c) => snapshot.pulls.some((p) => p.cylinder === c && !p.struck),
    look: (c) => snapshot.grades.some((g) => g.cylinder === c),
    fit: (c) => snapshot.presses.some((p) => p.cylinder === c && !p.struck),
  }
  const measured = (c: number) => snapshot.sets.some((s) => s.stage === stage && s.cylinder === c)
  const test = done[stage] ?? measured
  return bores.filter((c) => !test(c)).length / bores.length
}
