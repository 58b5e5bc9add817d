import { watchLauncher, type Launcher } from './launcher'
import { openServer } from './open-server'

/** Starts one copy of the server from its environment alone. */
async function main(): Promise<void> {
  const server = await openServer(process.env, (line) => console.log(line))
  console.log(`listening ${server.port}`)
  const { EVENBORE_LAUNCHER: launcher, EVENBORE_DATA: data } = process.env
  if (launcher) watchLauncher(JSON.parse(launcher) as Launcher, data, (line) => console.log(line))
  const leave = () => void server.close().then(() => process.exit(0))
  process.on('SIGTERM', leave)
  process.on('SIGINT', leave)
}

// Whoever reads its words may go before it does.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined)

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
