import type { FastifyInstance } from 'fastify'
import type { z } from 'zod'
import { apiError } from '#contract/shop'
import type { Services } from '../app'
import { ApiProblem } from '../errors'
import { jobParams } from '../routes/jobs'
import { readSettings, readSnapshot } from '../store/read'
import { readJobFile } from './read-job-file'
import { takeIn } from './take-in'
import { jobFileOf, jobZip } from './write-job-file'

const FILE_LIMIT = 64_000_000

/** Jobs as files: taken away as JSON or as a zip with photos, and taken in again whole. */
export async function transferRoutes(app: FastifyInstance, { store }: Services): Promise<void> {
  const fileOf = async (params: unknown) => {
    const snapshot = await readSnapshot(store, (params as z.infer<typeof jobParams>).jobId)
    if (!snapshot) throw new ApiProblem('unknown-job')
    return jobFileOf(snapshot, (await readSettings(store)).name)
  }
  const schema = (summary: string) => ({ summary, tags: ['record'], params: jobParams })

  app.get('/api/jobs/:jobId/job.json', { schema: schema('The whole job as a versioned JSON file') }, async (request, reply) => {
    const file = await fileOf(request.params)
    return reply.header('content-type', 'application/json').header('content-disposition', `attachment; filename="even-bore-job-${file.job.job.number}.json"`).send(file)
  })

  app.get('/api/jobs/:jobId/job.zip', { schema: schema('The whole job with its photos as a zip') }, async (request, reply) => {
    const file = await fileOf(request.params)
    return reply.header('content-type', 'application/zip').header('content-disposition', `attachment; filename="even-bore-job-${file.job.job.number}.zip"`).send(await jobZip(store, file))
  })

  app.addContentTypeParser(['application/zip', 'application/octet-stream'], { parseAs: 'buffer' }, (_request, body, done) => done(null, body))
  app.post(
    '/api/jobs/import',
    {
      schema: { summary: 'Take in a job file (zip or JSON), whole or not at all', tags: ['record'], response: { 409: apiError, 413: apiError, 422: apiError } },
      bodyLimit: FILE_LIMIT,
      errorHandler: (error) => {
        throw (error as { code?: string }).code === 'FST_ERR_CTP_BODY_TOO_LARGE' ? new ApiProblem('file-too-large') : error
      },
    },
    async (request) => takeIn(store, readJobFile(Buffer.isBuffer(request.body) ? request.body : Buffer.from(JSON.stringify(request.body ?? '')))),
  )
}
