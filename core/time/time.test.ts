import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CalcError } from '../errors'
import { stageNames } from '../job/stages'
import { Played } from '../testing/make-snapshot'
import { wholeJob } from '../testing/tarrock'
import { planShop, planShopInput, type PlanShopInput } from './plan-shop'
import { stageHours, workedHours } from './stage-hours'
import { afterWorkHours, workHoursBetween, type WorkCalendar } from './work-calendar'

const shop = { technicians: 2, tools: { cutter: 1, press: 1 } }
const task = (
  stage: (typeof stageNames)[number],
  hours: number,
  tool: 'cutter' | 'press' | null = null,
  waitAfterH = 0,
) => ({ stage, hours, tool, waitAfterH })

const anyJobs = fc.array(
  fc.record({
    dueH: fc.option(fc.integer({ min: 0, max: 60 }), { nil: null }),
    tasks: fc.array(
      fc.record({
        stage: fc.constantFrom(...stageNames),
        hours: fc.double({ min: 0.1, max: 9, noNaN: true }),
        tool: fc.constantFrom(null, 'cutter' as const, 'press' as const),
        waitAfterH: fc.constantFrom(0, 0, 2, 5),
      }),
      { maxLength: 8 },
    ),
  }),
  { minLength: 1, maxLength: 7 },
)
const inputOf = (jobs: Omit<PlanShopInput['jobs'][number], 'id'>[], technicians: number): PlanShopInput => ({
  technicians,
  tools: shop.tools,
  jobs: jobs.map((j, i) => ({ id: `j${i}`, ...j })),
})
const overlap = (a: { startH: number; endH: number }, b: { startH: number; endH: number }) =>
  a.startH < b.endH - 1e-6 && b.startH < a.endH - 1e-6

describe('the plan of the shop', () => {
  it('respects order, waits, people and tools, and leaves nothing out', () => {
    fc.assert(
      fc.property(anyJobs, fc.integer({ min: 1, max: 3 }), (jobs, technicians) => {
        const input = inputOf(jobs, technicians)
        const plan = planShop(input)
        for (const job of input.jobs) {
          const own = plan.tasks.filter((t) => t.jobId === job.id)
          expect(own.map((t) => t.stage)).toEqual(job.tasks.map((t) => t.stage))
          own.forEach((t, i) => {
            expect(t.endH - t.startH).toBeCloseTo(job.tasks[i]!.hours, 6)
            if (i > 0)
              expect(t.startH).toBeGreaterThanOrEqual(own[i - 1]!.endH + (job.tasks[i - 1]!.waitAfterH ?? 0) - 1e-6)
          })
        }
        plan.tasks.forEach((a, i) => {
          expect(a.technician).toBeLessThan(technicians)
          for (const b of plan.tasks.slice(i + 1)) {
            if (a.technician === b.technician || (a.tool !== null && a.tool === b.tool))
              expect(overlap(a, b)).toBe(false)
          }
        })
      }),
      { numRuns: 120 },
    )
  })

  it('is never longer than one after the other, nor shorter than the work allows', () => {
    fc.assert(
      fc.property(anyJobs, (jobs) => {
        const input = inputOf(jobs, 2)
        const { endH } = planShop(input)
        const all = input.jobs.flatMap((j) => j.tasks)
        const sum = all.reduce((s, t) => s + t.hours + (t.waitAfterH ?? 0), 0)
        const work = all.reduce((s, t) => s + t.hours, 0)
        const press = all.filter((t) => t.tool === 'press').reduce((s, t) => s + t.hours, 0)
        expect(endH).toBeLessThanOrEqual(sum + 1e-6)
        expect(endH).toBeGreaterThanOrEqual(Math.max(work / 2, press) - 1e-6)
      }),
      { numRuns: 80 },
    )
  })

  it('lets two jobs share one press while the other technician measures', () => {
    const jobs = [
      { dueH: null, tasks: [task('fit', 4, 'press'), task('final-check', 1)] },
      { dueH: null, tasks: [task('fit', 4, 'press'), task('final-check', 1)] },
    ]
    const plan = planShop(inputOf(jobs, 2))
    expect(plan.endH).toBeCloseTo(9, 9)
    expect(plan.jobs.map((j) => j.endH).sort((a, b) => a - b)).toEqual([5, 9])
  })

  it('puts the one that is wanted first first', () => {
    const jobs = [
      { dueH: null, tasks: [task('cut', 6, 'cutter')] },
      { dueH: 5, tasks: [task('cut', 4, 'cutter')] },
    ]
    const plan = planShop(inputOf(jobs, 2))
    expect(plan.jobs).toEqual([
      { id: 'j0', endH: 10, lateH: 0 },
      { id: 'j1', endH: 4, lateH: 0 },
    ])
    expect(planShop(inputOf([{ dueH: 3, tasks: [task('pull', 4)] }], 1)).jobs[0]!.lateH).toBeCloseTo(1, 9)
  })

  it('says which tool is missing, and refuses a job given twice', () => {
    const input = {
      technicians: 1,
      tools: { cutter: 0, press: 1 },
      jobs: [{ id: 'a', dueH: null, tasks: [task('cut', 1, 'cutter')] }],
    }
    expect(() => planShop(input)).toThrow(CalcError)
    expect(() => planShop(input)).toThrow(
      expect.objectContaining({ code: 'no-tool', figures: { tool: 'cutter', stage: 'cut' } }),
    )
    expect(planShopInput.safeParse({ ...input, jobs: [...input.jobs, ...input.jobs] }).success).toBe(false)
    expect(planShop({ ...input, jobs: [] })).toEqual({ tasks: [], jobs: [], endH: 0 })
  })
})

