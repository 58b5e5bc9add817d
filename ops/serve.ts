import { spawn } from 'node:child_process'
import { existsSync, renameSync, rmSync, statSync } from 'node:fs'
import { request as httpRequest } from 'node:http'
import { request as httpsRequest } from 'node:https'
import { networkInterfaces } from 'node:os'
import { join, resolve } from 'node:path'
import { createStream } from 'rotating-file-stream'
import type { DatabaseAddress } from '../server/store/store'
import { build } from './build'
import { ensure, needs } from './debian'
import { openHome, readState, writeState, type Home } from './home'
import { answers, startDatabase } from './mariadb'
import { end, freePort, isFree, markStarted, runs, START_WAIT_MS, until, type Started } from './processes'
import { say, StepFailed } from './say'
import { goneByItself, Supervisor, type Part, type Running } from './supervise'
import type { Trouble } from '../contract/health'
import type { Launcher } from '../server/launcher'

interface ServerState {
  process: Started
  launcher: Started
  url: string
}

export interface ServeOptions {
  kind: Home['kind']
  port?: number
  host?: string
  fresh?: boolean
  /** It was begun by a server whose supervisor died: nobody is there to read that it could not start, and it does not give up. */
  again?: boolean
  /** Further names by which the shop may be opened. */
  names?: string[]
  /** Files to serve it by TLS. */
  cert?: string
  key?: string
}

/** Where a server listens, and how. */
export interface ServerPlace {
  port: number
  host: string
  demo: boolean
  names?: readonly string[]
  cert?: string
  key?: string
  /** The folder on the disk that must not become full, where the supervisor says how the parts are. */
  data?: string
  /** Who watches over it, and how that is begun anew where it has died. */
  launcher?: Launcher
}

/** Where the supervisor writes how the parts are; the server reads it. */
const TROUBLES = 'troubles'
const DEFAULT_PORT = 4780
const LOG_SIZE = 5_000_000
const LOGS_KEPT = 4

/** The status that a server answers there of its health. A certificate of the shop's own making is as good as any. */
function healthStatus(url: string, timeout: number): Promise<number> {
  const ask = url.startsWith('https:') ? httpsRequest : httpRequest
  return new Promise((resolve, reject) => {
    const asked = ask(`${url}/api/health`, { rejectUnauthorized: false, timeout }, (answer) => {
      answer.resume()
      resolve(answer.statusCode ?? 0)
    })
    asked.once('timeout', () => asked.destroy(new Error('no answer')))
    asked.once('error', reject)
    asked.end()
  })
}

/** Whether a server answers there that it is well. */
export const responds = async (url: string): Promise<boolean> => (await healthStatus(url, 2000)) === 200
/** Whether it answers at all: one whose database is away is not helped by ending it. */
const answersAtAll = async (url: string): Promise<boolean> => (await healthStatus(url, 10_000)) > 0

/** The environment that makes a server what it is. */
export function serverEnvironment(
  address: DatabaseAddress,
  { port, host, demo, names, cert, key, data, launcher }: ServerPlace,
): NodeJS.ProcessEnv {
  return {
    ...process.env,
    NODE_ENV: 'production',
    ...(address.socket
      ? { EVENBORE_DB_SOCKET: address.socket }
      : { EVENBORE_DB_HOST: address.host, EVENBORE_DB_PORT: String(address.port) }),
    EVENBORE_DB_USER: address.user,
    EVENBORE_DB_PASSWORD: address.password,
    EVENBORE_DB_NAME: address.database,
    EVENBORE_PORT: String(port),
    EVENBORE_HOST: host,
    EVENBORE_DEMO: demo ? '1' : '0',
    EVENBORE_NAMES: (names ?? []).join(','),
    ...(cert && key ? { EVENBORE_CERT: cert, EVENBORE_KEY: key } : {}),
    ...(data ? { EVENBORE_DATA: data } : {}),
    ...(launcher ? { EVENBORE_LAUNCHER: JSON.stringify(launcher) } : {}),
  }
}

