import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobAct } from '#contract/commands'
import type { Snapshot } from '#core/job/snapshot'
import type { Refused } from '#core/works/stage-logic'
import { entryWhats, entriesOf, rowsName, type EntryAct } from '#core/works/kinds'
import { stageLogic } from '#core/works/logic'
import { RecklessHand } from '#core/testing/reckless'
import type { UnitTruth } from '#core/sim/unit-truth'
import type { StageName, WorkChoice } from '#core/works/stage-table'
import { compressorTruth } from '../demo/compressor-world'
import { crusherTruth } from '../demo/camshaft-world'
import { crusherFront } from '../demo/front-world'
import { pumpTruth } from '../demo/unit-world'
import { engines, ferryBlock } from '../demo/world'
import { commandOf, TestServer } from '../testing/test-store'

let server: TestServer
/** Another shop, that takes a job in halfway. */
let elsewhere: TestServer
let person: string
const theirs = randomUUID()
beforeAll(async () => {
  server = await TestServer.start()
  elsewhere = await TestServer.start({ demo: false })
  person = (await server.shop()).people[0]!.id
  await elsewhere.send(
    commandOf({ what: 'add-person', person: { id: theirs, name: 'Their Hand', role: 'lead' } }, null, null),
  )
})
afterAll(async () => {
  await server.stop()
  await elsewhere.stop()
})
async function carryOver(jobId: string): Promise<void> {
  const { rawPayload } = await server.app.inject(`/api/jobs/${jobId}/job.zip`)
  const answer = await elsewhere.app.inject({
    method: 'POST',
    url: '/api/jobs/import',
    payload: rawPayload,
    headers: { 'content-type': 'application/octet-stream' },
  })
  expect(answer.statusCode, answer.body).toBe(200)
}

const oneOf = (codes: string[]): unknown => expect.stringMatching(new RegExp(`^(${codes.join('|')})$`))
const DAY_MS = 24 * 3_600_000
interface Tried {
  at: string
  act: JobAct
  refused: string | null
}

/** What stands in a job, whatever its store counts from and whoever did it. */
const told = (job: Snapshot) => ({
  entries: Object.fromEntries(
    entryWhats.map((what) => [
      what,
      entriesOf(job, rowsName(what)).map(({ seq: _, personId: __, struck, ...rest }) => ({
        ...rest,
        struck: struck ? { at: struck.at, reason: struck.reason } : null,
      })),
    ]),
  ),
  closures: job.closures.map(({ stage, closes, note, at }) => ({ stage, closes, note, at })),
})

/** A job at which a hand errs for a while: every act it tried, in order, and the job as the core leaves it. */
function err(job: Snapshot, truth: UnitTruth, seed: number, steps: number): { tried: Tried[]; job: Snapshot } {
  const tried: Tried[] = []
  class Recorded extends RecklessHand {
    override act(act: Parameters<RecklessHand['act']>[0]): void {
      tried.push({ at: new Date(this.nowMs).toISOString(), act: act as JobAct, refused: null })
      super.act(act)
    }
    protected override refuse(stage: StageName, act: EntryAct, refused: Refused): void {
      super.refuse(stage, act, refused)
      tried.push({ at: new Date(this.nowMs).toISOString(), act: act as JobAct, refused: refused.code })
    }
  }
  // Its gauges are this shop's: the other one has none of them.
  const hand = new Recorded({ ...job, gauges: [] }, truth, seed, () => undefined)
  hand.nowMs = Date.now() - DAY_MS
  for (let i = 0; i < steps && hand.recklessly(); i++);
  return { tried, job: hand.job }
}

