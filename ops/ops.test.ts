import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { openHome, readState, writeState } from './home'
import { end, endAllWith, freePort, isFree, markStarted, runs } from './processes'

const root = mkdtempSync(join(tmpdir(), 'evenbore-ops-'))
afterAll(() => rmSync(root, { recursive: true, force: true }))

describe('processes', () => {
  it('are ended by what stands in their environment, and no other is', async () => {
    const words = `evenbore-${process.pid}`
    const start = (name: string) =>
      spawn('sleep', ['60'], { env: { ...process.env, EVENBORE_LEFT: name }, stdio: 'ignore' })
    const [mine, other] = [start(words), start(`${words}-other`)]
    const marks = [mine, other].map((child) => markStarted(child.pid ?? 0))
    expect(marks.map(runs)).toEqual([true, true])
    await endAllWith(`EVENBORE_LEFT=${words}`)
    expect(marks.map(runs)).toEqual([false, true])
    await end(marks[1])
  })

  it('are known by id and start, so that a stale file or a reused id is nobody', async () => {
    const child = spawn('sleep', ['60'])
    const started = markStarted(child.pid!)
    expect(runs(started)).toBe(true)
    expect(runs({ ...started, startedAt: '1' })).toBe(false)
    await end({ ...started, startedAt: '1' })
    expect(runs(started)).toBe(true)
    await end(started)
    expect(runs(started)).toBe(false)
    expect(runs(null)).toBe(false)
    expect(runs(markStarted(2 ** 22 + 5))).toBe(false)
  })

  it('take the next port where one is in use', async () => {
    const server = createServer()
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const { port } = server.address() as { port: number }
    expect(await isFree(port)).toBe(false)
    expect(await freePort(port)).toBeGreaterThan(port)
    server.close()
  })
})

describe('a home', () => {
  it('keeps its secrets to its owner, and forgets a broken file', () => {
    const home = openHome('demo', join(root, 'home'))
    writeState(home, 'secret', { password: 'x' })
    expect(readState(home, 'secret')).toEqual({ password: 'x' })
    expect(statSync(join(home.root, 'secret.json')).mode & 0o077).toBe(0)
    writeFileSync(join(home.root, 'secret.json'), '{"pass')
    expect(readState(home, 'secret')).toBeNull()
    expect(readState(home, 'nothing')).toBeNull()
    rmSync(home.run, { recursive: true, force: true })
  })
})

describe('the command', () => {
  const run = (args: string[], input = '') =>
    spawnSync('./evenbore', args, {
      encoding: 'utf8',
      input,
      env: { ...process.env, EVENBORE_HOME: root, NODE_OPTIONS: '' },
    })

  it('helps in plain words, and says what it does not know', () => {
    expect(run(['--help']).stdout).toMatch(/evenbore demo[\s\S]*evenbore serve[\s\S]*evenbore stop[\s\S]*evenbore test/)
    expect(run(['--help']).stdout).toContain(join(root, 'shop'))
    const unknown = run(['weld'])
    expect(unknown).toMatchObject({ status: 2 })
    expect(unknown.stderr).toContain('There is no "weld"')
    expect(run(['demo', '--port', 'many'])).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('"many" is no port'),
    })
  })

  it('says that nothing runs where nothing does', () => {
    writeState(openHome('demo', join(root, 'demo')), 'server', {
      process: { pid: 1, startedAt: 'never' },
      url: 'http://127.0.0.1:1',
    })
    expect(run(['stop']).stdout).toContain('Nothing of Even Bore is running here.')
  })

  it('calculates one input, many lines, and lists what it can', () => {
    const good = JSON.stringify({
      readings: [0, 90, 180].map((angleDeg) => ({ angleDeg, valueMm: 0.1 })),
      diameterMm: 100,
    })
    const one = run(['calc', 'fit-plane'], good)
    expect([one.status, JSON.parse(one.stdout).centreMm]).toEqual([0, expect.closeTo(0.1, 9)])
    const bad = run(['calc', 'fit-plane'], '{"readings":')
    expect([bad.status, JSON.parse(bad.stdout).error.code]).toEqual([2, 'bad-input'])
    const lines = run(['calc', 'fit-plane', '--lines'], `${good}\n{}\n\nnonsense\n${good}\n`)
    expect(
      lines.stdout
        .trim()
        .split('\n')
        .map((l) => JSON.parse(l).error?.code ?? 'answered'),
    ).toEqual(['answered', 'bad-input', 'bad-input', 'answered'])
    expect(lines.status).toBe(0)
    expect(run(['calc', '--list']).stdout).toMatch(/^fit-plane {2}/)
    expect(run(['calc', 'weld'], '{}').stdout).toContain('unknown-calculation')
  })
})
