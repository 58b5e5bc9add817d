import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { closeSync, existsSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import mariadb from 'mariadb'
import { driverFor, type DatabaseAddress } from '../server/store/store'
import { keepOwn, readState, writeState, type Home } from './home'
import { end, freePort, markStarted, runs, START_WAIT_MS, until, type Started } from './processes'
import { say, StepFailed } from './say'

interface Secret {
  password: string
}

interface Running {
  process: Started
  /** Where it listens by TCP, where it was told to. */
  tcp?: { host: string; port: number } | null
}

export interface Database {
  address: DatabaseAddress
  process: Started
  /** Comes when it has ended, with how; not there where it was found running. */
  gone?: Promise<string>
  /** Accounts that stood open in its folder, by name, and are gone since this start. */
  closed: string[]
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
  /** Databases of their own beside it, for tests. */
  forTests?: boolean
  /** No waiting for the disk: what is in it may be lost with the machine. */
  relaxed?: boolean
  /** Further settings of the server, for tests. */
  settings?: readonly string[]
}

/** Where the accounts that a start ended are named until somebody has told it. */
const CLOSED = 'evenbore.closedAccounts'

/**
 * Users and database, made or confirmed at every start: `root` and `evenbore`, both with the password of the home and by
 * the socket alone; whatever else an older version or the laying out of a folder left open is ended. The file with the
 * password is the owner's only.
 *
 * @param tcp whether it may be reached by TCP, too: then `evenbore` may, and `root` may not
 */
function initFile(home: Home, secret: Secret, forTests: boolean, tcp: boolean): string {
  const path = join(home.root, 'init.sql')
  const { password } = secret
  const users = [`'evenbore'@'localhost'`, ...(tcp ? [`'evenbore'@'%'`] : [])]
  const kept = [...users, `'root'@'localhost'`, `'mariadb.sys'@'localhost'`]
    .map((account) => `(${account.replace('@', ', ')})`)
    .join(', ')
  const others = `FROM mysql.global_priv WHERE (User, Host) NOT IN (${kept}) AND JSON_VALUE(Priv, '$.is_role') IS NULL`
  rmSync(path, { force: true })
  writeFileSync(
    path,
    [
      'CREATE DATABASE IF NOT EXISTS evenbore CHARACTER SET utf8mb4;',
      ...users.flatMap((user) => [
        `CREATE USER IF NOT EXISTS ${user} IDENTIFIED BY '${password}';`,
        `ALTER USER ${user} IDENTIFIED BY '${password}';`,
        // Its own database and nothing else; an earlier version gave it more.
        `REVOKE ALL PRIVILEGES, GRANT OPTION FROM ${user};`,
        `GRANT ALL ON evenbore.* TO ${user};`,
        ...(forTests ? [`GRANT ALL ON \`t\\_%\`.* TO ${user};`] : []),
      ]),
      `CREATE USER IF NOT EXISTS 'root'@'localhost' IDENTIFIED BY '${password}';`,
      `ALTER USER 'root'@'localhost' IDENTIFIED BY '${password}';`,
      // What is gone is named, so that whoever starts it can tell; nobody's work rests on these accounts.
      `CREATE TABLE IF NOT EXISTS ${CLOSED} (name VARCHAR(400));`,
      `INSERT INTO ${CLOSED} SELECT CONCAT(IF(User = '', 'anybody', User), '@', Host) ${others};`,
      `SET @gone = (SELECT IFNULL(CONCAT('DROP USER ', GROUP_CONCAT(QUOTE(User), '@', QUOTE(Host))), 'DO 0') ${others});`,
      'EXECUTE IMMEDIATE @gone;',
      `DELETE FROM mysql.db WHERE User IN ('', 'PUBLIC');`,
      'DROP DATABASE IF EXISTS test;',
      'FLUSH PRIVILEGES;',
    ].join('\n'),
    { mode: 0o600 },
  )
  return path
}

/** Whether the database answers to its user. */
export async function answers(address: DatabaseAddress): Promise<boolean> {
  const connection = await mariadb.createConnection({ ...driverFor(address), connectTimeout: 1000 })
  // One that hangs takes connections still.
  await connection.query({ sql: 'SELECT 1', timeout: 2000 }).finally(() => connection.destroy())
  return true
}

/** The accounts that this start ended; told once. */
async function closedAccounts(address: DatabaseAddress): Promise<string[]> {
  const connection = await mariadb.createConnection(driverFor(address))
  try {
    const found: { name: string }[] = await connection.query(`SELECT name FROM ${CLOSED} ORDER BY name`)
    await connection.query(`DROP TABLE ${CLOSED}`)
    return found.map((f) => f.name)
  } finally {
    await connection.end()
  }
}

/** Where it is to listen by TCP: only where `EVENBORE_DB_HOST` says so, as one does that other machines reach. */
async function tcpPlace(): Promise<Running['tcp']> {
  const host = process.env.EVENBORE_DB_HOST
  if (!host) return null
  return { host, port: Number(process.env.EVENBORE_DB_PORT) || (await freePort(43_306, host)) }
}

/**
 * Starts the home's own MariaDB, or finds it running. It listens on its socket, in a folder of its owner's; by TCP only
 * where `EVENBORE_DB_HOST` gives an address for it. It never touches another server or another server's data.
 */
export async function startDatabase(
  home: Home,
  { forTests = false, relaxed = false, settings = [] }: DatabaseOptions = {},
): Promise<Database> {
  const secret = readState<Secret>(home, 'secret') ?? { password: randomBytes(18).toString('hex') }
  writeState(home, 'secret', secret)
  keepOwn(home.run)
  const socket = join(home.run, 'db.sock')
  const known = readState<Running>(home, 'mariadb')
  const address: DatabaseAddress = {
    socket,
    host: 'localhost',
    port: 0,
    user: 'evenbore',
    password: secret.password,
    database: 'evenbore',
  }
  const handle = (running: Running, closed: string[]): Database => ({
    address,
    process: running.process,
    closed,
    stop: () => end(running.process),
  })
  if (known && runs(known.process)) {
    if (await until(() => answers(address), 3000)) return handle(known, [])
    // One of an earlier version, or one that hangs: its folder is taken by nobody else meanwhile.
    await end(known.process)
  }

  initialise(home)
  const tcp = await tcpPlace()
  const log = join(home.root, 'mariadb.log')
  const out = openSync(log, 'a', 0o600)
  const child = spawn(
    'sh',
    [
      // Where the system lets no file grow any more, that is an error to be told, not its end.
      ...['-c', `trap '' XFSZ; exec mariadbd "$@"`, 'mariadbd'],
      '--no-defaults',
      ...asRoot,
      `--datadir=${home.data}`,
      ...(tcp ? [`--bind-address=${tcp.host}`, `--port=${tcp.port}`] : ['--skip-networking']),
      `--socket=${socket}`,
      `--pid-file=${join(home.run, 'db.pid')}`,
      `--init-file=${initFile(home, secret, forTests, tcp !== null)}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      `--innodb-flush-log-at-trx-commit=${relaxed ? 0 : 1}`,
      '--innodb-buffer-pool-size=64M',
      '--performance-schema=OFF',
      ...(relaxed ? ['--skip-innodb-doublewrite'] : []),
      '--max-connections=80',
      ...settings,
    ],
    { stdio: ['ignore', out, out], detached: true, env: { ...process.env, PATH: `${process.env.PATH}:/usr/sbin` } },
  )
  closeSync(out)
  child.unref()
  const running: Running = { process: markStarted(child.pid ?? 0), tcp: tcp ?? null }
  writeState(home, 'mariadb', running)
  let ended = false
  const gone = new Promise<string>((resolve) =>
    child.once('exit', (code, signal) => {
      ended = true
      resolve(signal ? `signal ${signal}` : `exit code ${code}`)
    }),
  )
  // A busy disk may take its time over the first start; a server that has ended says so at once.
  if (!(await until(async () => ended || (await answers(address)), START_WAIT_MS)) || ended) {
    await end(running.process)
    throw new StepFailed(
      'MariaDB did not start.',
      `Its last words, from ${log}:\n${readFileSync(log, 'utf8').slice(-1200)}`,
    )
  }
  return { ...handle(running, await closedAccounts(address)), gone }
}
