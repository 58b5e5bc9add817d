import type { FastifyInstance } from 'fastify'
import { z } from 'zod'
import { snapshot } from '#core/job/snapshot'
import { settling } from '#core/whole/settling'
import {
  apiError,
  jobCard,
  jobList,
  jobListQuery,
  partList,
  partListQuery,
  peopleList,
  peopleListQuery,
  runningClocks,
  shop,
  stock,
} from '#contract/shop'
import { leakCounts } from '#contract/leak-counts'
import { hereNote, type HereNote } from '#contract/here'
import { typed, type Services } from '../services'
import { ApiProblem } from '../errors'
import { readSnapshot } from '../store/read'
import { listClocks, listJobs, readCard } from '../store/list-jobs'
import { countLeaks } from '../store/count-leaks'
import { readShop } from '../store/read-shop'
import { listParts } from '../store/list-parts'
import { listPeople } from '../store/list-people'
import { readEngineSettling } from '../store/read-settling'
import { readStock } from '../store/read-stock'

export const jobParams = z.object({ jobId: z.uuid() })
const KEEP_ALIVE_MS = 15_000
/** Pages that may listen at once, in all. */
const MOST_LISTENING = 400

/** The shop, a job whole, and the live news of a job. */
export async function jobRoutes(plain: FastifyInstance, { store, watch, presence }: Services): Promise<void> {
  const app = typed(plain)
  app.get(
    '/api/shop',
    { schema: { summary: 'People, gauges, engines and tools', tags: ['shop'], response: { 200: shop } } },
    () => readShop(store),
  )

  app.get(
    '/api/jobs',
    {
      schema: {
        summary: 'Jobs, searched, sorted and a page at a time',
        tags: ['shop'],
        querystring: jobListQuery,
        response: { 200: jobList },
      },
    },
    (request) => listJobs(store, request.query),
  )

  app.get(
    '/api/leak-counts',
    {
      schema: {
        summary: 'How often each cause of a leak was found in signed jobs',
        tags: ['shop'],
        response: { 200: leakCounts },
      },
    },
    () => countLeaks(store),
  )

  app.get(
    '/api/engines/:engineId/settling',
    {
      schema: {
        summary: 'How the liners settled in engines of this kind that came back, and which school lasts',
        tags: ['shop'],
        params: z.object({ engineId: z.uuid() }),
        response: { 200: settling },
      },
    },
    (request) => readEngineSettling(store, request.params.engineId),
  )

  app.get(
    '/api/clocks',
    {
      schema: {
        summary: 'The clocks that run in the shop; the header `shop-time` has its time, ms since 1970',
        tags: ['shop'],
        response: { 200: runningClocks },
      },
    },
    async (_request, reply) => {
      const clocks = await listClocks(store)
      void reply.header('shop-time', Date.now())
      return clocks
    },
  )

  app.get(
    '/api/jobs/:jobId/card',
    {
      schema: {
        summary: 'What lists show of one job',
        tags: ['shop'],
        params: jobParams,
        response: { 200: jobCard, 404: apiError },
      },
    },
    async (request) => {
      const found = await readCard(store, request.params.jobId)
      if (!found) throw new ApiProblem('unknown-job')
      return found
    },
  )

  app.get(
    '/api/parts',
    {
      schema: {
        summary: 'The liners or the shims of the shop, a page at a time',
        tags: ['shop'],
        querystring: partListQuery,
        response: { 200: partList },
      },
    },
    (request) => listParts(store, request.query),
  )

  app.get(
    '/api/people',
    {
      schema: {
        summary: 'The people of the shop, a page at a time',
        tags: ['shop'],
        querystring: peopleListQuery,
        response: { 200: peopleList },
      },
    },
    (request) => listPeople(store, request.query),
  )

  app.get(
    '/api/stock',
    { schema: { summary: 'Every liner and shim of the shop, to take away', tags: ['shop'], response: { 200: stock } } },
    () => readStock(store),
  )

  app.get(
    '/api/jobs/:jobId',
    {
      schema: {
        summary: 'Everything about one job',
        tags: ['work'],
        params: z.object({ jobId: z.string() }),
        response: { 200: snapshot, 404: apiError },
      },
    },
    async (request) => {
      const found = await readSnapshot(store, request.params.jobId)
      if (!found) throw new ApiProblem('unknown-job')
      return found
    },
  )

  app.post(
    '/api/jobs/:jobId/here',
    {
      schema: {
        summary: 'A device says at which liner somebody is, so that others see it',
        tags: ['work'],
        params: jobParams,
        body: hereNote,
        response: { 204: z.null(), 404: apiError },
      },
    },
    async (request, reply) => {
      const { jobId } = request.params
      if (!(await readCard(store, jobId))) throw new ApiProblem('unknown-job')
      presence.note(jobId, request.body)
      return reply.code(204).send(null)
    },
  )

  let listening = 0
  app.get(
    '/api/jobs/:jobId/news',
    {
      schema: {
        summary: 'Server-sent events: the revision of a job, as it changes',
        tags: ['work'],
        params: jobParams,
      },
    },
    (request, reply) => {
      const { jobId } = request.params
      if (listening >= MOST_LISTENING) throw new ApiProblem('busy')
      listening += 1
      reply.hijack()
      reply.raw.writeHead(200, {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        'x-accel-buffering': 'no',
      })
      reply.raw.write('retry: 500\n\n')
      const stop = watch.listen(jobId, (revision) => reply.raw.write(`data: ${revision}\n\n`))
      const tellHere = (here: HereNote[]) => reply.raw.write(`event: here\ndata: ${JSON.stringify(here)}\n\n`)
      const stopHere = presence.listen(jobId, tellHere)
      tellHere(presence.list(jobId))
      const alive = setInterval(() => reply.raw.write(': here\n\n'), KEEP_ALIVE_MS)
      request.raw.on('close', () => {
        listening -= 1
        clearInterval(alive)
        stop()
        stopHere()
      })
    },
  )
}
