import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import { refuseTwice } from '../schema'
import { Heap } from './heap'
import { stageNames, toolNames, type StageName, type ToolName } from '../works/stage-table'

const hours = z.number('must be hours').min(0, 'cannot be below zero').max(1000, 'is more than 1000 hours')
export const planShopInput = z
  .strictObject({
    /** Open jobs, the most urgent first where nothing else decides. */
    jobs: z
      .array(
        z.strictObject({
          id: z.string().min(1).max(60),
          /** Working hours from now until it is wanted; null where nobody said. */
          dueH: z.number().min(-10_000).max(10_000).nullable(),
          /** What is left to do, in order. */
          tasks: z
            .array(
              z.strictObject({
                stage: z.enum(stageNames),
                hours,
                tool: z.enum(toolNames).nullable(),
                waitAfterH: hours.default(0),
              }),
            )
            .max(40),
        }),
      )
      .max(200, 'is more than 200 jobs'),
    technicians: z.int('must be a whole number').min(1, 'needs at least one technician').max(50),
    tools: z.strictObject({
      cutter: z.int().min(0).max(20),
      press: z.int().min(0).max(20),
      oven: z.int().min(0).max(20).optional(),
      bar: z.int().min(0).max(20).optional(),
    }),
  })
  .superRefine((input, context) =>
    refuseTwice(
      input.jobs.map((j) => j.id),
      context,
      (i) => ['jobs', i, 'id'],
      (id) => `job ${id} is given twice`,
    ),
  )
export type PlanShopInput = z.infer<typeof planShopInput>

/** One task laid: who, from when to when, hours of work from now. */
export interface LaidTask {
  jobId: string
  stage: StageName
  technician: number
  tool: ToolName | null
  startH: number
  endH: number
}

export interface ShopPlan {
  tasks: LaidTask[]
  /** When each job ends and by how much it is late, hours. */
  jobs: { id: string; endH: number; lateH: number }[]
  endH: number
}

type Rule = (job: PlanShopInput['jobs'][number], at: number, restH: number) => number
/** Rules by which the next task is chosen; the plan that is least late, then soonest done, is taken. */
const rules: readonly Rule[] = [
  (job, at) => (job.dueH ?? 1e6) + at * 1e-6,
  (job, at, restH) => (job.dueH ?? 1e6) - restH + at * 1e-6,
  (_, at) => at,
  (_, at, restH) => restH + at * 1e-6,
  (_, at, restH) => -restH + at * 1e-6,
]

interface JobState {
  job: PlanShopInput['jobs'][number]
  at: number
  next: number
  readyH: number
  last: number
  restH: number
  urgency: number
}
const soonestFirst = (a: JobState, b: JobState) => a.readyH - b.readyH || a.at - b.at
const urgentFirst = (a: JobState, b: JobState) => a.urgency - b.urgency || a.at - b.at

/** Jobs whose next task wants the same tool, or none: those that could begin now, and those that are not ready. */
interface Line {
  tool: ToolName | null
  able: Heap<JobState>
  waiting: Heap<JobState>
}

/** Moments that count as the same, hours. */
const SAME_H = 1e-9

/**
 * Lays every task as early as its job, a technician and its tool allow, the most urgent by the rule
 * first. Jobs stand in a line a tool, so that of many only those at its head are looked at.
 */
