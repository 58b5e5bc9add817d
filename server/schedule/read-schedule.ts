import { afterWorkHours, workHoursBetween, type WorkCalendar } from '#core/time/work-calendar'
import { planShop, toolOf } from '#core/time/plan-shop'
import { stageHours, waitAfterH, type HoursFacts } from '#core/time/stage-hours'
import type { Schedule } from '#contract/shop'
import type { Crew } from '#contract/commands'
import { readSettings } from '../store/read'
import type { Store } from '../store/store'
import { readOpenJobs } from './read-open-jobs'

/** What a plan needs to know of a job: its hours, and what it is called and wanted by. */
export type PlannedJob = HoursFacts & { job: { id: string; title: string; wantedBy: string | null } }

/** The shop's clock, as far ahead of UTC as this machine's. */
export function calendarOf(crew: Crew, now: Date): WorkCalendar {
  return { fromHour: crew.fromHour, toHour: crew.toHour, days: crew.days, offsetMinutes: -now.getTimezoneOffset() }
}

/** The end of a wanted day, by the shop's clock. */
function endOfDay(day: string, calendar: WorkCalendar): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + calendar.toHour * 3_600_000 - calendar.offsetMinutes * 60_000).toISOString()
}

/** A plan of these jobs from now on: what is left of each, for the shop's people and tools. */
export function scheduleOf(snapshots: readonly PlannedJob[], crew: Crew, now: Date): Schedule {
  const calendar = calendarOf(crew, now)
  const madeAt = now.toISOString()
  const hours = snapshots.map((s) => ({ s, stages: stageHours(s) }))
  const plan = planShop({
    technicians: crew.technicians,
    tools: { cutter: crew.cutters, press: crew.presses },
    jobs: hours.map(({ s, stages }) => ({
      id: s.job.id,
      dueH: s.job.wantedBy ? workHoursBetween(madeAt, endOfDay(s.job.wantedBy, calendar), calendar) : null,
      tasks: stages.filter((h) => h.leftH > 0).map((h) => ({ stage: h.stage, hours: h.leftH, tool: toolOf[h.stage] ?? null, waitAfterH: waitAfterH[h.stage] ?? 0 })),
    })),
  })
  const titles = new Map(snapshots.map((s) => [s.job.id, s.job.title]))
  const sum = (values: number[]) => values.reduce((total, v) => total + v, 0)
  return {
    madeAt,
    tasks: plan.tasks.map(({ startH, endH, ...t }) => ({
      ...t, title: titles.get(t.jobId)!, fromAt: afterWorkHours(madeAt, startH, calendar, true), toAt: afterWorkHours(madeAt, endH, calendar, false), hours: endH - startH,
    })),
    jobs: hours.map(({ s, stages }, i) => ({
      id: s.job.id,
      title: s.job.title,
      plannedH: sum(stages.map((h) => h.plannedH)),
      usedH: sum(stages.map((h) => h.usedH)),
      leftH: sum(stages.map((h) => h.leftH)),
      endAt: afterWorkHours(madeAt, plan.jobs[i]!.endH, calendar, false),
      lateH: plan.jobs[i]!.lateH,
      wantedBy: s.job.wantedBy,
    })),
  }
}

/** The plan of every open job of the shop, made anew from what is done by now. */
export async function readSchedule(store: Store, now: Date): Promise<Schedule> {
  const [{ crew }, open] = await Promise.all([readSettings(store), readOpenJobs(store)])
  return scheduleOf(open, crew, now)
}
