import type { FastifyInstance } from 'fastify'
import { z } from 'zod'
import { gaugeControl, SimulatedGauge, type GaugePlace } from '#core/sim/simulated-gauge'
import {
  partTruth,
  simulatedSpread,
  takenPackMm,
  trueLedgeMm,
  truePartMm,
  trueProtrusionMm,
  trueStudyMm,
  type BoreTruth,
} from '#core/sim/simulated-engine'
import { planeHeightMm, type Plane } from '#core/measure/fit-plane'
import { linerIn } from '#core/job/apply'
import { readDeck } from '#core/works/liners/deck'
import { stageNames } from '#core/job/stages'
import { nominalLedgeDepthMm, nominalProtrusionMm } from '#core/liner/stack'
import type { Services } from '../services'
import { readSnapshot } from '../store/read'
import { list, rows } from '../store/read-values'
import { readStock } from '../store/read-stock'
import type { Store } from '../store/store'

const PERIOD_MS = 100
const LOOK_AGAIN_MS = 400

const query = z.object({
  jobId: z.uuid().optional(),
  stage: z.enum(stageNames).default('trial-fit'),
  seed: z.coerce.number().int().default(7),
})

type Height = (place: GaugePlace) => number

/** True height of whatever the stylus stands on, as the engine and the stock are now; null without a simulated engine. */
export async function readTruth(store: Store, jobId: string, asFound: boolean): Promise<Height | null> {
  const truths = (await rows(store, 'boreTruths', { jobId })).map(
    (r) => (typeof r.truth === 'string' ? JSON.parse(r.truth) : r.truth) as BoreTruth,
  )
  const places = new Map(
    (await rows(store, 'placeTruths', { jobId })).map((r) => [String(r.place), list<Plane>(r.truth)]),
  )
  const snapshot = await readSnapshot(store, jobId)
  if (!snapshot || truths.length + places.size === 0) return null
  const deck = readDeck(snapshot, 'trial-fit')
  const { links } = snapshot.sheet
  const bookMm = nominalLedgeDepthMm(links) + nominalProtrusionMm(links)
  const parts = partHeight([
    ...snapshot.liners.map((l) => ({ ...l, kind: 'liner' as const })),
    ...snapshot.shims.map((s) => ({ ...s, kind: 'shim' as const })),
  ])
  return (place) => {
    if (place.on === 'place') {
      const truth = places.get(place.place)
      return truth ? planeHeightMm(truth, place.angleDeg) : 0
    }
    if (place.on !== 'liner' && place.on !== 'ledge') return parts(place)
    const truth = truths.find((t) => t.cylinder === place.cylinder)
    const state = deck.cylinders.find((c) => c.cylinder === place.cylinder)
    if (!truth || !state) return 0
    const packsMm = state.cuts.map((c) => takenPackMm(c.id, c.packMm))
    if (place.on === 'ledge') return -trueLedgeMm(truth, packsMm, bookMm, place.angleDeg)
    const placed = linerIn(snapshot, place.cylinder)
    const liner = snapshot.liners.find((l) => l.id === placed?.linerId)
    return trueProtrusionMm(
      truth,
      {
        asFound,
        packsMm,
        shimMm: state.shimIn?.thicknessMm ?? 0,
        liner:
          liner && placed
            ? { truth: truthOf(liner, 'liner'), nominalMm: liner.nominalMm, rotationDeg: placed.rotationDeg }
            : undefined,
      },
      place.angleDeg,
    )
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
  return partHeight([
    ...liners.map((l) => ({ ...l, kind: 'liner' as const })),
    ...shims.map((s) => ({ ...s, kind: 'shim' as const })),
  ])
}

/** Sockets that may be open at once, in all: a shop has fewer hands than that. */
const MOST_SOCKETS = 64
/** Try again later (RFC 6455 registry). */
const CLOSE_BUSY = 1013

interface Reader {
  height: Height | null | undefined
  sockets: number
  timer: NodeJS.Timeout
}

/** Reads what stands under the stylus, once for all sockets of a job. */
class Truths {
  private readonly readers = new Map<string, Reader>()

  constructor(private readonly store: Store) {}

  /** Begins to read, or joins who reads already. @returns how high it stands now (null: no simulated engine, undefined: not known yet), and how to leave */
  join(jobId: string | undefined, asFound: boolean): { height(): Height | null | undefined; leave(): void } {
    const key = `${jobId ?? 'bench'} ${asFound}`
    let known = this.readers.get(key)
    if (!known) {
      let looking = false
      const reader: Reader = { height: undefined, sockets: 0, timer: setInterval(() => void look(), LOOK_AGAIN_MS) }
      const look = async () => {
        if (looking) return
        looking = true
        reader.height = await (jobId ? readTruth(this.store, jobId, asFound) : readBench(this.store)).catch(
          () => reader.height,
        )
        looking = false
      }
      void look()
      this.readers.set(key, (known = reader))
    }
    const own = known
    own.sockets += 1
    return {
      height: () => own.height,
      leave: () => {
        own.sockets -= 1
        if (own.sockets > 0) return
        clearInterval(own.timer)
        this.readers.delete(key)
      },
    }
  }
}

/**
 * The simulated indicator. Its socket sends lines of ASCII (`+0.098 mm`) as a real one
 * does; what the little panel does to it comes in as JSON. All its state lives with the
 * connection, so any copy of the server can play it.
 */
export async function gaugeRoutes(app: FastifyInstance, { store }: Services): Promise<void> {
  const truths = new Truths(store)
  let sockets = 0
  app.get('/api/gauge/simulated', { websocket: true, schema: { hide: true } }, (socket, request) => {
    const parsed = query.safeParse(request.query)
    if (!parsed.success) return socket.close(1008, 'jobId is missing')
    if (sockets >= MOST_SOCKETS) return socket.close(CLOSE_BUSY, 'too many gauges')
    const { jobId, stage, seed } = parsed.data
    const gauge = new SimulatedGauge(seed)
    const truth = truths.join(jobId, stage === 'as-found')
    sockets += 1
    let saidMs = 0
    const ticking = setInterval(() => {
      const height = truth.height()
      if (height) for (const line of gauge.tick(PERIOD_MS, height(gauge.place))) socket.send(`${line}\n`)
      else if (height === null && Date.now() - saidMs >= LOOK_AGAIN_MS) {
        saidMs = Date.now()
        socket.send('no simulated engine\n')
      }
    }, PERIOD_MS)
    socket.on('message', (data: Buffer) => {
      try {
        gauge.control(gaugeControl.parse(JSON.parse(data.toString())))
      } catch {
        // A real indicator ignores what it does not understand.
      }
    })
    socket.on('close', () => {
      sockets -= 1
      truth.leave()
      clearInterval(ticking)
    })
  })
}
