import { openServer } from '../dist/server/open-server.js'

// Keeps built servers one after the other, or side by side, for the tests of one worker: what is warm stays warm.
const open = new Map()
const doing = {
  async open({ port, env }) {
    open.set(port, await openServer(env, () => undefined))
  },
  async close({ port }) {
    const server = open.get(port)
    open.delete(port)
    await server?.close()
  },
}
process.on('message', ({ what, ...more }) => {
  doing[what](more).then(
    () => process.send({ what, port: more.port }),
    (error) => process.send({ what, port: more.port, error: String(error?.stack ?? error) }),
  )
})
// Nobody is left to keep one for.
process.on('disconnect', () => process.exit(0))