/** The command that serves the same again, at the same place. */
function launchAgain({ kind, host, names, cert, key }: ServeOptions, port: number): string[] {
  const given = { '--host': host, '--name': names?.join(','), '--cert': cert, '--key': key }
  const words = Object.entries(given).flatMap(([name, value]) => (value ? [name, value] : []))
  return [
    process.execPath,
    'ops/run.mjs',
    kind === 'demo' ? 'demo' : 'serve',
    '--again',
    '--port',
    String(port),
    ...words,
  ]
}

async function choosePort(options: ServeOptions, host: string): Promise<number> {
  if (!(await isFree(0, host)))
    throw new StepFailed(
      `This machine has no address ${host}.`,
      'Give one of its own with --host, or 0.0.0.0 for all of them.',
    )
  if (options.port !== undefined) {
    if (await isFree(options.port, host)) return options.port
    throw new StepFailed(
      `Port ${options.port} is in use by another program.`,
      'Choose another with --port, or leave --port out and a free one is taken.',
    )
  }
  const port = await freePort(DEFAULT_PORT, host)
  if (port !== DEFAULT_PORT) say(`Port ${DEFAULT_PORT} is in use; taking ${port} instead.`)
  return port
}

/** Certificate and key, where both are given and can be read. */
function tlsFiles({ cert, key }: ServeOptions): { cert?: string; key?: string } {
  if (!cert && !key) return {}
  if (!cert || !key) throw new StepFailed('TLS needs a certificate and its key.', 'Give both: --cert FILE --key FILE.')
  for (const file of [cert, key])
    if (!existsSync(file))
      throw new StepFailed(`There is no file ${file}.`, 'Give the certificate and the key as PEM files.')
  return { cert: resolve(cert), key: resolve(key) }
}

/** Lays an old log aside where it has become long. */
export function turnLog(path: string, most = LOG_SIZE): void {
  if (existsSync(path) && statSync(path).size > most) renameSync(path, `${path}.1`)
}

/** Writes down how the parts are, for whoever asks the server. A disk that is full keeps nobody from watching on. */
function noted(home: Home, troubles: Trouble[]): void {
  try {
    writeState(home, TROUBLES, troubles)
  } catch {
    // It is in the log, and told again with the next change.
  }
}

/** Addresses under which tablets on the shop's network find it. */
function networkUrls(scheme: string, port: number): string[] {
  const all = Object.values(networkInterfaces()).flatMap((found) => found ?? [])
  return all.filter((a) => !a.internal && a.family === 'IPv4').map((a) => `${scheme}://${a.address}:${port}`)
}

