import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { spawnSync } from 'node:child_process'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import mariadb from 'mariadb'
import { afterEach, describe, expect, it } from 'vitest'
import { reachedBy } from '../server/store/store'
import { openHome, readState, type Home } from './home'
import { startDatabase, type Database } from './mariadb'
import { freePort } from './processes'

let home: Home
let database: Database | null = null
const begin = () => (home = openHome('shop', mkdtempSync(join(tmpdir(), 'evenbore-accounts-'))))
afterEach(async () => {
  delete process.env.EVENBORE_DB_HOST
  delete process.env.EVENBORE_DB_PORT
  await database?.stop()
  database = null
  rmSync(home.root, { recursive: true, force: true })
  rmSync(home.run, { recursive: true, force: true })
})

/** Somebody at the database, who is it by this name and password. */
async function as<T>(
  user: string,
  password: string,
  ask: (query: (sql: string) => Promise<{ [column: string]: unknown }[]>) => Promise<T>,
  at: object = reachedBy(database!.address),
): Promise<T> {
  const connection = await mariadb.createConnection({ ...at, user, password, connectTimeout: 2000 })
  return ask((sql) => connection.query(sql)).finally(() => connection.end())
}
const accountsSql = `SELECT User, Host FROM mysql.global_priv WHERE JSON_VALUE(Priv, '$.account_locked') IS NULL AND JSON_VALUE(Priv, '$.is_role') IS NULL ORDER BY User`
const takes = (host: string, port: number) =>
  new Promise<boolean>((resolve) => {
    const line = connect({ host, port, timeout: 2000 })
    line.once('connect', () => (line.destroy(), resolve(true)))
    line.once('error', () => resolve(false))
  })

describe('the accounts of a shop\u2019s database', () => {
  it('are two, each with a password, by the socket alone', async () => {
    begin()
    database = await startDatabase(home)
    const { password } = database.address
    expect(database.closed).toContain('root@127.0.0.1')
    await as('root', password, async (query) => {
      expect(await query(accountsSql)).toEqual([
        { User: 'evenbore', Host: 'localhost' },
        { User: 'root', Host: 'localhost' },
      ])
      expect(await query(`SHOW DATABASES LIKE 'test'`)).toEqual([])
      expect(await query(`SELECT @@skip_networking AS off`)).toEqual([{ off: 1n }])
    })
    for (const user of ['root', 'evenbore', '', 'mariadb.sys'])
      await expect(as(user, '', (query) => query('SELECT 1'))).rejects.toThrow(/denied/i)
    // Nobody but the owner comes as far as the socket.
    expect(statSync(home.run).mode & 0o077).toBe(0)
  })

  it('are put right in a folder that an earlier version left open, which says so once', async () => {
    begin()
    const laid = spawnSync(
      'mariadb-install-db',
      ['--no-defaults', `--datadir=${home.data}`, '--auth-root-authentication-method=normal', '--user=root'].slice(
        0,
        process.getuid?.() === 0 ? undefined : -1,
      ),
      { encoding: 'utf8' },
    )
    expect(laid.status, laid.stderr).toBe(0)
    writeFileSync(join(home.root, 'mariadb.log'), '', { mode: 0o644 })
    database = await startDatabase(openHome('shop', home.root))
    expect(database.closed).toEqual(expect.arrayContaining(['root@127.0.0.1', 'root@::1']))
    expect(statSync(join(home.root, 'mariadb.log')).mode & 0o077).toBe(0)
    await as('root', database.address.password, async (query) => {
      expect(await query(accountsSql)).toHaveLength(2)
      expect(await query(`SHOW DATABASES LIKE 'test'`)).toEqual([])
      // What was granted to anybody is gone with it.
      expect(await query(`SELECT * FROM mysql.db WHERE User NOT IN ('evenbore')`)).toEqual([])
      await query(`CREATE USER 'left'@'%'`)
    })
    await database.stop()
    database = await startDatabase(home)
    expect(database.closed).toEqual(['left@%'])
    await database.stop()
    database = await startDatabase(home)
    expect(database.closed).toEqual([])
  })

  it('are reached by TCP only where an address is given for it, and root is not even then', async () => {
    begin()
    const port = await freePort(43_400)
    process.env.EVENBORE_DB_HOST = '127.0.0.1'
    process.env.EVENBORE_DB_PORT = String(port)
    database = await startDatabase(home)
    const { password } = database.address
    const tcp = { host: '127.0.0.1', port }
    expect(await as('evenbore', password, (query) => query('SELECT DATABASE() AS d'), tcp)).toEqual([{ d: null }])
    for (const [user, word] of [
      ['root', ''],
      ['root', password],
      ['evenbore', ''],
    ] as const)
      await expect(as(user, word, (query) => query('SELECT 1'), tcp)).rejects.toThrow(/denied/i)
    await database.stop()
    delete process.env.EVENBORE_DB_HOST
    database = await startDatabase(home)
    expect(database.closed).toEqual(['evenbore@%'])
    expect(await takes('127.0.0.1', port)).toBe(false)
    expect(readState<{ tcp: unknown }>(home, 'mariadb')!.tcp).toBeNull()
  })
})
