import { spawn, type ChildProcess } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomUUID } from 'node:crypto'
import { afterEach, describe, expect, it } from 'vitest'
import { freePort, runs, until, type Started } from '../ops/processes'
import { command } from '../testing/house'

const root = mkdtempSync(join(tmpdir(), 'evenbore-kept-'))
const env = { ...process.env, EVENBORE_HOME: root, NODE_OPTIONS: '' }
let child: ChildProcess | null = null
let words = ''

const state = (name: string) =>
  JSON.parse(readFileSync(join(root, 'shop', `${name}.json`), 'utf8')) as {
    process: Started
    launcher: Started
    url: string
  }

/** The command as a person gives it; it tells when it is ready. */
async function serve(...args: string[]): Promise<{ code: Promise<number | null> }> {
  words = ''
  const started = spawn('./evenbore', ['serve', ...args], { env, stdio: ['ignore', 'pipe', 'pipe'] })
  child = started
  for (const stream of [started.stdout, started.stderr]) stream.on('data', (d: Buffer) => (words += d.toString()))
  const code = new Promise<number | null>((resolve) => started.once('exit', resolve))
  expect(await until(async () => words.includes('is ready') || started.exitCode !== null, 120_000)).toBe(true)
  return { code }
}
async function stop(): Promise<void> {
  const stopping = spawn('./evenbore', ['stop'], { env, stdio: 'ignore' })
  await new Promise((resolve) => stopping.once('exit', resolve))
}
afterEach(async () => {
  await stop()
  if (child && child.exitCode === null) child.kill('SIGKILL')
  rmSync(root, { recursive: true, force: true })
})

describe('a shop that is served', () => {
  it('comes back by itself when its server or its store is killed, with all that was acknowledged, and stops when told', async () => {
    const port = await freePort(24_000)
    const { code } = await serve('--port', String(port))
    const url = `http://127.0.0.1:${port}`
    const shop = async () =>
      (await (await fetch(`${url}/api/shop`)).json()) as { people: { id: string; name: string }[] }
    const add = async (name: string, personId: string | null) => {
      const id = randomUUID()
      const one = {
        ...command({ what: 'archive-job', archived: false }, id, id),
        jobId: null,
        personId: personId ?? id,
        act: { what: 'add-person', person: { id, name, role: 'lead' } },
      }
      const answer = await fetch(`${url}/api/commands`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ commands: [one] }),
      })
      expect(await answer.json()).toMatchObject({ outcomes: [{ result: 'done' }] })
      return id
    }
    const first = await add('First', null)
    process.kill(state('server').process.pid, 'SIGKILL')
    expect(await until(async () => (await shop()).people.length === 1, 60_000)).toBe(true)
    await add('Second', first)
    process.kill(state('mariadb').process.pid, 'SIGKILL')
    expect(await until(async () => (await shop()).people.length === 2, 60_000)).toBe(true)
    const told =
      /The server has ended \(signal SIGKILL\)[\s\S]*The server runs again[\s\S]*The database has ended \(signal SIGKILL\)[\s\S]*The database runs again/
    expect(await until(async () => told.test(words), 10_000), words).toBe(true)
    expect(readFileSync(join(root, 'shop', 'server.log'), 'utf8')).toContain('The database runs again')
    const { process: server, launcher } = state('server')
    const store = state('mariadb').process
    await stop()
    expect(await code).toBe(0)
    expect([server, launcher, store].some((p) => runs(p))).toBe(false)
  })

  it('ends what hangs and begins it anew, and has its supervisor begun anew where that dies', async () => {
    const port = await freePort(24_100)
    await serve('--port', String(port))
    const health = async () =>
      (await (await fetch(`http://127.0.0.1:${port}/api/health`, { signal: AbortSignal.timeout(3000) })).json()) as {
        ok: boolean
        troubles: { part: string; times: number }[]
      }
    expect(await health()).toMatchObject({ ok: true, troubles: [] })
    const [server, store] = [state('server').process, state('mariadb').process]
    for (const hung of [server, store]) process.kill(hung.pid, 'SIGSTOP')
    expect(await until(async () => !runs(server) && !runs(store), 120_000), words).toBe(true)
    expect(await until(async () => (await health()).ok, 60_000), words).toBe(true)
    expect((await health()).troubles.map((t) => [t.part, t.times]).sort()).toEqual([
      ['database', 1],
      ['server', 1],
    ])
    expect(words).toMatch(/The server runs but has not answered for \d+ s; it is ended/)

    const { launcher, process: watched } = state('server')
    process.kill(launcher.pid, 'SIGKILL')
    const anew = async () => !runs(watched) && runs(state('server').launcher) && (await health()).ok
    expect(await until(anew, 120_000)).toBe(true)
    expect(state('server').launcher).not.toEqual(launcher)
    // It is watched over as before: what is killed comes back.
    process.kill(state('server').process.pid, 'SIGKILL')
    const killed = state('server').process
    expect(await until(async () => !runs(killed) && (await health()).ok, 60_000)).toBe(true)
    const last = [state('server').process, state('server').launcher, state('mariadb').process]
    await stop()
    expect(last.some((p) => runs(p))).toBe(false)
    // Nobody begins anew what was told to stop.
    await new Promise((resolve) => setTimeout(resolve, 6000))
    await expect(health()).rejects.toThrow()
  })

  it('leaves nothing running where it cannot start', async () => {
    const [cert, key] = ['cert.pem', 'key.pem'].map((name) => join(root, name))
    mkdirSync(root, { recursive: true })
    for (const file of [cert!, key!]) writeFileSync(file, 'no certificate')
    await serve('--cert', cert!, '--key', key!)
    expect(words).toContain('The server did not start')
    expect(child!.exitCode).toBe(1)
    expect(runs(state('mariadb').process)).toBe(false)
    await serve('--host', '192.0.2.250')
    expect(words).toContain('This machine has no address 192.0.2.250')
    await serve('--cert', cert!)
    expect(words).toContain('Give both')
  })
})
