import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import type { Command, JobAct, Outcome } from '#contract/commands'
import type { JobList, Shop } from '#contract/shop'
import type { Snapshot } from '#core/job/snapshot'
import { freePort, START_WAIT_MS, until } from '../ops/processes'
import { serverEnvironment } from '../ops/serve'
import { freshDatabase } from '../server/testing/test-store'
import type { DatabaseAddress } from '../server/store/store'

/**
 * Where the houses of this worker stand, one after the other: a browser that has opened the app there keeps it, as a
 * shop's does. Below the ports that the machine gives to its own outgoing connections: one of those may be taken
 * between the look and the start.
 */
const housePort = 20_000 + Math.floor(Math.random() * 12_000)

/** A built server as a process of its own, with the demo world, to be killed and started again. */
export class House {
  private child: ChildProcess | null = null

  private constructor(
    readonly address: DatabaseAddress,
    readonly port: number,
    private readonly demo: boolean,
    private readonly host: string,
    private readonly names: readonly string[],
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`
  }

  static async open(
    options: { address?: DatabaseAddress; demo?: boolean; host?: string; names?: string[] } = {},
  ): Promise<House> {
    const house = new House(
      options.address ?? (await freshDatabase({ demo: options.demo ?? true })),
      await freePort(housePort),
      options.demo ?? true,
      options.host ?? '127.0.0.1',
      options.names ?? [],
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

  /** Ends the server at once, in the middle of whatever it does. */
  async kill(): Promise<void> {
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
      signal: AbortSignal.timeout(5000),
    })
    if (!answer.ok) throw new Error(`answered ${answer.status}`)
    return ((await answer.json()) as { outcomes: Outcome[] }).outcomes
  }
}

export function command(act: JobAct, jobId: string, personId: string): Command {
  return { commandId: randomUUID(), deviceId: randomUUID(), personId, jobId, at: new Date().toISOString(), act }
}
