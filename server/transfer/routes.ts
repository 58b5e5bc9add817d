import { createWriteStream } from 'node:fs'
import { mkdir, mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform, type Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { FastifyInstance } from 'fastify'
import type { z } from 'zod'
import { jobLimits } from '#contract/job-file'
import { apiError } from '#contract/shop'
import { typed, type Services } from '../services'
import { ApiProblem } from '../errors'
import { refuseFullDisk } from '../photos/room'
import { jobParams } from '../routes/jobs'
import { readSettings, readSnapshot } from '../store/read'
import { takeIn } from './take-in'
import { jobFileOf, jobZip } from './write-job-file'

/** Files that may be on their way in at once. */
const MOST_AT_ONCE = 4

/** Writes a body to a file, and no more of it than a job file can be. */
async function keepBody(body: Readable, path: string): Promise<void> {
  let bytes = 0
  const bounded = new Transform({
    transform(chunk: Buffer, _encoding, next) {
      bytes += chunk.length
      next(bytes > jobLimits.fileBytes ? new ApiProblem('file-too-large') : null, chunk)
    },
  })
  await pipeline(body, bounded, createWriteStream(path))
}

/**
 * Jobs as files: taken away as JSON or as a zip with photos, and taken in again whole.
 *
 * @param data the server's own folder, where files lie on their way in; one of the system's where there is none
 */
export async function transferRoutes(plain: FastifyInstance, { store, house }: Services, data?: string): Promise<void> {
  const app = typed(plain)
  const fileOf = async ({ jobId }: z.infer<typeof jobParams>) => {
    const snapshot = await readSnapshot(store, jobId)
    if (!snapshot) throw new ApiProblem('unknown-job')
    return jobFileOf(snapshot, (await readSettings(store)).ways.name)
  }
  const schema = (summary: string) => ({ summary, tags: ['record'], params: jobParams })

  app.get(
    '/api/jobs/:jobId/job.json',
    { schema: schema('The whole job as a versioned JSON file') },
    async (request, reply) => {
      const file = await fileOf(request.params)
      return reply
        .header('content-type', 'application/json')
        .header('content-disposition', `attachment; filename="even-bore-job-${file.job.job.number}.json"`)
        .send(file)
    },
  )

  app.get(
    '/api/jobs/:jobId/job.zip',
    { schema: schema('The whole job with its photos as a zip') },
    async (request, reply) => {
      const file = await fileOf(request.params)
      const zip = await jobZip(store, file)
      return reply
        .header('content-type', 'application/zip')
        .header('content-disposition', `attachment; filename="even-bore-job-${file.job.job.number}.zip"`)
        .send(zip)
    },
  )

  // What a killed server left of files on their way is nobody's any more: the folder is this server's own.
  const incoming = data ? join(data, 'incoming') : await mkdtemp(join(tmpdir(), 'evenbore-files-'))
  if (data) await rm(incoming, { recursive: true, force: true })
  await mkdir(incoming, { recursive: true, mode: 0o700 })
  if (!data) app.addHook('onClose', () => rm(incoming, { recursive: true, force: true }))

  let underWay = 0
  async function takeInBody(body: Readable): Promise<{ jobId: string; number: number }> {
    await refuseFullDisk()
    if (underWay >= MOST_AT_ONCE) throw new ApiProblem('busy')
    underWay += 1
    const folder = await mkdtemp(join(incoming, 'file-'))
    try {
      const path = join(folder, 'file')
      await keepBody(body, path)
      const reply = await house.run('openJobFile', { path, folder })
      if ('problem' in reply) throw new ApiProblem(reply.problem.code, reply.problem.issues)
      return await takeIn(store, reply.opened)
    } finally {
      underWay -= 1
      await rm(folder, { recursive: true, force: true })
    }
  }

  // In a scope of its own, where nothing is read into memory, whatever the file calls itself.
  await app.register(async (scope) => {
    scope.removeAllContentTypeParsers()
    scope.addContentTypeParser('*', (_request, payload, done) => done(null, payload))
    scope.post(
      '/api/jobs/import',
      {
        schema: {
          summary: 'Take in a job file (zip or JSON), whole or not at all',
          tags: ['record'],
          response: { 409: apiError, 413: apiError, 422: apiError, 429: apiError },
        },
        bodyLimit: jobLimits.fileBytes,
        errorHandler: (error) => {
          throw (error as { code?: string }).code === 'FST_ERR_CTP_BODY_TOO_LARGE'
            ? new ApiProblem('file-too-large')
            : error
        },
      },
      async (request) => {
        if (!request.body) throw new ApiProblem('file-no-job')
        return takeInBody(request.body as Readable)
      },
    )
  })
}
