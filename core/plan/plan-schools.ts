import { defineCalculation } from '../define'
import type { SchoolName } from '../job/snapshot'
import { schoolNames } from '../job/snapshot'
import { CalcError } from '../errors'
import { matchLiners } from '../liner/match-liners'
import type { ProofLimits } from '../liner/milp'
import { passesFor, planCut } from '../liner/plan-cut'
import { planeHeightMm } from '../measure/fit-plane'
import { SLACK_MM } from '../schema'
import { matchInputOf } from './match-input'
import { evaluatePlan, standOn, type EvaluatedPlan } from './evaluate-plan'
import { aimedWindow, repairInput, type AimedWindow, type BoreChoice, type RepairInput } from './plan-input'

/** What became of the sorting of liners: nothing better exists, or it is not proven, or there are too few to sort. */
export type Sorting = 'proven' | 'best-so-far' | 'too-few-liners'

export interface SchoolPlan extends EvaluatedPlan {
  school: SchoolName
  targetMm: number
  /** Of the school that sorts. */
  sorting?: Sorting
}

type Bore = RepairInput['bores'][number]
interface Seated {
  bore: Bore
  linerId: string | null
  rotationDeg: number
}

/** Liners as they come: each into the next bore it may go into, not turned. */
function asTheyCome(input: RepairInput): Seated[] {
  const free = [...input.liners]
  return input.bores.map((bore) => {
    const own = free.findIndex((l) => l.onlyCylinder === bore.cylinder)
    const at = own >= 0 ? own : free.findIndex((l) => l.onlyCylinder === undefined)
    const [liner] = at >= 0 ? free.splice(at, 1) : []
    return { bore, linerId: liner?.id ?? null, rotationDeg: 0 }
  })
}

/** What is left on the shelf while a plan takes shims from it: one plan's bores cannot share a shim. */
class Shelf {
  private readonly free: { actualMm: number; nominalMm: number }[]

  constructor(private readonly input: RepairInput) {
    this.free = [...input.shims]
  }

  /** Thicknesses on offer: every shim that is left, and sizes to buy that are not. */
  offered(): number[] {
    const missing = this.input.sizesMm.filter(
      (size) => !this.free.some((s) => Math.abs(s.nominalMm - size) <= SLACK_MM),
    )
    return [...this.free.map((s) => s.actualMm), ...missing].sort((a, b) => a - b)
  }

  take(thicknessMm: number): void {
    const at = this.free.findIndex((s) => Math.abs(s.actualMm - thicknessMm) <= SLACK_MM)
    if (at >= 0) this.free.splice(at, 1)
  }
}

/** What a school aims into: without a shim, and with one. */
interface Aims {
  bare: AimedWindow
  shimmed: AimedWindow
}

const noShim = (input: RepairInput, { linerId }: Seated) => input.liners.find((l) => l.id === linerId)?.noShim ?? false

/** What `plan-cut` says of a bore with its liner on it, aiming into a window. Nothing where it is blocked. */
function correct(input: RepairInput, seat: Seated, { bare: window, shimmed }: Aims, shelf: Shelf): BoreChoice | null {
  const { bore, linerId, rotationDeg } = seat
  const stand = standOn(input, bore, linerId, rotationDeg)
  const { cleanupMm, ...tooling } = input.tooling
  // The lean that a cut must take away is the ledge's own: a wedge of the flange stays whatever is cut.
  const ledge = { centreMm: stand.centreMm, tiltMm: bore.tiltMm, highAtDeg: bore.highAtDeg }
  const plan = planCut({
    ...tooling,
    cleanupMm,
    readings: [0, 90, 180, 270].map((angleDeg) => ({ angleDeg, valueMm: planeHeightMm(ledge, angleDeg) })),
    targetMm: window.targetMm,
    spec: {
      minMm: window.minMm,
      maxMm: window.maxMm,
      withinLinerMaxMm: Math.max(0, input.spec.withinLinerMaxMm - stand.wedgeMm),
    },
    shimmed,
    frettingMm: bore.frettingMm,
    shimStockMm: noShim(input, seat) ? [] : shelf.offered(),
    ...(input.maxDepthMm === null ? {} : { depthMm: Math.max(0, bore.depthMm), maxDepthMm: input.maxDepthMm }),
  })
  if (plan.action === 'blocked') return null
  if (plan.shimMm > 0) shelf.take(plan.shimMm)
  return { cylinder: bore.cylinder, linerId, rotationDeg, cutMm: plan.totalCutMm, shimMm: plan.shimMm }
}

