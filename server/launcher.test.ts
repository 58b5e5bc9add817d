import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import { watchLauncher } from './launcher'
import { markStarted } from './started'

const data = mkdtempSync(join(tmpdir(), 'evenbore-launcher-'))
const ends: (() => void)[] = []
afterEach(() => {
  for (const end of ends.splice(0)) end()
})
afterAll(() => rmSync(data, { recursive: true, force: true }))
const ticks = (n: number) => new Promise((resolve) => setTimeout(resolve, n * 10))

describe('a server whose supervisor has gone', () => {
  it('begins it anew, once, and not before', async () => {
    const child = spawn('sleep', ['60'])
    const launched: string[][] = []
    const lines: string[] = []
    const launcher = { process: markStarted(child.pid!), again: ['node', 'serve'] }
    const look = { lookMs: 10, launch: (again: string[]) => void launched.push(again) }
    ends.push(watchLauncher(launcher, undefined, (line) => lines.push(line), look))
    await ticks(10)
    expect(launched).toEqual([])
    const gone = new Promise((resolve) => child.once('exit', resolve))
    child.kill('SIGKILL')
    await gone
    for (let i = 0; i < 500 && launched.length === 0; i++) await ticks(1)
    await ticks(10)
    expect(launched).toEqual([['node', 'serve']])
    expect(lines).toEqual(['Whoever watched over the server is gone; that is begun anew.'])
  })

  it('does not where it was told to stop', async () => {
    writeFileSync(join(data, 'stopping.json'), '{}')
    const launched: string[][] = []
    const launcher = { process: { pid: 1, startedAt: 'never' }, again: ['node'] }
    ends.push(
      watchLauncher(launcher, data, () => undefined, { lookMs: 10, launch: (again) => void launched.push(again) }),
    )
    await ticks(20)
    expect(launched).toEqual([])
  })
})