function layOut(input: PlanShopInput, rule: Rule): ShopPlan {
  const people = Array.from({ length: input.technicians }, () => 0)
  const tools = Object.fromEntries(
    toolNames.map((t) => [t, Array.from({ length: input.tools[t] ?? 0 }, () => 0)]),
  ) as Record<ToolName, number[]>
  const lines: Line[] = [null, ...toolNames].map((tool) => ({
    tool,
    able: new Heap(urgentFirst),
    waiting: new Heap(soonestFirst),
  }))
  const queue = (s: JobState) => {
    const task = s.job.tasks[s.next]
    if (!task) return
    s.urgency = rule(s.job, s.at, s.restH)
    lines.find((l) => l.tool === task.tool)!.waiting.push(s)
  }
  input.jobs.forEach((job, at) =>
    queue({
      job,
      at,
      next: 0,
      readyH: 0,
      last: -1,
      restH: job.tasks.reduce((sum, t) => sum + t.hours, 0),
      urgency: 0,
    }),
  )
  const tasks: LaidTask[] = []
  const endOf = new Map<string, number>()
  /** When a technician and the tool of a line are free. */
  const freeFor = ({ tool }: Line) => Math.max(Math.min(...people), tool ? Math.min(...tools[tool]) : 0)

  /** When something began last: nothing begins before it any more, and whatever is able was ready by then. */
  let nowH = 0

  /** The moment at which something can begin soonest; infinite where nothing is left. */
  function soonest(): number {
    let first = Infinity
    for (const line of lines) {
      const free = freeFor(line)
      for (let s = line.waiting.first(); s && s.readyH <= free + SAME_H; s = line.waiting.first())
        line.able.push(line.waiting.pop()!)
      if (line.able.size > 0) first = Math.min(first, Math.max(free, nowH))
      else first = Math.min(first, line.waiting.first()?.readyH ?? Infinity)
    }
    return first
  }
  /** Among those that could begin then, the most urgent: nobody stands idle for an urgent job that must wait. */
  function take(first: number): JobState {
    let best: { s: JobState; from: Heap<JobState> } | null = null
    for (const line of lines) {
      if (freeFor(line) > first + SAME_H) continue
      for (let s = line.waiting.first(); s && s.readyH <= first + SAME_H; s = line.waiting.first())
        line.able.push(line.waiting.pop()!)
      const s = line.able.first()
      if (s && (!best || urgentFirst(s, best.s) < 0)) best = { s, from: line.able }
    }
    return best!.from.pop()!
  }

  for (let first = soonest(); first < Infinity; first = soonest()) {
    nowH = first
    const chosen = take(first)
    const task = chosen.job.tasks[chosen.next]!
    const free = Math.max(Math.min(...people), task.tool ? Math.min(...tools[task.tool]) : 0)
    const startH = Math.max(chosen.readyH, free)
    // Who had the job before goes on with it where that costs no time.
    const able = people.map((h, i) => ({ h, i })).filter((p) => p.h <= startH + SAME_H)
    const who = (able.find((p) => p.i === chosen.last) ?? able.sort((a, b) => b.h - a.h || a.i - b.i)[0])!.i
    const endH = startH + task.hours
    people[who] = endH
    if (task.tool) {
      const own = tools[task.tool]
      own[own.findIndex((h) => h <= startH + SAME_H)] = endH
    }
    tasks.push({ jobId: chosen.job.id, stage: task.stage, technician: who, tool: task.tool, startH, endH })
    endOf.set(chosen.job.id, Math.max(endOf.get(chosen.job.id) ?? 0, endH))
    Object.assign(chosen, {
      next: chosen.next + 1,
      readyH: endH + (task.waitAfterH ?? 0),
      last: who,
      restH: chosen.restH - task.hours,
    })
    queue(chosen)
  }
  const jobs = input.jobs.map((job) => {
    const endH = endOf.get(job.id) ?? 0
    return { id: job.id, endH, lateH: job.dueH === null ? 0 : Math.max(0, endH - job.dueH) }
  })
  return { tasks, jobs, endH: jobs.reduce((end, j) => Math.max(end, j.endH), 0) }
}

/**
 * A plan of the shop's open jobs for its technicians, with one person and at most one tool a
 * task, each job's stages in their order, and the waits between them. A list schedule by
 * several priority rules, the least late taken (then the soonest done, then the smallest sum
 * of ends); it is good, not proven best.
 *
 * @throws CalcError `no-tool` where a task needs a tool that the shop has none of
 * Source: serial schedule generation, Kolisch 1996.
 */
export function planShop(input: PlanShopInput): ShopPlan {
  const missing = input.jobs
    .flatMap((j) => j.tasks)
    .find((t) => t.tool !== null && t.hours > 0 && (input.tools[t.tool] ?? 0) === 0)
  if (missing) throw new CalcError('no-tool', { figures: { tool: missing.tool!, stage: missing.stage } })
  const worth = (p: ShopPlan) => [
    p.jobs.reduce((sum, j) => sum + j.lateH, 0),
    p.endH,
    p.jobs.reduce((sum, j) => sum + j.endH, 0),
  ]
  const better = (a: number[], b: number[]) => {
    const at = a.findIndex((v, i) => Math.abs(v - b[i]!) > 1e-9)
    return at >= 0 && a[at]! < b[at]!
  }
  return rules
    .map((rule) => layOut(input, rule))
    .reduce((best, plan) => (better(worth(plan), worth(best)) ? plan : best))
}

export const planShopCalculation = defineCalculation(
  'plan-shop',
  'A plan of open jobs for technicians who share a cutter and a press, in the order of the work.',
  planShopInput,
  planShop,
)
