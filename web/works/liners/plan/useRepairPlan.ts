import { computed, onBeforeUnmount, ref, shallowRef, watch, type ComputedRef } from 'vue'
import { sayError } from '#contract/words/say-error'
import type { SchoolName, Snapshot } from '#core/job/snapshot'
import type { LinerMatch } from '#core/liner/match-liners'
import type { EvaluatedPlan } from '#core/plan/evaluate-plan'
import type { BoreChoice, RepairInput } from '#core/plan/plan-input'
import { matchInputOf } from '#core/plan/match-input'
import type { SchoolPlan, Sorting } from '#core/plan/plan-schools'
import { readRepair } from '#core/plan/read-repair'
import { PlanWorker, tellBack } from '../../../workers/plan-worker'

const SAMPLES = 8000

/** A plan on the page: one of the schools, or one changed by hand. */
export interface ShownPlan {
  school: SchoolName
  changed: boolean
  targetMm: number
  plan: EvaluatedPlan
  sorting?: Sorting | undefined
}

/** The schools side by side, kept up to date with the job; changed by hand, bore by bore; computed in a worker. */
export function useRepairPlan(
  snapshot: ComputedRef<Snapshot>,
  worker: Pick<PlanWorker, 'work' | 'stop' | 'close'> = new PlanWorker(),
) {
  void worker.work.warm()
  onBeforeUnmount(() => worker.close())

  const keepBores = ref(false)
  const noTurning = ref(false)
  const input = computed<RepairInput>(() =>
    readRepair(snapshot.value, { keepBores: keepBores.value, noTurning: noTurning.value, samples: SAMPLES }),
  )
  const plans = shallowRef<SchoolPlan[]>([])
  const working = ref(false)
  const byHand = shallowRef<ShownPlan | null>(null)
  let run = 0

  async function planAll(): Promise<void> {
    const mine = ++run
    if (working.value) worker.stop()
    working.value = true
    byHand.value = null
    const found: SchoolPlan[] = []
    try {
      await worker.work.schools(
        input.value,
        tellBack((plan: SchoolPlan) => {
          if (mine !== run) return
          found.push(plan)
          plans.value = [...found]
        }),
      )
    } finally {
      if (mine === run) working.value = false
    }
  }
  // What the plan is made from, as a text: readings that change nothing of it plan nothing anew.
  watch(
    () => JSON.stringify(input.value),
    () => void planAll(),
    { immediate: true },
  )

  function stop(): void {
    run += 1
    worker.stop()
    working.value = false
    const found = matching.value ? match.value : null
    matching.value = false
    if (found) void workOut(found)
  }

  /** Changes one bore of a plan by hand and works out what it costs. */
  async function change(from: ShownPlan, cylinder: number, to: Partial<BoreChoice>): Promise<void> {
    const choices = from.plan.bores.map(({ cylinder: c, linerId, rotationDeg, cutMm, shimMm }) => ({
      cylinder: c,
      linerId,
      rotationDeg,
      cutMm,
      shimMm,
      ...(c === cylinder ? to : {}),
    }))
    // A liner that is put elsewhere changes places with the one that stood there.
    const taken = to.linerId
      ? from.plan.bores.find((b) => b.linerId === to.linerId && b.cylinder !== cylinder)
      : undefined
    const own = from.plan.bores.find((b) => b.cylinder === cylinder)
    const swapped = taken
      ? choices.map((c) => (c.cylinder === taken.cylinder ? { ...c, linerId: own?.linerId ?? null } : c))
      : choices
    byHand.value = { ...from, changed: true, plan: await worker.work.evaluate(input.value, swapped) }
  }

  const matching = ref(false)
  const match = shallowRef<LinerMatch | null>(null)
  const matchProblem = ref<string | null>(null)
  /** The finished match worked out as a plan: how each bore would stand. */
  const matched = shallowRef<EvaluatedPlan | null>(null)

  /** Works out how each bore would stand with a match, the best so far too where the search was stopped. */
  async function workOut(found: LinerMatch): Promise<void> {
    const plan = await worker.work.evaluate(input.value, choicesOf(found))
    if (match.value === found) matched.value = plan
  }

  /** The exact match over liners, turns and shims, without any cut. */
  async function findMatch(): Promise<void> {
    const matchInput = matchInputOf(input.value)
    matching.value = true
    match.value = null
    matched.value = null
    matchProblem.value = null
    const mine = run
    try {
      const best = await worker.work.match(
        matchInput,
        tellBack((better: LinerMatch) => mine === run && (match.value = better)),
      )
      if (mine !== run) return
      match.value = best
      await workOut(best)
    } catch (error) {
      matchProblem.value =
        error instanceof Error
          ? sayError(error.message, { bores: matchInput.bores.length, liners: matchInput.liners.length })
          : String(error)
    } finally {
      if (mine === run) matching.value = false
    }
  }

  const choicesOf = (found: LinerMatch): BoreChoice[] =>
    found.assignment.map((a) => ({
      cylinder: a.cylinder,
      linerId: a.linerId,
      rotationDeg: a.rotationDeg,
      cutMm: 0,
      shimMm: a.shimMm,
    }))

  /** The match as a plan that can be taken: nothing cut, what it says fitted. */
  function matchAsPlan(): void {
    if (matched.value)
      byHand.value = { school: 'match', changed: true, targetMm: input.value.spec.aimMm, plan: matched.value }
  }

  return {
    input,
    plans,
    working,
    byHand,
    keepBores,
    noTurning,
    change,
    stop,
    planAll,
    matching,
    match,
    matched,
    matchProblem,
    findMatch,
    matchAsPlan,
  }
}
