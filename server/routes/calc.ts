import type { FastifyInstance, FastifyReply } from 'fastify'
import { z } from 'zod'
import { calculations } from '#core/calc'
import { apiError } from '#contract/shop'
import { typed, type Services } from '../services'
import { runCalc } from '../run-calc'

/** Tells when whoever asked has gone. */
function goneWith(reply: FastifyReply): AbortSignal {
  const gone = new AbortController()
  reply.raw.once('close', () => gone.abort())
  return gone.signal
}

/** `POST /api/calc/NAME`: every calculation of the core, with the input and output of `calc`. */
export async function calcRoutes(app: FastifyInstance, { calc }: Services): Promise<void> {
  app.get('/api/calc', { schema: { summary: 'The calculations there are', tags: ['calculations'] } }, () => ({
    calculations: calculations.map(({ name, summary }) => ({ name, summary })),
  }))
  for (const { name, summary, input } of calculations) {
    // The body stands in the documentation by its schema, but the core itself checks it, so that both ways answer alike.
    app.post(
      `/api/calc/${name}`,
      {
        schema: { summary, tags: ['calculations'], body: input, response: { 422: apiError } },
        validatorCompiler: () => (value) => ({ value }),
      },
      async (request, reply) => runCalc(calc, name, request.body ?? null, request.ip, goneWith(reply)),
    )
  }
  typed(app).post(
    '/api/calc/:name',
    { schema: { hide: true, params: z.object({ name: z.string() }) } },
    async (request, reply) => runCalc(calc, request.params.name, request.body ?? null, request.ip, goneWith(reply)),
  )
}
