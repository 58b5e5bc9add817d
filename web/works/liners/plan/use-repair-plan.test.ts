import { computed, createApp, type App } from 'vue'
import { afterEach, expect, it, vi } from 'vitest'
import type { LinerMatch, MatchLinersInput } from '#core/liner/match-liners'
import type { EvaluatedPlan } from '#core/plan/evaluate-plan'
import type { BoreChoice } from '#core/plan/plan-input'
import { sixCylinders } from '#core/testing/make-snapshot'
import type { PlanWorker } from '../../../workers/plan-worker'
import { useRepairPlan } from './useRepairPlan'
import { PATIENT } from '../../../testing/patient'

let app: App | undefined
afterEach(() => app?.unmount())

const matchOf = (...ids: string[]): LinerMatch => ({
  assignment: ids.map((linerId, i) => ({
    cylinder: i + 1,
    linerId,
    rotationDeg: 90,
    shimMm: i === 0 ? 0.1 : 0,
    centreMm: 0.1,
    tiltMm: 0,
    highAtDeg: null,
  })),
  objective: { outOfSpec: 0, worstStepMm: 0.01, deviationMm: 0.02 },
  proven: false,
  bound: { level: 'worstStepMm', value: 0.002 },
})

/** The plan page over a worker that a test can keep waiting: what it was asked, and how to let it answer. */
function page() {
  const asked: MatchLinersInput[] = []
  let better!: (match: LinerMatch) => void
  let done!: (match: LinerMatch) => void
  let fail!: (error: Error) => void
  const stop = vi.fn()
  const work = {
    warm: () => Promise.resolve(),
    schools: () => Promise.resolve(),
    evaluate: (_: unknown, choices: BoreChoice[]) => Promise.resolve({ bores: choices } as unknown as EvaluatedPlan),
    match: (input: MatchLinersInput, onBetter: typeof better) => {
      asked.push(input)
      better = onBetter
      return new Promise<LinerMatch>((resolve, reject) => ([done, fail] = [resolve, reject]))
    },
  } as unknown as PlanWorker['work']
  const snapshot = sixCylinders()
  const plain = { ringsMax: null, pilotMm: null, flat: null, fireRingMm: null, bore: null }
  const shimmed = { minMm: 0.09, maxMm: 0.13, aimMm: 0.11 }
  snapshot.sheet.sections = { ...snapshot.sheet.sections, liners: { ...plain, shimmed } }
  let plan!: ReturnType<typeof useRepairPlan>
  app = createApp({
    setup() {
      plan = useRepairPlan(
        computed(() => snapshot),
        { work, stop, close: () => undefined },
      )
      return () => null
    },
  })
  app.mount(document.createElement('div'))
  return {
    plan,
    asked,
    stop,
    better: (m: LinerMatch) => better(m),
    done: (m: LinerMatch) => done(m),
    fail: (e: Error) => fail(e),
  }
}
const linersOf = (plan: EvaluatedPlan | null) => plan?.bores.map((b) => b.linerId) ?? null

it('asks for the match with the window that counts where a shim lies', () => {
  const { plan, asked } = page()
  void plan.findMatch()
  expect(asked).toHaveLength(1)
  expect(asked[0]!.shimmed).toEqual({ minMm: 0.09, maxMm: 0.13, targetMm: 0.11 })
  expect(plan.matching.value).toBe(true)
})

it('makes a finished match a plan that can be taken, with its turns and shims, nothing cut', async () => {
  const { plan, better, done } = page()
  void plan.findMatch()
  better(matchOf('A', 'B'))
  expect([plan.match.value?.proven, plan.matched.value]).toEqual([false, null])
  done({ ...matchOf('B', 'A'), proven: true })
  await vi.waitFor(() => expect(plan.matching.value).toBe(false), PATIENT)
  plan.matchAsPlan()
  expect(plan.byHand.value).toMatchObject({ school: 'match', changed: true })
  expect(plan.byHand.value!.plan.bores).toEqual([
    { cylinder: 1, linerId: 'B', rotationDeg: 90, cutMm: 0, shimMm: 0.1 },
    { cylinder: 2, linerId: 'A', rotationDeg: 90, cutMm: 0, shimMm: 0 },
  ])
})

it('lets the best so far be taken where the search was stopped, and nothing where none was found', async () => {
  const { plan, better, done, stop } = page()
  void plan.findMatch()
  plan.stop()
  expect([plan.matching.value, plan.match.value, plan.matched.value]).toEqual([false, null, null])

  void plan.findMatch()
  better(matchOf('A', 'B'))
  better(matchOf('B', 'A'))
  plan.stop()
  expect(stop).toHaveBeenCalledTimes(2)
  expect(plan.matching.value).toBe(false)
  await vi.waitFor(() => expect(linersOf(plan.matched.value)).toEqual(['B', 'A']), PATIENT)
  // What a worker that was ended may still have said counts no more.
  done(matchOf('C', 'D'))
  await Promise.resolve()
  expect([plan.match.value!.assignment[0]!.linerId, linersOf(plan.matched.value)]).toEqual(['B', ['B', 'A']])
})

it('says why there is no match', async () => {
  const { plan, fail } = page()
  void plan.findMatch()
  fail(new Error('too-few-liners'))
  await vi.waitFor(() => expect(plan.matching.value).toBe(false), PATIENT)
  expect(plan.matchProblem.value).toMatch(/^There are \d+ bores and only \d+ liners/)
})
