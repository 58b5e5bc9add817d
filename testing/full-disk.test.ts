import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openHome, type Home } from '../ops/home'
import { startDatabase, type Database } from '../ops/mariadb'
import { commandOf, TestServer } from '../server/testing/test-store'

let home: Home
let database: Database
let server: TestServer
let jobId: string
let personId: string
const setIds: string[] = Array.from({ length: 5 }, () => randomUUID())
beforeAll(async () => {
  home = openHome('shop', mkdtempSync(join(tmpdir(), 'evenbore-full-')))
  database = await startDatabase(home, { relaxed: true, settings: ['--innodb-log-file-size=4M'] })
  server = await TestServer.start({ demo: true }, database.address)
  const shop = await server.shop()
  jobId = shop.jobs.find((j) => j.title.includes('Long Reach'))!.id
  personId = shop.people[0]!.id
  const open = { what: 'open-set', cylinder: 1, stage: 'trial-fit', zeroOn: 'deck' } as const
  for (const setId of setIds)
    await server.send(commandOf({ ...open, setId, gaugeId: shop.gauges[0]!.id }, jobId, personId))
})
afterAll(async () => {
  await server.stop()
  await database.stop()
  for (const folder of [home.root, home.run]) rmSync(folder, { recursive: true, force: true })
})

/** No file of the database may become longer than this, as if the disk had no more: null lets it again. */
function limit(bytes: number | null): void {
  const done = spawnSync('prlimit', [`--pid=${database.process.pid}`, `--fsize=${bytes ?? 'unlimited'}:unlimited`])
  expect(done.status, String(done.stderr)).toBe(0)
}
const reading = (i: number) =>
  commandOf(
    {
      what: 'take-reading',
      readingId: randomUUID(),
      setId: setIds[i % setIds.length]!,
      angleDeg: 0,
      valueMm: 0.1,
      source: 'typed',
    },
    jobId,
    personId,
  )
/** The status of the answer, and what became of the acts where it was taken. */
async function post(commands: unknown[]) {
  const answer = await server.app.inject({ method: 'POST', url: '/api/commands', payload: { commands } })
  return { status: answer.statusCode, body: answer.json() }
}

describe('a store whose disk is full', () => {
  it('is away: nothing is refused, nothing acknowledged is lost, and it goes on by itself when there is room', async () => {
    const log = join(home.data, 'evenbore', 'events.ibd')
    // Past what the server keeps beside its tables, so that only those are held back.
    while (statSync(log).size < 20_000_000)
      await server.store.sequelize.query(
        `INSERT INTO events (commandId, deviceId, what, body, madeAt, at, result, details)
         SELECT UUID(), UUID(), 'filling', JSON_QUOTE(REPEAT('x', 60000)), NOW(3), NOW(3), 'refused', '[]'
         FROM leaves LIMIT 10`,
      )
    limit(statSync(log).size)
    const waiting = Array.from({ length: 1500 }, (_, i) => reading(i))
    const done = new Set<string>()
    let full = 0
    for (let i = 0; i < waiting.length && full < 3; i += 50) {
      const { status, body } = await post(waiting.slice(i, i + 50))
      if (status === 200) {
        expect(body.outcomes.every((o: { result: string }) => o.result === 'done')).toBe(true)
        for (const o of body.outcomes) done.add(o.commandId)
      } else {
        expect([status, body.error.code]).toEqual([507, 'store-full'])
        full += 1
      }
    }
    expect(full).toBe(3)
    // What was stored is read as ever.
    const ids = async () => new Set((await server.snapshot(jobId)).readings.map((r) => r.id))
    const stored = await ids()
    for (const c of waiting)
      if (done.has(c.commandId)) expect(stored).toContain((c.act as { readingId: string }).readingId)
    limit(null)
    for (let i = 0; i < waiting.length; i += 50) expect((await post(waiting.slice(i, i + 50))).status).toBe(200)
    const after = (await server.snapshot(jobId)).readings.filter((r) => setIds.includes(r.setId)).map((r) => r.id)
    expect(after).toHaveLength(waiting.length)
    expect(new Set(after).size).toBe(waiting.length)
  })
})
