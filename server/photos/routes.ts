import type { FastifyError, FastifyInstance } from 'fastify'
import { z } from 'zod'
import { jobLimits } from '#contract/job-file'
import { apiError } from '#contract/shop'
import { typed, type Services } from '../services'
import { ApiProblem } from '../errors'
import { rows } from '../store/read-values'
import { clearOrphans, isAsKept, keepPhoto } from './keep-photo'

const CLEAR_EVERY_MS = 3_600_000
const params = z.object({ jobId: z.uuid(), photoId: z.uuid() })
const keptBytes = z.object({ sha256: z.string(), mime: z.string(), bytes: z.int() })

/** Photos of a job: their bytes go in before the act that names them, and come out by their id. */
export async function photoRoutes(plain: FastifyInstance, { store }: Services): Promise<void> {
  const app = typed(plain)
  const clear = () => void clearOrphans(store).catch((error: unknown) => app.log.warn(error))
  const clearing = setInterval(clear, CLEAR_EVERY_MS)
  app.addHook('onReady', async () => clear())
  app.addHook('onClose', () => clearInterval(clearing))
  app.addContentTypeParser(/^image\/|^application\/octet-stream/, { parseAs: 'buffer' }, (_request, body, done) =>
    done(null, body),
  )

  app.put(
    '/api/jobs/:jobId/photos/:photoId',
    {
      schema: {
        summary: 'Keep the bytes of a photo (JPEG or PNG), once',
        tags: ['work'],
        params,
        response: { 200: keptBytes, 404: apiError, 409: apiError, 413: apiError, 422: apiError, 507: apiError },
      },
      bodyLimit: jobLimits.photoBytes,
      errorHandler: (error: FastifyError) => {
        throw error.code === 'FST_ERR_CTP_BODY_TOO_LARGE' ? new ApiProblem('photo-too-large') : error
      },
    },
    async (request) => keepPhoto(store, request.params, Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)),
  )

  app.get(
    '/api/jobs/:jobId/photos/:photoId',
    { schema: { summary: 'A photo', tags: ['work'], params } },
    async (request, reply) => {
      const { jobId, photoId } = request.params
      const [found] = await rows(store, 'photoBytes', { id: photoId, jobId })
      if (!found) throw new ApiProblem('unknown-photo')
      if (!(await isAsKept(store, found))) throw new ApiProblem('photo-changed')
      return reply
        .header('content-type', String(found.mime))
        .header('cache-control', 'private, max-age=31536000, immutable')
        .send(found.content)
    },
  )
}
