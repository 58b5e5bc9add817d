import type { FastifyInstance } from 'fastify'
import { commandBatch, outcomes, type Outcome } from '#contract/commands'
import { apiError } from '#contract/shop'
import { typed, type Services } from '../services'
import { ReadingBatch } from '../store/reading-batch'

/** `POST /api/commands`: what devices did, in order. The answer tells what became of each. */
export async function commandRoutes(plain: FastifyInstance, { store, watch }: Services): Promise<void> {
  const app = typed(plain)
  const batch = new ReadingBatch(store)
  app.post(
    '/api/commands',
    {
      schema: {
        summary: 'Carry out acts, each once',
        tags: ['work'],
        body: commandBatch,
        response: { 200: outcomes, 422: apiError, 503: apiError },
      },
    },
    async (request) => {
      const { commands } = request.body
      const answers: Outcome[] = []
      const arrivedMs = Date.now()
      for (const command of commands) {
        const answer = await batch.carryOut(command, arrivedMs)
        answers.push(answer)
        // What follows may rest on what came too early: the device sends it all again.
        if (answer.result === 'refused' && answer.code === 'too-early') break
      }
      void watch.ask()
      return { outcomes: answers }
    },
  )
}
