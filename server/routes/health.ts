import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { FastifyInstance } from 'fastify'
import { z } from 'zod'
import { health, trouble, type Health } from '#contract/health'
import { roomIn } from '../photos/room'
import { typed, type Services } from '../services'
import { select } from '../store/read-values'

/** A store that takes longer is away, whatever it does. */
const ANSWERS_MS = 4000

/** What the supervisor says of the parts; nothing where there is none, or it cannot be read. */
async function troublesIn(folder: string | undefined): Promise<Health['troubles']> {
  if (!folder) return []
  try {
    return z.array(trouble).parse(JSON.parse(await readFile(join(folder, 'troubles.json'), 'utf8')))
  } catch {
    return []
  }
}

/** `GET /api/health`: whether acts are taken, and what is the matter where they are not. */
export async function healthRoutes(
  plain: FastifyInstance,
  { store }: Services,
  folder = process.env.EVENBORE_DATA,
): Promise<void> {
  const answers = () =>
    Promise.race([
      select(store, 'SELECT 1').then(
        () => true,
        () => false,
      ),
      new Promise<boolean>((resolve) => setTimeout(resolve, ANSWERS_MS, false).unref()),
    ])
  typed(plain).get(
    '/api/health',
    {
      schema: {
        summary: 'Whether the server and its store are well; 503 where acts are not taken',
        tags: ['shop'],
        response: { 200: health, 503: health },
      },
    },
    async (_request, reply) => {
      const [up, disk, troubles] = await Promise.all([answers(), roomIn(folder), troublesIn(folder)])
      const ok = up && disk !== 'full'
      const told: Health = { ok, database: up ? 'up' : 'away', disk, troubles }
      return reply
        .code(ok ? 200 : 503)
        .header('cache-control', 'no-store')
        .send(told)
    },
  )
}
