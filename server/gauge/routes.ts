import type { FastifyInstance } from 'fastify'
import { z } from 'zod'
import { gaugeControl, SimulatedGauge, type GaugePlace } from '#core/sim/simulated-gauge'
import { partTruth, simulatedSpread, takenPackMm, trueLedgeMm, truePartMm, trueProtrusionMm, trueStudyMm, type BoreTruth } from '#core/sim/simulated-engine'
import { linerIn } from '#core/job/apply'
import { readDeck } from '#core/job/deck'
import { stageNames } from '#core/job/stages'
import { nominalLedgeDepthMm, nominalProtrusionMm } from '#core/liner/stack'
import type { Services } from '../app'
import { readSnapshot } from '../store/read'
import { rows } from '../store/read-values'
import { readStock } from '../store/read-stock'
import type { Store } from '../store/store'

const PERIOD_MS = 100
const LOOK_AGAIN_MS = 400

const query = z.object({ jobId: z.uuid().optional(), stage: z.enum(stageNames).default('trial-fit'), seed: z.coerce.number().int().default(7) })

type Height = (place: GaugePlace) => number

/** True height of whatever the stylus stands on, as the engine and the stock are now; null without a simulated engine. */
async function readTruth(store: Store, jobId: string, asFound: boolean): Promise<Height | null> {
  const truths = (await rows(store, 'boreTruths', { jobId })).map((r) => (typeof r.truth === 'string' ? JSON.parse(r.truth) : r.truth) as BoreTruth)
  const snapshot = await readSnapshot(store, jobId)
  if (!snapshot || truths.length === 0) return null
  const deck = readDeck(snapshot, 'trial-fit')
  const { links } = snapshot.sheet
  const bookMm = nominalLedgeDepthMm(links) + nominalProtrusionMm(links)
  const parts = partHeight([...snapshot.liners.map((l) => ({ ...l, kind: 'liner' as const })), ...snapshot.shims.map((s) => ({ ...s, kind: 'shim' as const }))])
  return (place) => {
    if (place.on !== 'liner' && place.on !== 'ledge') return parts(place)
    const truth = truths.find((t) => t.cylinder === place.cylinder)
    const state = deck.cylinders.find((c) => c.cylinder === place.cylinder)
    if (!truth || !state) return 0
    const packsMm = state.cuts.map((c) => takenPackMm(c.id, c.packMm))
    if (place.on === 'ledge') return -trueLedgeMm(truth, packsMm, bookMm, place.angleDeg)
    const placed = linerIn(snapshot, place.cylinder)
    const liner = snapshot.liners.find((l) => l.id === placed?.linerId)
    return trueProtrusionMm(truth, {
      asFound, packsMm, shimMm: state.shimIn?.thicknessMm ?? 0,
      liner: liner && placed ? { truth: truthOf(liner, 'liner'), nominalMm: liner.nominalMm, rotationDeg: placed.rotationDeg } : undefined,
    }, place.angleDeg)
  }
}

interface SimulatedPart {
  id: string
  nominalMm: number
  kind: 'liner' | 'shim'
}

function truthOf(part: { id: string; nominalMm: number }, kind: SimulatedPart['kind']) {
  const { spreadMm, wedgeMm } = simulatedSpread[kind]
  return partTruth(part.id, part.nominalMm, spreadMm, wedgeMm)
}

function partHeight(parts: readonly SimulatedPart[]): Height {
  return (place) => {
    if (place.on === 'master') return -place.heightMm
    if (place.on === 'study') return trueStudyMm(place.part, place.operator)
    if (place.on !== 'part') return 0
    const part = parts.find((p) => p.id === place.partId)
    return part ? truePartMm(truthOf(part, part.kind), place.angleDeg) : 0
  }
}

/** Outside a job there are the parts on the bench and the masters of a study. */
async function readBench(store: Store): Promise<Height> {
  const { liners, shims } = await readStock(store)
  return partHeight([...liners.map((l) => ({ ...l, kind: 'liner' as const })), ...shims.map((s) => ({ ...s, kind: 'shim' as const }))])
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
    let height: Height | null = null
    const look = async () => {
      height = await (jobId ? readTruth(store, jobId, stage === 'as-found') : readBench(store)).catch(() => height)
      if (!height) socket.send('no simulated engine\n')
    }
    const looking = setInterval(() => void look(), LOOK_AGAIN_MS)
    const ticking = setInterval(() => {
      if (!height) return
      for (const line of gauge.tick(PERIOD_MS, height(gauge.place))) socket.send(`${line}\n`)
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
