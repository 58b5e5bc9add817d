import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { buildApp } from './app'
import { settle } from './store/settle'
import { openStore } from './store/store'

/** Starts one copy of the server from its environment alone. */
async function main(): Promise<void> {
  const env = process.env
  const store = await openStore(
    {
      host: env.EVENBORE_DB_HOST ?? '127.0.0.1',
      port: Number(env.EVENBORE_DB_PORT ?? 3306),
      user: env.EVENBORE_DB_USER ?? 'evenbore',
      password: env.EVENBORE_DB_PASSWORD ?? '',
      database: env.EVENBORE_DB_NAME ?? 'evenbore',
    },
    (line) => console.log(line),
  )
  await settle(store, { demo: env.EVENBORE_DEMO === '1' }, (line) => console.log(line))
  const names = (env.EVENBORE_NAMES ?? '').split(',').filter(Boolean)
  const tls =
    env.EVENBORE_CERT && env.EVENBORE_KEY
      ? { tls: { cert: readFileSync(env.EVENBORE_CERT), key: readFileSync(env.EVENBORE_KEY) } }
      : {}
  const app = await buildApp({ store, webRoot: resolve(env.EVENBORE_WEB ?? 'dist/web'), logger: true, names, ...tls })
  const port = Number(env.EVENBORE_PORT ?? 4780)
  await app.listen({ host: env.EVENBORE_HOST ?? '127.0.0.1', port })
  console.log(`listening ${port}`)
  const leave = () =>
    void app
      .close()
      .then(() => store.close())
      .then(() => process.exit(0))
  process.on('SIGTERM', leave)
  process.on('SIGINT', leave)
}

// Whoever reads its words may go before it does.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined)

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