const untouched = ({ bore, linerId, rotationDeg }: Seated): BoreChoice => ({
  cylinder: bore.cylinder,
  linerId,
  rotationDeg,
  cutMm: 0,
  shimMm: 0,
})

/** The least that the leaves can take off without staying short of what is needed, mm. */
function reach(input: RepairInput, highMm: number, neededMm: number): number {
  const thinnest = Math.min(...input.tooling.leavesMm)
  for (let moreMm = 0; moreMm <= thinnest + SLACK_MM; moreMm += 0.0025) {
    const { restMm } = passesFor(input.tooling, highMm, neededMm + moreMm)
    if (neededMm + moreMm - restMm >= neededMm - SLACK_MM) return neededMm + moreMm - restMm
  }
  return neededMm + thinnest
}

/** What gauges and cutter leave open, kept from the limits of a window, mm; never so much that nothing is left of it. */
const guardOf = ({ uncertainty: u }: RepairInput, { minMm, maxMm }: AimedWindow) =>
  Math.min(Math.hypot(u.ledgeMm, u.flangeMm, 2 * u.cutterStdMm), (maxMm - minMm) / 4)

/** The least metal that makes a worn ledge clean, and the thinnest shim that then lifts the liner into the window. */
function skim(input: RepairInput, seat: Seated, shelf: Shelf): BoreChoice {
  const { bore } = seat
  const { spec, tooling } = input
  const stand = standOn(input, bore, seat.linerId, seat.rotationDeg)
  const highMm = stand.centreMm + bore.tiltMm / 2
  const half = stand.wedgeMm / 2
  const mustTrue = bore.frettingMm > 0 || stand.tiltMm > spec.withinLinerMaxMm + SLACK_MM
  const [bare, shimmed] = [aimedWindow(input, false), aimedWindow(input, true)]
  const tooHighMm = highMm + half - (bare.maxMm - guardOf(input, bare))
  const clean = bore.tiltMm + bore.frettingMm + tooling.cleanupMm
  const cutMm = mustTrue || tooHighMm > 0 ? reach(input, highMm, Math.max(clean, tooHighMm)) : 0
  const lowMm = cutMm > 0 ? highMm - cutMm - half : stand.centreMm - stand.tiltMm / 2
  const low = lowMm < bare.minMm + guardOf(input, bare) - SLACK_MM && !noShim(input, seat)
  const wantMm = shimmed.minMm + guardOf(input, shimmed) - lowMm
  const shimMm = low ? (shelf.offered().find((t) => t >= wantMm - SLACK_MM) ?? 0) : 0
  if (shimMm > 0) shelf.take(shimMm)
  return { ...untouched(seat), cutMm, shimMm }
}

/** Every bore cut for the same shim: the thinnest size that lets every ledge clean up. */
function alike(input: RepairInput, seats: Seated[], targetMm: number): BoreChoice[] {
  const choicesFor = (shimMm: number) =>
    seats.map((seat): BoreChoice => {
      const stand = standOn(input, seat.bore, seat.linerId, seat.rotationDeg)
      return { ...untouched(seat), shimMm, cutMm: stand.centreMm + seat.bore.tiltMm / 2 + shimMm - targetMm }
    })
  const cleans = (choices: BoreChoice[]) =>
    choices.every(
      (c, i) => c.cutMm >= seats[i]!.bore.tiltMm + seats[i]!.bore.frettingMm + input.tooling.cleanupMm - SLACK_MM,
    )
  const sizes = [...new Set([...input.sizesMm, ...input.shims.map((s) => s.nominalMm)])].sort((a, b) => a - b)
  const size = sizes.find((s) => cleans(choicesFor(s)))
  // Without such a size nothing can be done alike: the plan says so by its half-cut ledges.
  return choicesFor(size ?? sizes.at(-1) ?? 0).map((c) => ({ ...c, cutMm: Math.max(0, c.cutMm) }))
}

