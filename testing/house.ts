import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import type { Command, JobAct, Outcome } from '#contract/commands'
import type { JobList, Shop } from '#contract/shop'
import type { Snapshot } from '#core/job/snapshot'
import { freePort, START_WAIT_MS, until } from '../ops/processes'
import { serverEnvironment } from '../ops/serve'
import { freshDatabase } from '../server/testing/test-store'
import type { DatabaseAddress } from '../server/store/store'
import { keep } from './keep'

/**
 * Where the houses of this worker stand, one after the other: a browser that has opened the app there keeps it, as a
 * shop's does. Below the ports that the machine gives to its own outgoing connections: one of those may be taken
 * between the look and the start.
 */
const housePort = 20_000 + Math.floor(Math.random() * 12_000)

/**
 * A built server with the demo world. In the tests it is kept by the process that keeps all of its worker's; one that
 * is to be killed and started again is a process of its own.
 */
export class House {
  private child: ChildProcess | null = null
  private kept = false

  private constructor(
    readonly address: DatabaseAddress,
    readonly port: number,
    private readonly demo: boolean,
    private readonly host: string,
    private readonly names: readonly string[],
    private readonly own: boolean,
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`
  }

  /** @param options.own whether it is a process of its own, to be killed; always so outside the tests */
  static async open(
    options: { address?: DatabaseAddress; demo?: boolean; host?: string; names?: string[]; own?: boolean } = {},
  ): Promise<House> {
    const house = new House(
      options.address ?? (await freshDatabase({ demo: options.demo ?? true })),
      await freePort(housePort),
      options.demo ?? true,
      options.host ?? '127.0.0.1',
      options.names ?? [],
      options.own ?? process.env.EVENBORE_TEST_RUN === undefined,
    )
    await house.start()
    return house
  }

  async start(): Promise<void> {
    const env = serverEnvironment(this.address, {
      port: this.port,
      host: this.host,
      demo: this.demo,
      names: this.names,
    })
    if (!this.own) {
      await keep('open', this.port, env)
      this.kept = true
      return
    }
    let words = ''
    const child = spawn(process.execPath, ['dist/server/main.js'], { env, stdio: ['ignore', 'pipe', 'pipe'] })
    child.stdout.on('data', (d: Buffer) => (words += d.toString()))
    child.stderr.on('data', (d: Buffer) => (words += d.toString()))
    this.child = child
    const answers = async () => (await fetch(`${this.url}/api/health`)).ok
    const up = await until(async () => child.exitCode !== null || (await answers()), START_WAIT_MS)
    if (up && child.exitCode === null) return
    await this.kill()
    throw new Error(`the server did not start: ${words}`)
  }

  get pid(): number {
    return this.child?.pid ?? 0
  }

  /** Ends the server when nobody needs it any more. */
  async close(): Promise<void> {
    if (this.own) return this.kill()
    if (!this.kept) return
    this.kept = false
    await keep('close', this.port)
  }

  /** Ends the server at once, in the middle of whatever it does. @throws Error where it is no process of its own */
  async kill(): Promise<void> {
    if (!this.own) throw new Error('open it with { own: true } to kill it')
    const { child } = this
    this.child = null
    if (!child || child.exitCode !== null) return
    const gone = new Promise((resolve) => child.once('exit', resolve))
    child.kill('SIGKILL')
    await gone
  }

  async json<T>(path: string): Promise<T> {
    const answer = await fetch(this.url + path)
    return (await answer.json()) as T
  }

  /** What is taken away from there, a paper or a file. @throws Error with the answer where it is none */
  async taken(path: string): Promise<Buffer> {
    const answer = await fetch(this.url + path)
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`)
    return Buffer.from(await answer.arrayBuffer())
  }

  /** The shop, with the cards of its jobs. */
  async shop(): Promise<Shop & JobList> {
    return { ...(await this.json<Shop>('/api/shop')), ...(await this.json<JobList>('/api/jobs?limit=200')) }
  }

  async jobId(title: string): Promise<string> {
    return (await this.shop()).jobs.find((j) => j.title.includes(title))!.id
  }

  snapshot(jobId: string): Promise<Snapshot> {
    return this.json<Snapshot>(`/api/jobs/${jobId}`)
  }

  async person(name: string): Promise<string> {
    return (await this.shop()).people.find((p) => p.name === name)!.id
  }

  async send(commands: Command[]): Promise<Outcome[]> {
    const answer = await fetch(`${this.url}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ commands }),
      signal: AbortSignal.timeout(30_000),
    })
    if (!answer.ok) throw new Error(`answered ${answer.status}`)
    return ((await answer.json()) as { outcomes: Outcome[] }).outcomes
  }
}

export function command(act: JobAct, jobId: string, personId: string): Command {
  return { commandId: randomUUID(), deviceId: randomUUID(), personId, jobId, at: new Date().toISOString(), act }
}
