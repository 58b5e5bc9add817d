import type { FastifyInstance, FastifyReply } from 'fastify'
import { z } from 'zod'
import type { JobFile } from '#contract/job-file'
import type { Services } from '../app'
import { ApiProblem } from '../errors'
import { jobParams } from '../routes/jobs'
import { readSnapshot } from '../store/read'
import { readingsCsv } from './csv'
import { recordPdf } from './pdf'

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

  app.get('/api/jobs/:jobId/record.pdf', { schema: { ...schema('The record as PDF'), querystring: query } }, async (request, reply) => {
    const snapshot = await open(request.params)
    const options = request.query as z.infer<typeof query>
    const pdf = await recordPdf(snapshot, options)
    return attach(reply, 'application/pdf', fileName(snapshot.job.number, '.pdf'), 'inline').send(pdf)
  })

  app.get('/api/jobs/:jobId/readings.csv', { schema: schema('All readings as CSV') }, async (request, reply) => {
    const snapshot = await open(request.params)
    return attach(reply, 'text/csv; charset=utf-8', fileName(snapshot.job.number, '-readings.csv')).send(readingsCsv(snapshot))
  })

  app.get('/api/jobs/:jobId/job.json', { schema: schema('The whole job as a versioned JSON file') }, async (request, reply) => {
    const job = await open(request.params)
    const file: JobFile = { format: 'even-bore-job', version: 1, savedAt: new Date().toISOString(), job }
    return attach(reply, 'application/json', fileName(job.job.number, '.json')).send(file)
  })
}
