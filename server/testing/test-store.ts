import { randomUUID } from 'node:crypto'
import mariadb, { type Connection } from 'mariadb'
import type { FastifyInstance } from 'fastify'
import type { Command, JobAct, Outcome, ShopAct } from '#contract/commands'
import type { Snapshot } from '#core/job/snapshot'
import type { JobCard, JobList, Shop } from '#contract/shop'
import { buildApp } from '../app'
import { settle } from '../store/settle'
import { openStore, reachedBy, type DatabaseAddress, type Store } from '../store/store'

const TEMPLATE = 't_demo_template'

/** The demo world, filled once for all tests of a run; it is copied from then on. */
async function fillTemplate(connection: Connection, address: DatabaseAddress): Promise<void> {
  await connection.query('SELECT GET_LOCK(?, 200)', [TEMPLATE])
  try {
    const filled = await connection.query(
      `SELECT 1 FROM information_schema.tables WHERE table_schema = ? AND table_name = 'filled'`,
      [TEMPLATE],
    )
    if (filled.length > 0) return
    await connection.query(`CREATE DATABASE IF NOT EXISTS ${TEMPLATE} CHARACTER SET utf8mb4`)
    const store = await openStore({ ...address, database: TEMPLATE })
    await settle(store, { demo: true }, () => undefined)
    await store.close()
    await connection.query(`CREATE TABLE ${TEMPLATE}.filled (done INT)`)
  } finally {
    await connection.query('SELECT RELEASE_LOCK(?)', [TEMPLATE])
  }
}

/** A database of its own for one test, in the MariaDB that the test command started; empty, or with the demo world in it. */
export async function freshDatabase(options: { demo: boolean }): Promise<DatabaseAddress> {
  const given = process.env.EVENBORE_TEST_DB
  if (!given) throw new Error('EVENBORE_TEST_DB is not set: run these tests by ./evenbore test')
  const address = JSON.parse(given) as DatabaseAddress
  const database = `t_${randomUUID().replaceAll('-', '')}`
  const { user, password } = address
  // A machine with much else to do takes its time to answer.
  const connection = await mariadb.createConnection({ ...reachedBy(address), user, password, connectTimeout: 20_000 })
  await connection.query(`CREATE DATABASE ${database} CHARACTER SET utf8mb4`)
  if (options.demo) {
    await fillTemplate(connection, address)
    const tables: { name: string }[] = await connection.query(
      `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ? AND table_name <> 'filled'`,
      [TEMPLATE],
    )
    for (const { name } of tables) {
      await connection.query(`CREATE TABLE ${database}.${name} LIKE ${TEMPLATE}.${name}`)
      await connection.query(`INSERT INTO ${database}.${name} SELECT * FROM ${TEMPLATE}.${name}`)
    }
  }
  await connection.end()
  return { ...address, database }
}

/** A server with the demo world in a database of its own, and the few calls tests make. */
export class TestServer {
  private constructor(
    readonly address: DatabaseAddress,
    readonly store: Store,
    readonly app: FastifyInstance,
  ) {}

  static async start(options: { demo: boolean } = { demo: true }, address?: DatabaseAddress): Promise<TestServer> {
    const at = address ?? (await freshDatabase(options))
    const store = await openStore(at)
    await settle(store, options, () => undefined)
    return new TestServer(at, store, await buildApp({ store }))
  }

  async stop(): Promise<void> {
    await this.app.close()
    await this.store.close()
  }

  /** The shop, with the cards of all its jobs, those laid aside included. */
  async shop(): Promise<Shop & { jobs: JobCard[] }> {
    const get = async (url: string) => (await this.app.inject(url)).json()
    const [shop, open, aside] = [
      await get('/api/shop'),
      await get('/api/jobs?limit=200'),
      await get('/api/jobs?limit=200&which=archived'),
    ] as [Shop, JobList, JobList]
    return { ...shop, jobs: [...open.jobs, ...aside.jobs].sort((a, b) => a.number - b.number) }
  }

  async jobId(title: string): Promise<string> {
    return (await this.shop()).jobs.find((j) => j.title.includes(title))!.id
  }

  async snapshot(jobId: string): Promise<Snapshot> {
    return (await this.app.inject(`/api/jobs/${jobId}`)).json()
  }

  /** Sends commands as a device does: again, where the server has its hands full. @throws Error with any other refusal of them all */
  async send(...commands: unknown[]): Promise<Outcome[]> {
    for (;;) {
      const answer = await this.app.inject({ method: 'POST', url: '/api/commands', payload: { commands } })
      if (answer.statusCode === 200) return (answer.json() as { outcomes: Outcome[] }).outcomes
      if (answer.statusCode !== 429) throw new Error(`answered ${answer.statusCode}: ${answer.body}`)
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }
}

/** A command as a device would make it. */
export function commandOf(
  act: JobAct | ShopAct,
  jobId: string | null,
  personId: string | null,
  change: Partial<Command> = {},
): Command {
  return {
    commandId: randomUUID(),
    deviceId: randomUUID(),
    personId,
    jobId,
    at: new Date().toISOString(),
    act,
    ...change,
  }
}