describe.each<{
  name: string
  engine: keyof typeof engines
  work: WorkChoice[]
  truth: UnitTruth
  stages: StageName[]
}>([
  {
    name: 'the yard compressor',
    engine: 'sarn',
    work: ['barrels'],
    truth: { ...pumpTruth, leaks: [], barrels: compressorTruth },
    stages: ['barrel-measure', 'barrel-fit', 'barrel-sleeve', 'barrel-bore', 'barrel-ready'],
  },
  {
    name: 'injector sleeves',
    engine: 'orrin',
    work: ['sleeves', 'tips'],
    truth: { ...pumpTruth, leaks: [], washers: { 2: 2 } },
    stages: ['sleeves-out', 'sleeve-bores', 'sleeves-in', 'coolant-test', 'tips', 'gas-test'],
  },
  {
    name: 'a leak that is looked for',
    engine: 'orrin',
    work: ['find-leak', 'tips', 'first-run'],
    truth: pumpTruth,
    stages: ['find-leak', 'tips', 'gas-test', 'first-run'],
  },
  {
    name: 'cam bushings',
    engine: 'brennick',
    work: ['bushings'],
    truth: { ...pumpTruth, leaks: [], bushings: crusherTruth },
    stages: ['cam-out', 'bushings-out', 'galleries', 'bushing-map', 'bushings-in', 'cam-spin'],
  },
  {
    name: 'both ends of a crank',
    engine: 'brennick',
    work: ['front', 'rear'],
    truth: { ...pumpTruth, leaks: [], front: crusherFront },
    stages: ['damper-off', 'flywheel-off', 'seal-out', 'cover', 'seal-in', 'flywheel-on', 'damper-on', 'tdc'],
  },
  {
    name: 'face seals of a gearbox',
    engine: 'lune',
    work: ['face-seals'],
    truth: { ...pumpTruth, leaks: [], faces: { lostKPa: { 'pad-1': 30 } } },
    stages: ['face-seal'],
  },
  {
    name: 'deck, gasket and pistons',
    engine: 'tarrock',
    work: ['deck', 'pistons'],
    truth: { ...pumpTruth, leaks: [], block: ferryBlock },
    stages: ['deck-check', 'pistons-out'],
  },
])('$name, at which hands err', ({ engine, work, truth, stages }) => {
  it.each([1, 2, 3])(
    'is the same in the store, in a shop that took it in and in the core, whatever was tried (%i)',
    async (seed) => {
      const jobId = randomUUID()
      const start = {
        what: 'start-job',
        jobId,
        engineId: engines[engine].id,
        title: `errs ${seed}`,
        complaint: '',
        work,
      } as const
      expect(await server.send(commandOf(start, null, person))).toMatchObject([{ result: 'done' }])
      const { tried, job } = err(await server.snapshot(jobId), truth, seed, 130)
      const half = Math.floor(tried.length / 2)
      for (const [i, { at, act, refused }] of tried.entries()) {
        if (i === half) await carryOver(jobId)
        const [outcome] = await server.send({ ...commandOf(act, jobId, person), at })
        if (i >= half) {
          const [there] = await elsewhere.send({ ...commandOf(act, jobId, theirs), at })
          expect([there!.result, 'code' in there! && there.code]).toEqual([
            outcome!.result,
            'code' in outcome! && outcome.code,
          ])
        }
        expect(outcome, JSON.stringify({ act, refused })).toMatchObject(
          // What makes no sense by itself is refused before it is looked at where it stands.
          refused === null ? { result: 'done' } : { result: 'refused', code: oneOf([refused, 'bad-command']) },
        )
      }
      expect(tried.length).toBeGreaterThan(20)
      const stored = await server.snapshot(jobId)
      expect(told(stored)).toEqual(told(job))
      const there = await elsewhere.snapshot(jobId)
      expect(told(there)).toEqual(told(job))
      // What it says to do next, and what it is kept open by, is the same too.
      const nowMs = Date.now()
      for (const stage of stages)
        for (const place of [null, 'barrel-1', 'housing-2', 'front', 'pad-1']) {
          const logic = stageLogic[stage]
          const hand = { cylinder: 2, place, nowMs }
          for (const kept of [stored, there]) {
            expect(logic.move(kept, hand)).toEqual(logic.move(job, hand))
            expect(logic.problems(kept, nowMs)).toEqual(logic.problems(job, nowMs))
          }
        }
    },
  )
})
