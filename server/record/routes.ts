import type { FastifyInstance, FastifyReply } from 'fastify'
import { z } from 'zod'
import type { Services } from '../app'
import { ApiProblem } from '../errors'
import { jobParams } from '../routes/jobs'
import { readSnapshot } from '../store/read'
import { readingsCsv } from './csv'
import { ownerPdf } from './owner-pdf'
import { recordPdf } from './pdf'
import type { RecordOptions } from './pdf-writer'
import type { Snapshot } from '#core/job/snapshot'
import { rows } from '../store/read-values'

const query = z.object({ unit: z.enum(['mm', 'thou']).default('mm'), paper: z.enum(['A4', 'LETTER']).default('A4') })

function fileName(number: number, rest: string): string {
  return `even-bore-job-${number}${rest}`
}

/** What can be taken away: the printed record, all readings, the whole job. */
export async function recordRoutes(app: FastifyInstance, { store }: Services): Promise<void> {
  const open = async (params: unknown) => {
    const snapshot = await readSnapshot(store, (params as z.infer<typeof jobParams>).jobId)
    if (!snapshot) throw new ApiProblem('unknown-job')
    return snapshot
  }
  const attach = (reply: FastifyReply, type: string, name: string, disposition = 'attachment') =>
    reply.header('content-type', type).header('content-disposition', `${disposition}; filename="${name}"`)
  const schema = (summary: string) => ({ summary, tags: ['record'], params: jobParams })

  type Printer = (snapshot: Snapshot, options: RecordOptions, photos: Map<string, Buffer>) => Promise<Buffer>
  const papers: [string, string, Printer, string][] = [['record', 'The record as PDF', recordPdf, ''], ['owner', 'A page for the owner as PDF', ownerPdf, '-owner']]
  for (const [name, summary, print, suffix] of papers) {
    app.get(`/api/jobs/:jobId/${name}.pdf`, { schema: { ...schema(summary), querystring: query } }, async (request, reply) => {
      const snapshot = await open(request.params)
      const options = request.query as z.infer<typeof query>
      const photos = new Map((await rows(store, 'photoBytes', { jobId: snapshot.job.id })).map((r) => [String(r.id), r.content as Buffer]))
      return attach(reply, 'application/pdf', fileName(snapshot.job.number, `${suffix}.pdf`), 'inline').send(await print(snapshot, options, photos))
    })
  }

  app.get('/api/jobs/:jobId/readings.csv', { schema: schema('All readings as CSV') }, async (request, reply) => {
    const snapshot = await open(request.params)
    return attach(reply, 'text/csv; charset=utf-8', fileName(snapshot.job.number, '-readings.csv')).send(readingsCsv(snapshot))
  })
}
