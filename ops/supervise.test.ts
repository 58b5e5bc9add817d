import { spawn } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { end, markStarted, runs, type Started } from './processes'
import { Supervisor, type Part } from './supervise'

const patience = { tries: 3, firstMs: 20, longestMs: 50, goodMs: 300 }

/** A part that is a process of its own, started as often as it is asked for. */
function sleeper(name = 'The sleeper', start: (n: number) => string[] = () => ['60']): Part & { started: Started[] } {
  const started: Started[] = []
  return {
    name,
    started,
    advice: () => 'Look at its log.',
    async start() {
      const child = spawn('sleep', start(started.length))
      const process = markStarted(child.pid!)
      started.push(process)
      return {
        process,
        gone: new Promise((resolve) =>
          child.once('exit', (code, signal) => resolve(signal ? `signal ${signal}` : `exit code ${code}`)),
        ),
      }
    },
  }
}
const until = async (check: () => boolean) => {
  for (let i = 0; i < 3000 && !check(); i++) await new Promise((resolve) => setTimeout(resolve, 10))
  expect(check()).toBe(true)
}

describe('what is watched over', () => {
  it('is started again when it ends, says how it ended, and is ended in the end, the last one first', async () => {
    const lines: string[] = []
    const supervisor = new Supervisor((line) => lines.push(line), patience)
    const [store, server] = [sleeper('The store'), sleeper('The server')]
    for (const part of [store, server]) await supervisor.start(part)
    const watching = supervisor.watch()
    process.kill(server.started[0]!.pid, 'SIGKILL')
    await until(() => lines.includes('The server runs again.'))
    expect(lines[0]).toBe('The server has ended (signal SIGKILL); it is started again in 20 ms (try 1 of 3).')
    process.kill(store.started[0]!.pid, 'SIGKILL')
    await until(() => lines.includes('The store runs again.'))
    expect([runs(store.started[1]), runs(server.started[1])]).toEqual([true, true])
    supervisor.leave()
    await watching
    expect([...store.started, ...server.started].some((p) => runs(p))).toBe(false)
    expect([store.started.length, server.started.length]).toEqual([2, 2])
  })

  it('is given up with a plain message when it will not stay up, and nothing is left running', async () => {
    const lines: string[] = []
    const supervisor = new Supervisor((line) => lines.push(line), patience)
    const [store, server] = [sleeper(), sleeper('The server', () => ['0.01'])]
    for (const part of [store, server]) await supervisor.start(part)
    await expect(supervisor.watch()).rejects.toMatchObject({
      message: expect.stringMatching(/The server has ended 4 times in a row .*exit code 0/),
      advice: expect.stringContaining('Everything that was acknowledged is kept'),
    })
    expect(server.started).toHaveLength(4)
    expect(runs(store.started[0])).toBe(false)
    expect(lines.filter((l) => l.includes('started again')).map((l) => /in (\d+) ms/.exec(l)![1])).toEqual([
      '20',
      '40',
      '50',
    ])
  })

  it('that fails to start is tried again, too; one that ran well for long begins to count anew', async () => {
    const supervisor = new Supervisor(() => undefined, patience)
    let failing = 0
    const part = sleeper('The server', (n) => [n < 3 ? '0.4' : '60'])
    const start = part.start.bind(part)
    part.start = () => (part.started.length === 1 && failing++ < 2 ? Promise.reject(new Error('no port')) : start())
    await supervisor.start(part)
    const watching = supervisor.watch()
    await until(() => part.started.length === 4)
    supervisor.leave()
    await watching
    expect(failing).toBe(3)
    for (const p of part.started) await end(p)
  })
})
