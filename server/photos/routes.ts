import { createHash } from 'node:crypto'
import type { FastifyInstance } from 'fastify'
import { UniqueConstraintError } from 'sequelize'
import { z } from 'zod'
import { apiError } from '#contract/shop'
import type { Services } from '../app'
import { ApiProblem } from '../errors'
import { rows } from '../store/read-values'
import type { Store } from '../store/store'
import { photoType } from './photo-type'

export const PHOTO_LIMIT = 8_000_000
const params = z.object({ jobId: z.uuid(), photoId: z.uuid() })
type Params = z.infer<typeof params>

/**
 * Keeps the bytes of a photo, once. Sent again, the same bytes change nothing.
 *
 * @throws ApiProblem `no-photo`, `photo-differs`, `unknown-job`
 */
export async function keepPhoto(store: Store, { jobId, photoId }: Params, content: Buffer): Promise<{ sha256: string; mime: string; bytes: number }> {
  const mime = photoType(content)
  if (!mime) throw new ApiProblem('no-photo')
  const sha256 = createHash('sha256').update(content).digest('hex')
  const [job] = await rows(store, 'jobs', { id: jobId })
  if (!job) throw new ApiProblem('unknown-job')
  const kept = { sha256, mime, bytes: content.length }
  const same = (row: Record<string, unknown> | undefined) => row?.sha256 === sha256 && row.jobId === jobId
  const [there] = await rows(store, 'photoBytes', { id: photoId })
  if (there) {
    if (same(there)) return kept
    throw new ApiProblem('photo-differs')
  }
  try {
    await store.models.photoBytes.create({ id: photoId, jobId, mime, sha256, content }, { returning: false } as object)
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error
    if (!same((await rows(store, 'photoBytes', { id: photoId }))[0])) throw new ApiProblem('photo-differs')
  }
  return kept
}

/** Photos of a job: their bytes go in before the act that names them, and come out by their id. */
export async function photoRoutes(app: FastifyInstance, { store }: Services): Promise<void> {
  app.addContentTypeParser(/^image\/|^application\/octet-stream/, { parseAs: 'buffer' }, (_request, body, done) => done(null, body))

  app.put(
    '/api/jobs/:jobId/photos/:photoId',
    {
      schema: { summary: 'Keep the bytes of a photo (JPEG or PNG), once', tags: ['work'], params, response: { 404: apiError, 409: apiError, 413: apiError, 422: apiError } },
      bodyLimit: PHOTO_LIMIT,
      errorHandler: (error, _request, _reply) => {
        throw (error as { code?: string }).code === 'FST_ERR_CTP_BODY_TOO_LARGE' ? new ApiProblem('photo-too-large') : error
      },
    },
    async (request) => keepPhoto(store, request.params as Params, Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)),
  )

  app.get('/api/jobs/:jobId/photos/:photoId', { schema: { summary: 'A photo', tags: ['work'], params } }, async (request, reply) => {
    const { jobId, photoId } = request.params as Params
    const [found] = await rows(store, 'photoBytes', { id: photoId, jobId })
    if (!found) throw new ApiProblem('unknown-photo')
    return reply.header('content-type', String(found.mime)).header('cache-control', 'private, max-age=31536000, immutable').send(found.content)
  })
}
