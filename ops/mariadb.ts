import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { chmodSync, existsSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import mariadb from 'mariadb'
import type { DatabaseAddress } from '../server/store/store'
import { readState, writeState, type Home } from './home'
import { end, freePort, markStarted, runs, START_WAIT_MS, until, type Started } from './processes'
import { say, StepFailed } from './say'

interface Secret {
  password: string
}

interface Running {
  process: Started
  port: number
}

export interface Database {
  address: DatabaseAddress
  process: Started
  /** Comes when it has ended, with how; not there where it was found running. */
  gone?: Promise<string>
  stop(): Promise<void>
}

const asRoot = process.getuid?.() === 0 ? ['--user=root'] : []

function initialise(home: Home): void {
  if (existsSync(join(home.data, 'mysql'))) return
  say('Laying out a private MariaDB …')
  rmSync(home.data, { recursive: true, force: true })
  const args = [
    '--no-defaults',
    `--datadir=${home.data}`,
    '--auth-root-authentication-method=normal',
    '--skip-test-db',
    ...asRoot,
  ]
  const done = spawnSync('mariadb-install-db', args, { encoding: 'utf8' })
  if (done.status !== 0) {
    throw new StepFailed(
      'MariaDB could not lay out its data folder.',
      `It said: ${(done.stderr || done.stdout || '').trim().slice(-600)}`,
    )
  }
}

/** How a database is started; all of it left out for one that people work with. */
export interface DatabaseOptions {
  /** A port to insist on; else one free port is taken. */
  port?: number
  /** Databases of their own beside it, for tests. */
  forTests?: boolean
  /** No waiting for the disk: what is in it may be lost with the machine. */
  relaxed?: boolean
}

/** Users and database, made or confirmed at every start. The file with the password is the owner's only. */
function initFile(home: Home, secret: Secret, forTests: boolean): string {
  const path = join(home.root, 'init.sql')
  const { password } = secret
  writeFileSync(
    path,
    [
      'CREATE DATABASE IF NOT EXISTS evenbore CHARACTER SET utf8mb4;',
      `CREATE USER IF NOT EXISTS 'evenbore'@'127.0.0.1' IDENTIFIED BY '${password}';`,
      `ALTER USER 'evenbore'@'127.0.0.1' IDENTIFIED BY '${password}';`,
      // Its own database and nothing else; an earlier version gave it more.
      `REVOKE ALL PRIVILEGES, GRANT OPTION FROM 'evenbore'@'127.0.0.1';`,
      `GRANT ALL ON evenbore.* TO 'evenbore'@'127.0.0.1';`,
      ...(forTests ? [`GRANT ALL ON \`t\\_%\`.* TO 'evenbore'@'127.0.0.1';`] : []),
      `ALTER USER 'root'@'localhost' IDENTIFIED BY '${password}';`,
    ].join('\n'),
  )
  chmodSync(path, 0o600)
  return path
}

/** Whether the database answers to its user. */
export async function answers(address: DatabaseAddress): Promise<boolean> {
  const { host, port, user, password, database } = address
  const connection = await mariadb.createConnection({ host, port, user, password, database, connectTimeout: 1000 })
  await connection.query('SELECT 1')
  await connection.end()
  return true
}

/**
 * Starts the home's own MariaDB on loopback, or finds it running. It never touches
 * another server or another server's data.
 */
export async function startDatabase(
  home: Home,
  { port, forTests = false, relaxed = false }: DatabaseOptions = {},
): Promise<Database> {
  const secret = readState<Secret>(home, 'secret') ?? { password: randomBytes(18).toString('hex') }
  writeState(home, 'secret', secret)
  const known = readState<Running>(home, 'mariadb')
  const address = (p: number): DatabaseAddress => ({
    host: '127.0.0.1',
    port: p,
    user: 'evenbore',
    password: secret.password,
    database: 'evenbore',
  })
  const handle = (running: Running): Database => ({
    address: address(running.port),
    process: running.process,
    stop: () => end(running.process),
  })
  if (known && runs(known.process) && (await until(() => answers(address(known.port)), 3000))) return handle(known)

  initialise(home)
  const chosen = port ?? (await freePort(43_306))
  const log = join(home.root, 'mariadb.log')
  const out = openSync(log, 'a')
  const child = spawn(
    'mariadbd',
    [
      '--no-defaults',
      ...asRoot,
      `--datadir=${home.data}`,
      '--bind-address=127.0.0.1',
      `--port=${chosen}`,
      `--socket=${join(home.run, 'db.sock')}`,
      `--pid-file=${join(home.run, 'db.pid')}`,
      `--init-file=${initFile(home, secret, forTests)}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      `--innodb-flush-log-at-trx-commit=${relaxed ? 0 : 1}`,
      '--innodb-buffer-pool-size=64M',
      '--performance-schema=OFF',
      ...(relaxed ? ['--skip-innodb-doublewrite'] : []),
      '--max-connections=80',
    ],
    { stdio: ['ignore', out, out], detached: true, env: { ...process.env, PATH: `${process.env.PATH}:/usr/sbin` } },
  )
  child.unref()
  const running = { process: markStarted(child.pid ?? 0), port: chosen }
  writeState(home, 'mariadb', running)
  let ended = false
  const gone = new Promise<string>((resolve) =>
    child.once('exit', (code, signal) => {
      ended = true
      resolve(signal ? `signal ${signal}` : `exit code ${code}`)
    }),
  )
  // A busy disk may take its time over the first start; a server that has ended says so at once.
  if (!(await until(async () => ended || (await answers(address(chosen))), START_WAIT_MS)) || ended) {
    await end(running.process)
    throw new StepFailed(
      'MariaDB did not start.',
      `Its last words, from ${log}:\n${readFileSync(log, 'utf8').slice(-1200)}`,
    )
  }
  return { ...handle(running), gone }
}
