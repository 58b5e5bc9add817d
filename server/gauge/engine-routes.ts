import type { FastifyInstance } from 'fastify'
import { answerTurn, askedTurn } from '#core/sim/plays'
import { engineAnswer, type EngineAnswer } from '#core/sim/engine-answer'
import { unitTruth } from '#core/sim/unit-truth'
import { apiError } from '#contract/shop'
import { ApiProblem } from '../errors'
import { jobParams } from '../routes/jobs'
import { typed, type Services } from '../services'
import { readSnapshot } from '../store/read'
import { list, rows } from '../store/read-values'

/** The simulated engine of a job of the demo: it answers each test as it stands now. */
export async function engineRoutes(plain: FastifyInstance, { store }: Services): Promise<void> {
  typed(plain).post(
    '/api/jobs/:jobId/engine',
    {
      schema: {
        summary: 'Ask the simulated engine of a job what a turn asks: an instrument, a look, a hand',
        tags: ['simulated'],
        params: jobParams,
        body: askedTurn,
        response: { 200: engineAnswer, 404: apiError, 422: apiError },
      },
    },
    async (request) => {
      const { jobId } = request.params
      const [[truth], snapshot] = await Promise.all([
        rows(store, 'placeTruths', { jobId, place: 'engine' }),
        readSnapshot(store, jobId),
      ])
      if (!truth || !snapshot) throw new ApiProblem('unknown-job')
      const known = unitTruth.parse(list(truth.truth))
      try {
        return answerTurn(known, snapshot, request.body, Date.now()) as EngineAnswer
      } catch (error) {
        if (error instanceof RangeError) throw new ApiProblem('bad-input')
        throw error
      }
    },
  )
}
