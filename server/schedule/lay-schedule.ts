import type { Crew } from '#contract/commands'
import type { Schedule, ScheduleQuery } from '#contract/shop'
import { planShop } from '#core/time/plan-shop'
import { stageHours, type HoursFacts, type StageHours } from '#core/time/stage-hours'
import { afterWorkHours, workHoursBetween, type WorkCalendar } from '#core/time/work-calendar'
import { stageLine, type ToolName } from '#core/works/stage-table'

/** What a plan needs to know of a job: its hours, and what it is called and wanted by. */
export type PlannedJob = HoursFacts & { job: { id: string; title: string; wantedBy: string | null } }

export interface ScheduleTask {
  jobs: readonly PlannedJob[]
  crew: Crew
  /** Which piece of it is wanted; null for all of it. */
  query: ScheduleQuery | null
  /** Now, UTC, and how far the shop's clock is ahead of UTC, minutes. */
  madeAt: string
  offsetMinutes: number
}

/** The end of a wanted day, by the shop's clock. */
function endOfDay(day: string, calendar: WorkCalendar): string {
  return new Date(
    Date.parse(`${day}T00:00:00Z`) + calendar.toHour * 3_600_000 - calendar.offsetMinutes * 60_000,
  ).toISOString()
}

/** A plan of these jobs from now on: what is left of each, for the shop's people and tools. A job is planned up to the tool that the shop has none of. */
export async function laySchedule({ jobs, crew, query, madeAt, offsetMinutes }: ScheduleTask): Promise<Schedule> {
  const calendar: WorkCalendar = { fromHour: crew.fromHour, toHour: crew.toHour, days: crew.days, offsetMinutes }
  const tools: Record<ToolName, number> = {
    cutter: crew.cutters,
    press: crew.presses,
    oven: crew.ovens,
    bar: crew.bars,
  }
  const lacking = ({ stage }: StageHours) => {
    const { tool } = stageLine[stage]
    return tool !== null && tools[tool] === 0 ? tool : null
  }
  const hours = jobs.map((facts) => {
    const stages = stageHours(facts)
    const left = stages.filter((h) => h.leftH > 0)
    const stop = left.findIndex((h) => lacking(h) !== null)
    return {
      facts,
      stages,
      planned: stop < 0 ? left : left.slice(0, stop),
      lacks: stop < 0 ? null : lacking(left[stop]!),
    }
  })
  const plan = planShop({
    technicians: crew.technicians,
    tools,
    jobs: hours.map(({ facts: { job }, planned }) => ({
      id: job.id,
      dueH: job.wantedBy ? workHoursBetween(madeAt, endOfDay(job.wantedBy, calendar), calendar) : null,
      tasks: planned.map((h) => ({
        stage: h.stage,
        hours: h.leftH,
        tool: stageLine[h.stage].tool,
        waitAfterH: stageLine[h.stage].waitAfterH,
      })),
    })),
  })
  const titles = new Map(jobs.map(({ job }) => [job.id, job.title]))
  const sum = (values: number[]) => values.reduce((total, v) => total + v, 0)
  const all = {
    madeAt,
    tasks: plan.tasks.map(({ startH, endH, ...t }) => ({
      ...t,
      title: titles.get(t.jobId)!,
      fromAt: afterWorkHours(madeAt, startH, calendar, true),
      toAt: afterWorkHours(madeAt, endH, calendar, false),
      hours: endH - startH,
    })),
    jobs: hours.map(({ facts: { job }, stages, lacks }, i) => ({
      id: job.id,
      title: job.title,
      plannedH: sum(stages.map((h) => h.plannedH)),
      usedH: sum(stages.map((h) => h.usedH)),
      leftH: sum(stages.map((h) => h.leftH)),
      endAt: afterWorkHours(madeAt, plan.jobs[i]!.endH, calendar, false),
      lateH: plan.jobs[i]!.lateH,
      wantedBy: job.wantedBy,
      lacks,
    })),
  }
  return query ? pieceOf(all, query) : { ...all, total: all.jobs.length, later: 0 }
}

type All = Omit<Schedule, 'total' | 'later'>
const sortBy: Record<ScheduleQuery['sort'], (j: All['jobs'][number], at: number) => number | string> = {
  plan: (_, at) => at,
  title: (j) => j.title,
  planned: (j) => j.plannedH,
  used: (j) => j.usedH,
  left: (j) => j.leftH,
  end: (j) => j.endAt,
  wanted: (j) => j.wantedBy ?? '9999-12-31',
}

/** The piece of a plan that is asked for. */
function pieceOf(all: All, { search, sort, desc, offset, limit, days }: ScheduleQuery): Schedule {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const collator = new Intl.Collator('en', { numeric: true })
  const found = all.jobs
    .map((job, at) => ({ job, key: sortBy[sort](job, at) }))
    .filter(({ job }) => words.every((w) => job.title.toLowerCase().includes(w)))
    .sort((a, b) => (typeof a.key === 'number' ? a.key - Number(b.key) : collator.compare(a.key, String(b.key))))
  if (desc) found.reverse()
  const until = new Date(Date.parse(all.madeAt) + days * 86_400_000).toISOString()
  const tasks = all.tasks.filter((t) => t.fromAt <= until)
  return {
    madeAt: all.madeAt,
    tasks,
    jobs: found.slice(offset, offset + limit).map(({ job }) => job),
    total: found.length,
    later: all.tasks.length - tasks.length,
  }
}
