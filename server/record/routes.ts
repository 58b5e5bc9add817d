import type { FastifyInstance, FastifyReply } from 'fastify'
import { z } from 'zod'
import { typed, type Services } from '../services'
import { ApiProblem } from '../errors'
import { jobParams } from '../routes/jobs'
import { readSnapshot } from '../store/read'
import { readingsCsv } from './csv'
import { isAsKept } from '../photos/keep-photo'
import { printable } from '../photos/picture'
import type { Snapshot } from '#core/job/snapshot'
import { rows } from '../store/read-values'
import { FairTurns } from '../work/fair-turns'

const PAPERS_WAITING = 24
const PAPERS_WAITING_EACH = 11
const query = z.object({ unit: z.enum(['mm', 'thou']).default('mm'), paper: z.enum(['A4', 'LETTER']).default('A4') })

function fileName(number: number, rest: string): string {
  return `even-bore-job-${number}${rest}`
}

/** What can be taken away: the printed record, all readings, the whole job. */
export async function recordRoutes(plain: FastifyInstance, { store, house }: Services): Promise<void> {
  const app = typed(plain)
  const open = async ({ jobId }: z.infer<typeof jobParams>) => {
    const snapshot = await readSnapshot(store, jobId)
    if (!snapshot) throw new ApiProblem('unknown-job')
    return snapshot
  }
  const attach = (reply: FastifyReply, type: string, name: string, disposition = 'attachment') =>
    reply.header('content-type', type).header('content-disposition', `${disposition}; filename="${name}"`)
  const schema = (summary: string) => ({ summary, tags: ['record'], params: jobParams })

  /** Photos fit for paper, read and made anew one by one; none that cannot be opened, or is not what the job speaks of. */
  const printablePhotos = async ({ job, photos }: Snapshot, anew: boolean) => {
    const found = new Map<string, Uint8Array<ArrayBuffer>>()
    const changed: string[] = []
    for (const { id } of photos.filter((p) => !p.struck)) {
      const [kept] = await rows(store, 'photoBytes', { id, jobId: job.id })
      if (!kept) continue
      if (!(await isAsKept(store, kept))) changed.push(id)
      else {
        const picture = await printable(kept.content as Buffer, anew)
        if (picture) found.set(id, picture)
      }
    }
    return { found, changed }
  }

  const papersTurn = new FairTurns({
    atOnce: 1,
    each: 1,
    waiting: PAPERS_WAITING,
    waitingEach: PAPERS_WAITING_EACH,
  })
  const papers = [
    ['record', 'The record as PDF', ''],
    ['owner', 'A page for the owner as PDF', '-owner'],
  ] as const
  for (const [paper, summary, suffix] of papers) {
    app.get(
      `/api/jobs/:jobId/${paper}.pdf`,
      { schema: { ...schema(summary), querystring: query } },
      async (request, reply) => {
        const options = request.query
        // One after the other from the first look: ten papers at once would take every line to the store from the readings.
        const { pdf, number } = await papersTurn.run(request.ip, async () => {
          const snapshot = await open(request.params)
          const make = async (anew: boolean) => {
            const { found: photos, changed } = await printablePhotos(snapshot, anew)
            return house.run(
              'makePaper',
              { paper, snapshot, options, photos, changed },
              { transfer: [...photos.values()].map((p) => p.buffer) },
            )
          }
          // A picture that opens here may still be one that paper does not bear: then each is made anew.
          const made = await make(false).catch((error: unknown) => {
            if (error instanceof ApiProblem && error.code === 'gave-up') return make(true)
            throw error
          })
          return { pdf: made, number: snapshot.job.number }
        })
        return attach(reply, 'application/pdf', fileName(number, `${suffix}.pdf`), 'inline').send(Buffer.from(pdf))
      },
    )
  }

  app.get('/api/jobs/:jobId/readings.csv', { schema: schema('All readings as CSV') }, async (request, reply) => {
    const snapshot = await open(request.params)
    return attach(reply, 'text/csv; charset=utf-8', fileName(snapshot.job.number, '-readings.csv')).send(
      readingsCsv(snapshot),
    )
  })
}