describe('the working calendar', () => {
  const calendar: WorkCalendar = { fromHour: 7, toHour: 15.5, days: [1, 2, 3, 4, 5], offsetMinutes: 60 }
  it('is counted at once however little is worked in a week, and as if day by day', () => {
    const tiny: WorkCalendar = { ...calendar, fromHour: 7, toHour: 7.1, days: [3] }
    // A tenth of an hour a week: ten hours are a hundred weeks.
    expect(afterWorkHours('2026-11-25T06:00:00.000Z', 10, tiny, false)).toBe(
      new Date(Date.parse('2026-11-25T06:06:00.000Z') + 99 * 7 * 86_400_000).toISOString(),
    )
    expect(afterWorkHours('2026-11-25T06:00:00.000Z', 1e6, tiny, false)).toBe('9999-12-31T00:00:00.000Z')
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e9 }), fc.integer({ min: 0, max: 60 }), (offset, weeks) => {
        const start = new Date(Date.parse('2026-01-01T00:00:00Z') + offset).toISOString()
        const end = new Date(Date.parse(start) + weeks * 7 * 86_400_000).toISOString()
        expect(workHoursBetween(start, end, calendar)).toBeCloseTo(weeks * 42.5, 6)
        expect(workHoursBetween(start, afterWorkHours(start, weeks * 42.5 + 3, calendar, false), calendar)).toBeCloseTo(
          weeks * 42.5 + 3,
          5,
        )
      }),
      { numRuns: 60 },
    )
  })

  it('passes over nights and free days', () => {
    // A Friday, 13:00 by the shop's clock.
    const friday = '2026-11-27T12:00:00.000Z'
    expect(afterWorkHours(friday, 1, calendar, false)).toBe('2026-11-27T13:00:00.000Z')
    expect(afterWorkHours(friday, 2.5, calendar, false)).toBe('2026-11-27T14:30:00.000Z')
    expect(afterWorkHours(friday, 2.5, calendar, true)).toBe('2026-11-30T06:00:00.000Z')
    expect(afterWorkHours(friday, 4.5, calendar, false)).toBe('2026-11-30T08:00:00.000Z')
    expect(afterWorkHours('2026-11-28T03:00:00.000Z', 0, calendar, true)).toBe('2026-11-30T06:00:00.000Z')
  })

  it('counts back what it counted on', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20 * 24 * 60 }),
        fc.double({ min: 0, max: 120, noNaN: true }),
        (minutes, hours) => {
          const start = new Date(Date.parse('2026-11-01T00:00:00Z') + minutes * 60_000).toISOString()
          const end = afterWorkHours(start, hours, calendar, false)
          expect(workHoursBetween(start, end, calendar)).toBeCloseTo(hours, 4)
          expect(workHoursBetween(end, start, calendar)).toBeCloseTo(-hours, 4)
        },
      ),
      { numRuns: 120 },
    )
  })

  it('without a shift counts plain hours', () => {
    expect(afterWorkHours('2026-11-28T03:00:00.000Z', 5, { ...calendar, days: [] }, false)).toBe(
      '2026-11-28T08:00:00.000Z',
    )
  })
})

describe('hours of a stage', () => {
  it('are counted from what was done, long pauses left out', () => {
    const at = (minutes: number) => Date.parse('2026-11-02T08:00:00Z') + minutes * 60_000
    expect(workedHours([])).toBe(0)
    expect(workedHours([at(0), at(10), at(20), at(300), at(310)])).toBeCloseTo((3 + 20 + 3 + 10) / 60, 9)
  })

  it('give way to what is booked, and nothing is left of a closed stage', () => {
    const played = new Played(wholeJob()).deck({}, 'as-found')
    const row = () => stageHours(played.snapshot).find((h) => h.stage === 'as-found')!
    expect(row()).toMatchObject({ booked: false, closed: false, plannedH: expect.closeTo(0.8, 9) })
    expect(row().leftH).toBeGreaterThan(0)
    const book = (n: number, kind: 'planned' | 'used', hours: number) =>
      played.act({ what: 'book-time', timeId: played.id(4000 + n), stage: 'as-found', kind, hours, words: '' })
    book(1, 'used', 1)
    book(2, 'used', 0.5)
    book(3, 'planned', 3)
    expect(row()).toMatchObject({ booked: true, usedH: 1.5, plannedH: 3, leftH: 1.5 })
    played.act({ what: 'strike-entry', entryId: played.id(4002), reason: 'twice' })
    expect(row().usedH).toBe(1)
    played.act({ what: 'close-stage', stage: 'as-found', note: '' })
    expect(row()).toMatchObject({ closed: true, leftH: 0 })
  })

  it('are left by the bores still open, however long the others took', () => {
    const played = new Played(wholeJob())
    const left = () => stageHours(played.snapshot).find((h) => h.stage === 'pull')!.leftH
    const planned = left()
    for (const c of [1, 2, 3])
      played.act({
        what: 'log-pull',
        pullId: played.id(4100 + c),
        cylinder: c,
        pullerId: null,
        peakNm: null,
        tightMm: [],
        ranOut: 'nothing',
        words: '',
      })
    played.act({ what: 'book-time', timeId: played.id(4200), stage: 'pull', kind: 'used', hours: 40, words: '' })
    expect(left()).toBeCloseTo(planned / 2, 9)
  })
})
