import { describe, expect, it } from 'vitest'
import { seededRandom } from '../sim/random'
import { toolNames, type ToolName } from '../works/stage-table'
import { planShop, type LaidTask, type PlanShopInput } from './plan-shop'

/** The same list schedule without any cleverness: at every step each open job is asked when its next task could begin. */
function plainly(
  input: PlanShopInput,
  rule: (job: PlanShopInput['jobs'][number], at: number, restH: number) => number,
) {
  const people = Array.from({ length: input.technicians }, () => 0)
  const tools = Object.fromEntries(toolNames.map((t) => [t, Array<number>(input.tools[t] ?? 0).fill(0)])) as Record<
    ToolName,
    number[]
  >
  const left = input.jobs.map((job, at) => ({ job, at, next: 0, readyH: 0, last: -1 }))
  const laid: LaidTask[] = []
  for (;;) {
    const open = left.filter((s) => s.next < s.job.tasks.length)
    if (open.length === 0) return laid
    const startOf = (s: (typeof left)[number]) => {
      const { tool } = s.job.tasks[s.next]!
      return Math.max(s.readyH, Math.min(...people), tool ? Math.min(...tools[tool]) : 0)
    }
    const rest = (s: (typeof left)[number]) => s.job.tasks.slice(s.next).reduce((sum, t) => sum + t.hours, 0)
    const first = Math.min(...open.map(startOf))
    const able = open.filter((s) => startOf(s) <= first + 1e-9)
    const s = able.reduce((a, b) => (rule(b.job, b.at, rest(b)) < rule(a.job, a.at, rest(a)) ? b : a))
    const task = s.job.tasks[s.next]!
    const free = people.map((h, i) => ({ h, i })).filter((p) => p.h <= first + 1e-9)
    const who = (free.find((p) => p.i === s.last) ?? free.sort((a, b) => b.h - a.h || a.i - b.i)[0])!.i
    const endH = first + task.hours
    people[who] = endH
    if (task.tool) tools[task.tool][tools[task.tool].findIndex((h) => h <= first + 1e-9)] = endH
    laid.push({ jobId: s.job.id, stage: task.stage, technician: who, tool: task.tool, startH: first, endH })
    Object.assign(s, { next: s.next + 1, readyH: endH + task.waitAfterH, last: who })
  }
}
const rules = [
  (j: { dueH: number | null }, at: number) => (j.dueH ?? 1e6) + at * 1e-6,
  (j: { dueH: number | null }, at: number, rest: number) => (j.dueH ?? 1e6) - rest + at * 1e-6,
  (_: object, at: number) => at,
  (_: object, at: number, rest: number) => rest + at * 1e-6,
  (_: object, at: number, rest: number) => -rest + at * 1e-6,
]

describe('planShop', () => {
  it('lays what the plain schedule by one of its rules lays, whichever is least late and soonest done', () => {
    const random = seededRandom(11)
    const pick = <T>(of: readonly T[]) => of[Math.floor(random() * of.length)]!
    for (let n = 0; n < 250; n++) {
      const jobs = Array.from({ length: 1 + Math.floor(random() * 12) }, (_, i) => ({
        id: `j${i}`,
        dueH: random() < 0.5 ? null : Math.round(random() * 40),
        tasks: Array.from({ length: Math.floor(random() * 6) }, () => ({
          stage: 'cut' as const,
          hours: Math.round(random() * 8) / 2,
          tool: pick([null, ...toolNames] as const),
          waitAfterH: random() < 0.2 ? 4 : 0,
        })),
      }))
      const tools = { cutter: pick([1, 2]), press: 1, oven: 1, bar: 2 }
      const input = { jobs, technicians: pick([1, 2, 3]), tools }
      const worthOf = (tasks: LaidTask[]) => {
        const ends = jobs.map((j) => Math.max(0, ...tasks.filter((t) => t.jobId === j.id).map((t) => t.endH)))
        const late = jobs.reduce((sum, j, i) => sum + (j.dueH === null ? 0 : Math.max(0, ends[i]! - j.dueH)), 0)
        return [late, Math.max(...ends), ends.reduce((a, b) => a + b, 0)].map((v) => v.toFixed(6))
      }
      const best = rules
        .map((rule) => plainly(input, rule))
        .sort((a, b) => {
          const at = worthOf(a).findIndex((v, i) => v !== worthOf(b)[i])
          return at < 0 ? 0 : Number(worthOf(a)[at]) - Number(worthOf(b)[at])
        })[0]!
      expect(planShop(input).tasks).toEqual(best)
    }
  })

  it('plans thousands of jobs, each task once and in its order', () => {
    const tasks = Array.from({ length: 9 }, (_, i) => ({
      stage: 'cut' as const,
      hours: 1 + (i % 3),
      tool: ([null, 'cutter', 'press'] as const)[i % 3]!,
      waitAfterH: 0,
    }))
    const jobs = Array.from({ length: 2000 }, (_, i) => ({ id: `j${i}`, dueH: i % 400, tasks }))
    const plan = planShop({ jobs, technicians: 4, tools: { cutter: 1, press: 1 } })
    expect(plan.tasks).toHaveLength(18_000)
    const last = new Map<string, number>()
    for (const t of plan.tasks) {
      expect(t.startH).toBeGreaterThanOrEqual(last.get(t.jobId) ?? 0)
      last.set(t.jobId, t.endH)
    }
  })
})
