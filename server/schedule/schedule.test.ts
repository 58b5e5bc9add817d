import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { schedule as scheduleSchema, type Schedule } from '#contract/shop'
import { randomUUID } from 'node:crypto'
import { commandOf, TestServer } from '../testing/test-store'
import { calendarFile } from './calendar-file'

let server: TestServer
let person: string
beforeAll(async () => {
  server = await TestServer.start()
  person = (await server.shop()).people[0]!.id
})
afterAll(() => server.stop())

const plan = async (): Promise<Schedule> => scheduleSchema.parse((await server.app.inject('/api/schedule')).json())
/** Lines of a calendar file, folded ones joined (RFC 5545, 3.1). */
const linesOf = (text: string) => text.replaceAll('\r\n ', '').split('\r\n')

describe('the plan of the open jobs', () => {
  it('holds what is left of each open job, in order, and nothing of a signed one', async () => {
    const { tasks, jobs } = await plan()
    expect(jobs.map((j) => j.title)).toEqual([
      'Ferry "Long Reach", main engine',
      'Pump set B',
      'Ferry spare engine',
      'Pump set A',
      'Crusher drive',
      'Tide gate gearbox',
      'Yard compressor',
      'Gravel yard, back again',
    ])
    const ferry = tasks.filter((t) => t.title.includes('Long Reach')).sort((a, b) => a.fromAt.localeCompare(b.fromAt))
    expect(ferry.map((t) => t.stage)).toEqual([
      'counterbores',
      'parts',
      'repair-plan',
      'cut',
      'trial-fit',
      'fit',
      'final-check',
      'record',
    ])
    expect(ferry.find((t) => t.stage === 'cut')!.tool).toBe('cutter')
    for (const t of tasks) expect(Date.parse(t.toAt)).toBeGreaterThanOrEqual(Date.parse(t.fromAt))
    expect(tasks.every((t) => t.technician < 2)).toBe(true)
  })

  it('is made anew as work is done', async () => {
    const pump = await server.jobId('Pump set B')
    const left = async () => (await plan()).jobs.find((j) => j.id === pump)!.leftH
    const before = await left()
    const [outcome] = await server.send(
      commandOf({ what: 'close-stage', stage: 'trial-fit', note: 'two on the line, accepted' }, pump, person),
    )
    expect(outcome).toMatchObject({ result: 'done' })
    expect(await left()).toBeLessThan(before - 0.5)
    await server.send(commandOf({ what: 'archive-job', archived: true }, pump, person))
    expect((await plan()).jobs.map((j) => j.title)).not.toContain('Pump set B')
  })

  it('is taken away as a calendar, of all jobs or of one', async () => {
    const { tasks } = await plan()
    const all = await server.app.inject('/api/schedule.ics')
    expect(all.headers['content-type']).toContain('text/calendar')
    const lines = linesOf(all.body)
    expect(lines[0]).toBe('BEGIN:VCALENDAR')
    expect(lines.filter((l) => l === 'BEGIN:VEVENT')).toHaveLength(tasks.length)
    const spare = await server.jobId('spare')
    const own = linesOf((await server.app.inject(`/api/jobs/${spare}/schedule.ics`)).body)
    expect(own.filter((l) => l.startsWith('SUMMARY:')).map((l) => l.slice(8).split(': ')[1])).toContain('Protect')
    const first = tasks.filter((t) => t.jobId === spare).sort((a, b) => a.fromAt.localeCompare(b.fromAt))[0]!
    // Both are made at their own moment: what begins now begins a little later in the second.
    const begins = own
      .filter((l) => l.startsWith('DTSTART'))
      .map((l) => /(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z/.exec(l)!)
      .map(([, y, mo, d, h, mi, se]) => Date.parse(`${y}-${mo}-${d}T${h}:${mi}:${se}Z`))
    expect(begins.some((at) => Math.abs(at - Date.parse(first.fromAt)) < 60_000)).toBe(true)
  })

  it('goes up to the tool that the shop has none of, and says which', async () => {
    const { crew } = await server.shop()
    await server.send(commandOf({ what: 'set-crew', crew: { ...crew, cutters: 0 } }, null, person))
    const { tasks, jobs } = await plan()
    const ferry = jobs.find((j) => j.title.includes('Long Reach'))!
    expect(ferry.lacks).toBe('cutter')
    expect(tasks.filter((t) => t.jobId === ferry.id).map((t) => t.stage)).toEqual([
      'counterbores',
      'parts',
      'repair-plan',
    ])
    expect(
      await server.send(commandOf({ what: 'set-crew', crew: { ...crew, toHour: crew.fromHour + 0.9 } }, null, person)),
    ).toMatchObject([{ code: 'bad-command' }])
    // The yard's barrels want the boring bar first, then the oven.
    const barrels = (await plan()).tasks.filter((t) => t.title === 'Yard compressor')
    expect(barrels.find((t) => t.stage === 'barrel-sleeve')!.tool).toBe('oven')
    await server.send(commandOf({ what: 'set-crew', crew: { ...crew, bars: 0 } }, null, person))
    expect((await plan()).jobs.find((j) => j.title === 'Yard compressor')!.lacks).toBe('bar')
    // A crew of before these tools were planned for has one of each.
    await server.store.sequelize.query(`UPDATE settings SET crew = JSON_REMOVE(crew, '$.bars', '$.ovens')`)
    expect((await plan()).jobs.find((j) => j.title === 'Yard compressor')!.lacks).toBeNull()
    // What an earlier version let in is planned all the same, however long it takes.
    await server.store.sequelize.query(
      `UPDATE settings SET crew = JSON_SET(crew, '$.fromHour', 7, '$.toHour', 7.01, '$.days', JSON_ARRAY(3))`,
    )
    expect((await plan()).jobs.every((j) => Date.parse(j.endAt) > 0)).toBe(true)
    await server.send(commandOf({ what: 'set-crew', crew }, null, person))
  })

  it('has no line that a name of the shop or a job would bring', () => {
    const evil = 'Yard\r\nEND:VCALENDAR\r\nBEGIN:VEVENT\nX-EVIL:1\u2028X'
    const task = {
      jobId: randomUUID(),
      title: evil,
      stage: 'cut' as const,
      technician: 0,
      tool: null,
      fromAt: '2026-11-02T08:00:00.000Z',
      toAt: '2026-11-02T09:00:00.000Z',
      hours: 1,
    }
    const file = calendarFile(
      { madeAt: '2026-11-02T08:00:00.000Z', tasks: [task], jobs: [] } as unknown as Schedule,
      evil,
    )
    const lines = linesOf(file)
    expect(lines.filter((l) => /^(END:VCALENDAR|BEGIN:VEVENT|X-EVIL)/.test(l))).toEqual([
      'BEGIN:VEVENT',
      'END:VCALENDAR',
    ])
    expect(file.replaceAll('\r\n', '')).not.toMatch(/[\r\n\u2028]/)
  })
})
