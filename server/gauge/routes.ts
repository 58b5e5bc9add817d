import type { FastifyInstance } from 'fastify'
import { z } from 'zod'
import { gaugeControl, SimulatedGauge } from '#core/sim/simulated-gauge'
import { trueProtrusionMm, type BoreTruth } from '#core/sim/simulated-engine'
import { readDeck } from '#core/job/deck'
import { isMeasured, stageNames } from '#core/job/stages'
import type { Services } from '../app'
import { readSnapshot, rows } from '../store/read'
import type { Store } from '../store/store'

const PERIOD_MS = 100
const LOOK_AGAIN_MS = 400

const query = z.object({ jobId: z.uuid(), stage: z.enum(stageNames).default('trial-fit'), seed: z.coerce.number().int().default(7) })

/** True height of each bore's liner as the engine stands now. */
async function readTruth(store: Store, jobId: string, asFound: boolean): Promise<((cylinder: number, angleDeg: number) => number) | null> {
  const truths = (await rows(store, 'boreTruths', { jobId })).map((r) => (typeof r.truth === 'string' ? JSON.parse(r.truth) : r.truth) as BoreTruth)
  const snapshot = await readSnapshot(store, jobId)
  if (!snapshot || truths.length === 0) return null
  const deck = readDeck(snapshot, 'trial-fit')
  return (cylinder, angleDeg) => {
    const truth = truths.find((t) => t.cylinder === cylinder)
    const state = deck.cylinders.find((c) => c.cylinder === cylinder)
    if (!truth || !state) return 0
    return trueProtrusionMm(truth, { asFound, packsMm: state.cuts.map((c) => c.packMm), shimMm: state.shimIn?.thicknessMm ?? 0 }, angleDeg)
  }
}

/**
 * The simulated indicator. Its socket sends lines of ASCII (`+0.098 mm`) as a real one
 * does; what the little panel does to it comes in as JSON. All its state lives with the
 * connection, so any copy of the server can play it.
 */
export async function gaugeRoutes(app: FastifyInstance, { store }: Services): Promise<void> {
  app.get('/api/gauge/simulated', { websocket: true, schema: { hide: true } }, (socket, request) => {
    const parsed = query.safeParse(request.query)
    if (!parsed.success) return socket.close(1008, 'jobId is missing')
    const { jobId, stage, seed } = parsed.data
    const gauge = new SimulatedGauge(seed)
    let height: Awaited<ReturnType<typeof readTruth>> = null
    const look = async () => {
      height = await readTruth(store, jobId, isMeasured(stage) && stage === 'as-found').catch(() => height)
      if (!height) socket.send('no simulated engine\n')
    }
    const looking = setInterval(() => void look(), LOOK_AGAIN_MS)
    const ticking = setInterval(() => {
      if (!height) return
      const { place } = gauge
      const heightMm = place.on === 'deck' ? 0 : height(place.cylinder, place.angleDeg)
      for (const line of gauge.tick(PERIOD_MS, heightMm)) socket.send(`${line}\n`)
    }, PERIOD_MS)
    void look()
    socket.on('message', (data: Buffer) => {
      try {
        gauge.control(gaugeControl.parse(JSON.parse(data.toString())))
      } catch {
        // A real indicator ignores what it does not understand.
      }
    })
    socket.on('close', () => {
      clearInterval(looking)
      clearInterval(ticking)
    })
  })
}
