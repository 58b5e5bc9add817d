import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { buildApp } from './app'
import { settle } from './store/settle'
import { openStore } from './store/store'

/** A server that listens. */
export interface OpenServer {
  port: number
  /** Answers what it has begun, and lets go of its database. */
  close(): Promise<void>
}

/**
 * Opens one server from what its environment says.
 *
 * @param env addresses and names as `EVENBORE_…`; what is left out is this machine's
 * @param log told what is done to the store on the way
 * @throws what the driver says where the database cannot be reached, or the system where it cannot listen
 */
export async function openServer(env: NodeJS.ProcessEnv, log: (line: string) => void): Promise<OpenServer> {
  const store = await openStore(
    {
      socket: env.EVENBORE_DB_SOCKET || null,
      host: env.EVENBORE_DB_HOST ?? '127.0.0.1',
      port: Number(env.EVENBORE_DB_PORT ?? 3306),
      user: env.EVENBORE_DB_USER ?? 'evenbore',
      password: env.EVENBORE_DB_PASSWORD ?? '',
      database: env.EVENBORE_DB_NAME ?? 'evenbore',
    },
    log,
  )
  await settle(store, { demo: env.EVENBORE_DEMO === '1' }, log)
  const names = (env.EVENBORE_NAMES ?? '').split(',').filter(Boolean)
  const tls =
    env.EVENBORE_CERT && env.EVENBORE_KEY
      ? { tls: { cert: readFileSync(env.EVENBORE_CERT), key: readFileSync(env.EVENBORE_KEY) } }
      : {}
  const app = await buildApp({
    store,
    webRoot: resolve(env.EVENBORE_WEB ?? 'dist/web'),
    logger: true,
    names,
    ...(env.EVENBORE_DATA ? { data: env.EVENBORE_DATA } : {}),
    ...tls,
  })
  const port = Number(env.EVENBORE_PORT ?? 4780)
  await app.listen({ host: env.EVENBORE_HOST ?? '127.0.0.1', port })
  return {
    port,
    async close() {
      await app.close()
      await store.close()
    },
  }
}
