import { spawn } from 'node:child_process'
import { appendFileSync, existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { DatabaseAddress } from '../server/store/store'
import { build } from './build'
import { ensure, needs } from './debian'
import { openHome, readState, writeState, type Home } from './home'
import { startDatabase } from './mariadb'
import { end, freePort, isFree, markStarted, runs, START_WAIT_MS, until, type Started } from './processes'
import { say, StepFailed } from './say'

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
}

const DEFAULT_PORT = 4780

async function responds(url: string): Promise<boolean> {
  return (await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(2000) })).ok
}

/** The environment that makes a server what it is. */
export function serverEnvironment(address: DatabaseAddress, port: number, host: string, demo: boolean): NodeJS.ProcessEnv {
  return {
    ...process.env,
    NODE_ENV: 'production',
    EVENBORE_DB_HOST: address.host,
    EVENBORE_DB_PORT: String(address.port),
    EVENBORE_DB_USER: address.user,
    EVENBORE_DB_PASSWORD: address.password,
    EVENBORE_DB_NAME: address.database,
    EVENBORE_PORT: String(port),
    EVENBORE_HOST: host,
    EVENBORE_DEMO: demo ? '1' : '0',
  }
}

async function choosePort(options: ServeOptions, host: string): Promise<number> {
  if (options.port !== undefined) {
    if (await isFree(options.port, host)) return options.port
    throw new StepFailed(`Port ${options.port} is in use by another program.`, 'Choose another with --port, or leave --port out and a free one is taken.')
  }
  const port = await freePort(DEFAULT_PORT, host)
  if (port !== DEFAULT_PORT) say(`Port ${DEFAULT_PORT} is in use; taking ${port} instead.`)
  return port
}

/** `demo` and `serve`: everything from a bare machine to a printed address, until Ctrl-C. */
export async function serve(options: ServeOptions): Promise<void> {
  const host = options.host ?? '127.0.0.1'
  const home = openHome(options.kind)
  const earlier = readState<ServerState>(home, 'server')
  if (earlier && runs(earlier.process) && (await until(() => responds(earlier.url), 5000))) {
    say(`Even Bore is already running at ${earlier.url} (data in ${home.root}).`)
    say('`./evenbore stop` stops it.')
    return
  }
  if (options.fresh) {
    await end(readState<{ process: Started }>(home, 'mariadb')?.process)
    rmSync(home.data, { recursive: true, force: true })
  }
  ensure(needs.mariadb)
  await build()
  say('Starting MariaDB on loopback …')
  const database = await startDatabase(home)
  const port = await choosePort(options, host)
  say('Starting the server …')
  const child = spawn(process.execPath, ['--enable-source-maps', 'dist/server/main.js'], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: serverEnvironment(database.address, port, host, options.kind === 'demo'),
  })
  const log = join(home.root, 'server.log')
  let lastWords = ''
  const note = (chunk: Buffer) => {
    lastWords = (lastWords + chunk.toString()).slice(-1500)
    appendFileSync(log, chunk)
  }
  child.stdout.on('data', note)
  child.stderr.on('data', note)
  const url = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`
  writeState(home, 'server', { process: markStarted(child.pid ?? 0), launcher: markStarted(process.pid), url } satisfies ServerState)
  let gone = false
  const left = new Promise<void>((resolve) => child.once('exit', () => resolve(void (gone = true))))
  const up = await until(async () => gone || (await responds(url)), START_WAIT_MS)
  if (!up || gone) {
    child.kill('SIGKILL')
    await database.stop()
    throw new StepFailed('The server did not start.', `Its last words, from ${log}:\n${lastWords}`)
  }
  say('')
  say(`  Even Bore is ready: ${url}`)
  say('')
  say(`  Data is kept in ${home.root}. Ctrl-C or \`./evenbore stop\` stops it.`)
  const leave = () => child.kill('SIGTERM')
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, leave)
  await left
  await database.stop()
  rmSync(join(home.root, 'server.json'), { force: true })
  say('Stopped. Everything stored is kept.')
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
      await end(server?.process)
      await end(database?.process)
      say(`Stopped the ${kind === 'demo' ? 'demo' : 'shop'}.`)
    }
    rmSync(join(home.root, 'server.json'), { force: true })
  }
  if (!found) say('Nothing of Even Bore is running here.')
}
