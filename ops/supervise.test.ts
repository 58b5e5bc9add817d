import { spawn } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { end, markStarted, runs, type Started } from './processes'
import type { Trouble } from '#contract/health'
import { Supervisor, type Part } from './supervise'

const patience = { firstMs: 20, longestMs: 50, goodMs: 300, askMs: 20, hangsMs: 150, leaveMs: 30 }

/** A part that is a process of its own, started as often as it is asked for. */
function sleeper(name = 'The sleeper', start: (n: number) => string[] = () => ['60']): Part & { started: Started[] } {
  const started: Started[] = []
  return {
    code: 'server',
    name,
    started,
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
    const supervisor = new Supervisor((line) => lines.push(line), undefined, patience)
    const [store, server] = [sleeper('The store'), sleeper('The server')]
    for (const part of [store, server]) await supervisor.start(part)
    const watching = supervisor.watch()
    process.kill(server.started[0]!.pid, 'SIGKILL')
    await until(() => lines.includes('The server runs again.'))
    expect(lines[0]).toBe('The server has ended (signal SIGKILL); it is started again in 20 ms (time 1 in a row).')
    process.kill(store.started[0]!.pid, 'SIGKILL')
    await until(() => lines.includes('The store runs again.'))
    expect([runs(store.started[1]), runs(server.started[1])]).toEqual([true, true])
    supervisor.leave()
    await watching
    expect([...store.started, ...server.started].some((p) => runs(p))).toBe(false)
    expect([store.started.length, server.started.length]).toEqual([2, 2])
  })

  it('is never given up, however often it ends, and says how often, when it is tried again and that it recovered', async () => {
    const lines: string[] = []
    const told: Trouble[][] = []
    const supervisor = new Supervisor(
      (line) => lines.push(line),
      (troubles) => told.push(troubles),
      patience,
    )
    const [store, server] = [sleeper(), sleeper('The server', (n) => [n < 9 ? '0.01' : '60'])]
    for (const part of [store, server]) await supervisor.start(part)
    const watching = supervisor.watch()
    await until(() => server.started.length === 10 && told.at(-1)?.length === 0)
    expect(runs(server.started[9])).toBe(true)
    const pauses = lines.filter((l) => l.includes('started again')).map((l) => Number(/in (\d+) ms/.exec(l)![1]))
    expect(pauses).toEqual([20, 40, ...Array(7).fill(50)])
    const waited = told.flat().filter((t) => t.nextAt !== null)
    expect(waited.map((t) => t.times)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9])
    expect(waited.every((t) => t.how === 'exit code 0' && Date.parse(t.nextAt!) > Date.parse(t.at))).toBe(true)
    expect(told.at(-2)).toMatchObject([{ part: 'server', times: 9, nextAt: null }])
    supervisor.leave()
    await watching
    expect(runs(store.started[0])).toBe(false)
  })

  it('that hangs is ended and begun anew; one that answers late is left alone', async () => {
    const lines: string[] = []
    const supervisor = new Supervisor((line) => lines.push(line), undefined, patience)
    const [hung, slow] = [sleeper('The server'), sleeper('The store')]
    // A process that was stopped takes no signal but the last.
    hung.answers = async () => (hung.started.length > 1 ? true : new Promise<boolean>(() => undefined))
    let asked = 0
    slow.answers = () => new Promise((resolve) => setTimeout(() => resolve(++asked > 0), 30))
    for (const part of [slow, hung]) await supervisor.start(part)
    process.kill(hung.started[0]!.pid, 'SIGSTOP')
    const watching = supervisor.watch()
    await until(() => lines.includes('The server runs again.'))
    expect(lines[0]).toBe('The server runs but has not answered for 0 s; it is ended.')
    expect(lines[1]).toMatch(/^The server has ended \(signal SIGKILL\)/)
    await until(() => asked > 20)
    expect([hung.started.length, slow.started.length]).toEqual([2, 1])
    supervisor.leave()
    await watching
    expect([...hung.started, ...slow.started].some((p) => runs(p))).toBe(false)
  })

  it('is started for sure where nobody is there to be told that it does not start', async () => {
    const supervisor = new Supervisor(() => undefined, undefined, patience)
    const part = sleeper()
    const start = part.start.bind(part)
    let failing = 0
    part.start = () => (failing++ < 3 ? Promise.reject(new Error('no port')) : start())
    await expect(supervisor.start(part)).rejects.toThrow('no port')
    await supervisor.startForSure(part)
    expect([failing, part.started.map(runs)]).toEqual([4, [true]])
    supervisor.leave()
    await supervisor.watch()
    expect(runs(part.started[0])).toBe(false)
  })

  it('that fails to start is tried again, too; one that ran well for long begins to count anew', async () => {
    const supervisor = new Supervisor(() => undefined, undefined, patience)
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
