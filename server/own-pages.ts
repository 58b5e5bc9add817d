import { hostname, networkInterfaces } from 'node:os'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import { ApiProblem } from './errors'

/** The name in a host header or an origin, without its port; null where it is none. */
function nameOf(host: string | undefined): string | null {
  try {
    return host ? new URL(`http://${host}`).hostname.toLowerCase() : null
  } catch {
    return null
  }
}

const bracketed = (address: string) => (address.includes(':') ? `[${address.split('%')[0]}]` : address)

/** Every name and address that this machine has of itself, and those it was started with. */
export function ownNames(given: readonly string[] = []): Set<string> {
  const addresses = Object.values(networkInterfaces()).flatMap((all) => (all ?? []).map((a) => bracketed(a.address)))
  const own = hostname().toLowerCase()
  return new Set([
    'localhost',
    '127.0.0.1',
    '[::1]',
    ...addresses,
    own,
    `${own}.local`,
    ...given.map((n) => n.toLowerCase()),
  ])
}

/** Looked up again this often: a machine may get another address while it runs. */
const LOOK_AGAIN_MS = 10_000

/**
 * Lets in only pages of its own, by addresses of its own: a name that somebody pointed at this
 * machine reads nothing, and a page from elsewhere writes nothing and opens no socket or stream.
 *
 * @param names further names that the shop was started with
 */
export function letInOwnPagesOnly(app: FastifyInstance, names: readonly string[]): void {
  let known = ownNames(names)
  let lookedMs = Date.now()
  const isOwn = (name: string) => {
    if (known.has(name) || Date.now() - lookedMs < LOOK_AGAIN_MS) return known.has(name)
    known = ownNames(names)
    lookedMs = Date.now()
    return known.has(name)
  }
  app.addHook('onRequest', async (request: FastifyRequest) => {
    const { host, origin, 'sec-fetch-site': site, 'sec-fetch-mode': mode } = request.headers
    const name = nameOf(host)
    if (name === null || !isOwn(name)) throw new ApiProblem('foreign-host')
    if (origin !== undefined && origin.replace(/^https?:\/\//i, '').toLowerCase() !== host!.toLowerCase())
      throw new ApiProblem('foreign-page')
    // A link from elsewhere may open a page or a paper here; nothing else may.
    if ((site === 'cross-site' || site === 'same-site') && mode !== 'navigate') throw new ApiProblem('foreign-page')
  })
}