/**
 * How far a plan's match goes. A plan wants a good match soon: it is proven where that takes no branching, the same on
 * every machine; the seconds are for one that is slow beyond measure. On a large engine a proven one is for the asking.
 */
const soonProven = (input: RepairInput): ProofLimits => ({ seconds: input.bores.length <= 8 ? 10 : 0, nodes: 1 })

/** Liners sorted and turned over the ledges as they are, with the shims on the shelf. */
async function sorted(input: RepairInput): Promise<{ seats: Seated[]; sorting: Sorting }> {
  const match = await matchLiners(matchInputOf(input), { proof: soonProven(input) }).catch((error: unknown) => {
    if (error instanceof CalcError && error.code === 'too-few-liners') return null
    throw error
  })
  if (!match) return { seats: asTheyCome(input), sorting: 'too-few-liners' }
  const seats = match.assignment.map((a) => ({
    bore: input.bores.find((b) => b.cylinder === a.cylinder)!,
    linerId: a.linerId,
    rotationDeg: a.rotationDeg,
  }))
  return { seats, sorting: match.proven ? 'proven' : 'best-so-far' }
}

/** What a school makes of a window: narrowed toward its aim, or toward the upper limit. */
function aimOf(input: RepairInput, window: AimedWindow, school: SchoolName): AimedWindow {
  const { minMm, maxMm, targetMm } = window
  const near = (maxMm - minMm) / 8
  if (school === 'aim') return { minMm: targetMm - near, maxMm: targetMm + near, targetMm }
  if (school !== 'upper') return window
  const upperMm = maxMm - guardOf(input, window) - 0.2 * (maxMm - targetMm)
  return { minMm: Math.max(targetMm, upperMm - near), maxMm, targetMm: upperMm }
}

/**
 * A plan for the whole engine by one school of the trade.
 *
 * - `leave`: what is inside stays as it is; the rest is corrected to the aim
 * - `skim`: as little metal as makes worn ledges clean, the thinnest shim that reaches the window
 * - `aim`: every bore trued and shimmed as near to the aim as the shelf allows
 * - `alike`: every bore cut for one standard shim
 * - `upper`: set toward the upper limit, so that the head holds the liner harder
 * - `match`: liners sorted and turned first, then what is left outside is corrected
 */
export async function planSchool(input: RepairInput, school: SchoolName): Promise<SchoolPlan> {
  const { seats, ...told } = school === 'match' ? await sorted(input) : { seats: asTheyCome(input) }
  const shelf = new Shelf(input)
  const plain: Aims = { bare: aimedWindow(input, false), shimmed: aimedWindow(input, true) }
  const aims: Aims = { bare: aimOf(input, plain.bare, school), shimmed: aimOf(input, plain.shimmed, school) }
  const { targetMm } = school === 'alike' ? plain.shimmed : aims.bare
  const choices =
    school === 'skim'
      ? seats.map((seat) => skim(input, seat, shelf))
      : school === 'alike'
        ? alike(input, seats, targetMm)
        : seats.map(
            (seat) => correct(input, seat, aims, shelf) ?? correct(input, seat, plain, shelf) ?? untouched(seat),
          )
  return { school, targetMm, ...told, ...evaluatePlan(input, choices) }
}

/** Every school, side by side. */
export async function planSchools(input: RepairInput): Promise<SchoolPlan[]> {
  const plans: SchoolPlan[] = []
  for (const school of schoolNames) plans.push(await planSchool(input, school))
  return plans
}

export const repairPlanCalculation = defineCalculation(
  'repair-plan',
  'The schools of the trade for a whole engine: cuts, shims, heights, chances, hours and money.',
  repairInput,
  async (input) => ({ plans: await planSchools(input) }),
)