/** `demo` and `serve`: everything from a bare machine to a printed address; both parts are kept running until Ctrl-C. */
export async function serve(options: ServeOptions): Promise<void> {
  const host = options.host ?? '127.0.0.1'
  const home = openHome(options.kind)
  const tls = tlsFiles(options)
  const earlier = readState<ServerState>(home, 'server')
  if (earlier && runs(earlier.process) && runs(earlier.launcher) && (await until(() => responds(earlier.url), 5000))) {
    say(`Even Bore is already running at ${earlier.url} (data in ${home.root}).`)
    say('`./evenbore stop` stops it.')
    return
  }
  // One that nobody watches over any more is ended and started anew.
  if (earlier && runs(earlier.process)) await end(earlier.process)
  if (options.fresh) {
    await end(readState<{ process: Started }>(home, 'mariadb')?.process)
    rmSync(home.data, { recursive: true, force: true })
  }
  for (const left of ['stopping', TROUBLES]) rmSync(join(home.root, `${left}.json`), { force: true })
  ensure(needs.mariadb)
  await build()
  const port = await choosePort(options, host)
  const scheme = tls.cert ? 'https' : 'http'
  const url = `${scheme}://${host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host}:${port}`
  const log = createStream('server.log', {
    path: home.root,
    size: `${LOG_SIZE}B`,
    maxFiles: LOGS_KEPT,
    mode: 0o600,
  })
  // A log that cannot be written to, as on a full disk, ends nothing.
  log.on('error', () => undefined)
  const told = (line: string) => {
    say(line)
    log.write(`${new Date().toISOString()} ${line}\n`)
  }
  let lastWords = ''
  let address: DatabaseAddress | null = null

  const supervisor = new Supervisor(told, (troubles) => noted(home, troubles))
  const database: Part = {
    code: 'database',
    name: 'The database',
    answers: () => answers(address!),
    async start() {
      turnLog(join(home.root, 'mariadb.log'))
      const started = await startDatabase(home)
      address = started.address
      if (started.closed.length > 0)
        told(`Accounts of the database that nobody uses are gone: ${started.closed.join(', ')}.`)
      return { process: started.process, gone: started.gone ?? goneByItself(started.process) }
    },
  }
  const server: Part = {
    code: 'server',
    name: 'The server',
    answers: () => answersAtAll(url),
    async start(): Promise<Running> {
      const up = await until(async () => supervisor.leaving || (await answers(address!)), START_WAIT_MS)
      if (!up || supervisor.leaving) throw new Error('its database does not answer')
      const env = serverEnvironment(address!, {
        port,
        host,
        demo: options.kind === 'demo',
        names: [...(options.names ?? []), host],
        data: home.root,
        launcher: { process: markStarted(process.pid), again: launchAgain(options, port) },
        ...tls,
      })
      const child = spawn(process.execPath, ['--enable-source-maps', 'dist/server/main.js'], {
        stdio: ['ignore', 'pipe', 'pipe'],
        env,
      })
      const note = (chunk: Buffer) => {
        lastWords = (lastWords + chunk.toString()).slice(-1500)
        log.write(chunk)
      }
      child.stdout.on('data', note)
      child.stderr.on('data', note)
      const own = markStarted(child.pid ?? 0)
      writeState(home, 'server', { process: own, launcher: markStarted(process.pid), url } satisfies ServerState)
      let ended = false
      const gone = new Promise<string>((resolve) =>
        child.once('exit', (code, signal) => {
          ended = true
          resolve(signal ? `signal ${signal}` : `exit code ${code}`)
        }),
      )
      const responding = await until(async () => ended || (await responds(url)), START_WAIT_MS)
      if (!responding || ended) {
        child.kill('SIGKILL')
        throw new Error(`it did not start: ${lastWords.trim().split('\n').at(-1) ?? ''}`)
      }
      return { process: own, gone }
    },
  }

  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => supervisor.leave())
  try {
    say('Starting MariaDB on loopback …')
    const start = (part: Part) => (options.again ? supervisor.startForSure(part) : supervisor.start(part))
    await start(database)
    say('Starting the server …')
    await start(server).catch((error: Error) => {
      throw new StepFailed(
        'The server did not start.',
        `${error.message}\nIts last words, from ${join(home.root, 'server.log')}:\n${lastWords}`,
      )
    })
    say('')
    say(`  Even Bore is ready: ${url}`)
    if (host === '0.0.0.0' || host === '::')
      for (const other of networkUrls(scheme, port)) say(`  On the shop's network: ${other}`)
    say('')
    say(`  Data is kept in ${home.root}. Ctrl-C or \`./evenbore stop\` stops it.`)
    await supervisor.watch()
    say('Stopped. Everything stored is kept.')
  } catch (error) {
    // Whatever failed, nothing is left running behind it.
    supervisor.leave()
    await supervisor.watch()
    throw error
  } finally {
    rmSync(join(home.root, 'server.json'), { force: true })
    log.end()
  }
}

/** `stop`: ends what this copy and this user's shop have started, by their ids. */
export async function stop(): Promise<void> {
  let found = false
  for (const kind of ['demo', 'shop'] as const) {
    const home = openHome(kind)
    if (!existsSync(home.root)) continue
    const server = readState<ServerState>(home, 'server')
    const database = readState<{ process: Started }>(home, 'mariadb')
    if (runs(server?.process) || runs(database?.process)) {
      found = true
      // A server whose supervisor has gone begins it anew, unless it was told to stop.
      writeState(home, 'stopping', { at: new Date().toISOString() })
      // Who watches over them goes first, or it would start them again.
      await end(server?.launcher, 40_000)
      await end(server?.process)
      await end(database?.process)
      say(`Stopped the ${kind === 'demo' ? 'demo' : 'shop'}.`)
    }
    rmSync(join(home.root, 'server.json'), { force: true })
  }
  if (!found) say('Nothing of Even Bore is running here.')
}
