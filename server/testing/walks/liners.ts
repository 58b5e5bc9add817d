import { endedOf, isClosed } from '#core/job/route'
import type { Snapshot } from '#core/job/snapshot'
import { readTally } from '#core/job/tally'
import { seededRandom } from '#core/sim/random'
import { Played } from '#core/testing/make-snapshot'
import { bridge, seals, wholeJob } from '#core/testing/tarrock'
import { readDeck } from '#core/works/liners/deck'
import { findingKinds, gradeNames, kindsOn } from '#core/works/liners/strip'
import { stagesOf } from '#core/job/stages'
import { gateProblems, stageLogic } from '#core/works/logic'
import { cannotEnd, openThings } from '#core/works/open-things'
import { stageLine, stageNames, type StageName, type WorkChoice } from '#core/works/stage-table'
import type { WorkRecord } from '#core/works/work-record'
import { askFaults } from '../ask-faults'
import { faultsOf } from '../blanks'
import { lookedAt } from './looked'
import { recordFaults } from './record-faults'
import { vary } from './vary'
import type { Walked } from './walked'

/** The stages of the liner work, in the order of the trade. */
export const linerStages = stageNames.filter((stage) => stageLine[stage].work === 'liners')
const START_MS = Date.parse('2026-11-02T08:00:00.000Z')
/** A job of all liner work, whose liners are clocked and proven by a pin. */
export const linerJob = (): Snapshot => {
  const whole = wholeJob({}, { clockDeg: 90, clockTolDeg: 3 })
  const { liners } = whole.sheet.sections
  const sections = { ...whole.sheet.sections, liners: { ...liners!, pilotMm: 12 } }
  return {
    ...whole,
    job: { ...whole.job, work: ['strip', 'ledges', 'dry-fit', 'seals', 'check'] },
    sheet: { ...whole.sheet, sections, seals: [...seals, { ...seals[0]!, place: 'crevice band', swellMinutes: 10 }] },
  }
}

/** Somebody who does anything of the liner work in any order, late, twice, at any cylinder. */
export class Anybody extends Played {
  nowMs = START_MS
  private made = 0
  private readonly random: () => number
  constructor(seed: number, job = linerJob()) {
    super(job)
    this.random = seededRandom(seed)
  }
  readonly chance = (share: number) => this.random() < share
  readonly pick = <T>(all: readonly T[]): T => all[Math.floor(this.random() * all.length)]!
  private readonly uuid = () => this.id(50_000 + this.made++)
  get cylinder(): number {
    return this.pick(this.snapshot.engine.heads.flat())
  }
  /** What was done, each sort once. */
  readonly done = new Set<string>()
  override act(act: Parameters<Played['act']>[0]): this {
    this.done.add(act.what)
    this.nowMs += 60_000 * (this.chance(0.1) ? 15 : 1)
    return super.act(act, new Date(this.nowMs).toISOString())
  }
  private strikeOne(): void {
    const { pulls, findings, sealFits, presses } = this.snapshot
    const one = this.pick([...pulls, ...findings, ...sealFits, ...presses].filter((e) => !e.struck))
    if (one) this.act({ what: 'strike-entry', entryId: one.id, reason: 'wrong one' })
  }
  private readonly does: readonly (() => unknown)[] = [
    () =>
      this.act({
        what: 'log-pull',
        pullId: this.uuid(),
        cylinder: this.cylinder,
        pullerId: this.chance(0.8) ? bridge.id : null,
        peakNm: this.chance(0.2) ? null : 40 + 200 * this.random(),
        tightMm: [],
        ranOut: 'coolant',
        words: '',
      }),
    () => {
      const kind = this.pick(findingKinds)
      const on = (['outside', 'bore', 'ledge', 'seal-bore', 'jacket'] as const).find((f) => kindsOn[f].includes(kind))!
      return this.act({
        what: 'mark-finding',
        findingId: this.uuid(),
        cylinder: this.cylinder,
        on,
        kind,
        atDeg: 90,
        spanDeg: 40,
        fromMm: 20,
        toMm: 60,
        severity: this.pick([1, 2, 3]),
        pastSteps: null,
        words: '',
      })
    },
    () =>
      this.act({
        what: 'grade-cylinder',
        gradeId: this.uuid(),
        cylinder: this.cylinder,
        grade: this.pick(gradeNames),
        suggested: 'good',
        words: '',
      }),
    () =>
      this.act({
        what: 'tally-plug',
        tallyId: this.uuid(),
        cylinder: this.cylinder,
        goesIn: true,
        place: 'bore',
        item: 'foam-plug',
        count: 1,
      }),
    () => {
      const cylinder = this.cylinder
      for (const [groove, { lubricant, swellMinutes }] of this.snapshot.sheet.seals.entries()) {
        if (swellMinutes !== null)
          this.act({ what: 'fit-seal', sealFitId: this.uuid(), cylinder, groove, step: 'wetted', lubricant })
        if (this.chance(0.9))
          this.act({ what: 'fit-seal', sealFitId: this.uuid(), cylinder, groove, step: 'on', lubricant })
      }
    },
    () =>
      this.act({
        what: 'press-liner',
        pressId: this.uuid(),
        cylinder: this.cylinder,
        atDeg: this.pick([88, 90, 97]),
        peakNm: null,
        words: '',
      }),
    () =>
      this.act({
        what: 'decide-renewals',
        decisionId: this.uuid(),
        renew: this.chance(0.5) ? [this.cylinder] : [],
        costs: this.snapshot.renewalCosts,
        nowCost: 500,
        comebackChance: 0.1,
        expectedCost: 900,
        words: '',
      }),
    () =>
      this.act({
        what: 'mark-wear',
        markId: this.uuid(),
        cylinder: this.cylinder,
        kind: this.pick(['fretting', 'burr'] as const),
        atDeg: this.pick([30, 120]),
        spanDeg: 60,
        depthMm: 0.02,
        words: '',
      }),
    () =>
      this.act({
        what: 'gauge-liner',
        boreId: this.uuid(),
        cylinder: this.cylinder,
        levels: [
          { depthMm: 12, thrustMm: 140 + 0.2 * this.random(), alongMm: 140.02 },
          { depthMm: 168, thrustMm: 140.03, alongMm: 140.02 },
        ],
        partC: 20,
        masterMm: 140,
        gaugeId: null,
        uncertaintyMm: 0.004,
      }),
    () => this.act({ what: 'bar-over', barringId: this.uuid(), words: '' }),
    () => this.act({ what: 'try-pilot', pilotId: this.uuid(), cylinder: this.cylinder, drops: this.chance(0.7) }),
    () =>
      this.set(
        this.cylinder,
        [0, 1, 2, 3].map(() => 0.1 + 0.05 * (this.random() - 0.5)),
        {
          stage: this.pick(['as-found', 'trial-fit', 'final-check'] as const),
          ...(this.chance(0.8) ? { zeroMm: this.pick([0, 0, 0.02]) } : {}),
        },
      ),
    () =>
      this.set(
        this.cylinder,
        [0, 1, 2, 3].map(() => 10.5 + 0.03 * this.random()),
        { stage: 'counterbores', zeroMm: 0 },
      ),
    () => this.cut(this.cylinder, [0.05], 0.1),
    () => this.strikeOne(),
    () => this.strikeOne(),
    () => {
      const stage = this.pick(['trial-fit', 'cut'] as const)
      const closed = this.snapshot.closures.filter((c) => c.stage === stage).at(-1)?.closes
      return this.act({ what: closed ? 'reopen-stage' : 'close-stage', stage, note: 'so' })
    },
  ]
  /** Every liner read anew, each at its aim, and what sits in its bore counted out. */
  measureWell(stage: 'as-found' | 'trial-fit' | 'final-check'): void {
    const { aimMm } = this.snapshot.sheet.limits
    for (const { cylinder, place, item, count } of readTally(this.snapshot))
      this.act({ what: 'tally-plug', tallyId: this.uuid(), cylinder, goesIn: false, place, item, count })
    for (const cylinder of this.snapshot.engine.heads.flat())
      this.set(cylinder, [aimMm, aimMm, aimMm, aimMm], { stage, zeroMm: 0 })
  }
  anything(): void {
    this.pick(this.does)()
  }
}

/** What is wrong with what a stage of the liner work says now. @param met takes what it came to */
export function linersLookedAt(hand: Anybody, stage: StageName, met: Set<string>): string[] {
  const { snapshot, nowMs } = hand
  const logic = stageLogic[stage]
  const { cylinder } = hand
  const inHand = { cylinder, place: null, nowMs, toolId: cylinder === 3 ? null : bridge.id }
  const move = logic.move(snapshot, inHand)
  const problems = gateProblems(snapshot, stage, nowMs)
  const told = `${stage} ${move.action} ${move.reason} · ${problems.map((p) => p.code).join()}`
  met.add(`${stage} ${move.action}`)
  for (const p of problems) met.add(`${stage} ! ${p.code}`)
  const found = [...faultsOf(move)]
  // Told where it is offered for closing, and answered for there, is what its move says.
  const beside = logic.problems(snapshot, nowMs).filter((p) => p.code !== move.reason)
  if (move.action === 'close-stage' && beside.length > 0)
    found.push(`closing is offered over ${beside.map((p) => p.code).join()}`)
  const doing = logic.doing?.(snapshot, inHand)
  if (doing) found.push(...askFaults(doing))
  if (logic.steps) lookedAt({ job: snapshot, ...inHand }, stage, met)
  return found.map((f) => `${told}: ${f}`)
}

/** Liners that lie outside on a deck, and that its gate does not name. */
export function untoldOnDeck({ snapshot, nowMs }: Anybody): string[] {
  return (['trial-fit', 'final-check'] as const).flatMap((stage) => {
    if (isClosed(snapshot, stage)) return []
    const named = new Set(gateProblems(snapshot, stage, nowMs).flatMap((p) => p.cylinders))
    return readDeck(snapshot, stage).cylinders.flatMap(({ cylinder, judgement }) =>
      judgement && Object.values(judgement.verdicts).includes('out') && !named.has(cylinder)
        ? [`${stage}: liner ${cylinder} lies outside, and is named by nobody`]
        : [],
    )
  })
}

/** What is asked of a job: all of it, or only what is measured. */
const ways: readonly (readonly WorkChoice[])[] = [
  ['strip', 'ledges', 'dry-fit', 'seals', 'check'],
  ['dry-fit', 'check'],
  ['check'],
  ['dry-fit', 'seals', 'check'],
]
const LEAST = 30
const MOST = 110
const NUDGE = 0.5
/** A sheet of another maker: the same liners within other limits. */
function otherSheet(job: Snapshot, random: () => number): Snapshot {
  const { limits } = job.sheet
  const other = (mm: number | null) =>
    mm === null ? null : Number((mm * (1 - NUDGE / 2 + NUDGE * random())).toFixed(3))
  const minMm = other(limits.minMm)!
  const maxMm = Math.max(minMm + 0.02, other(limits.maxMm)!)
  const sheet = {
    ...job.sheet,
    sections: vary(job.sheet.sections, random),
    limits: {
      ...limits,
      minMm,
      maxMm,
      aimMm: Number(((minMm + maxMm) / 2).toFixed(4)),
      withinLinerMaxMm: other(limits.withinLinerMaxMm)!,
      adjacentMaxMm: random() < 0.2 ? null : other(limits.adjacentMaxMm),
      headRangeMaxMm: random() < 0.3 ? null : other(limits.headRangeMaxMm),
    },
  }
  return { ...job, sheet }
}

/** One walk of the liner work: somebody who does anything in any order, then somebody who closes what may be closed and ends the rest. */
export function walkLiners(seed: number, parts: readonly WorkRecord[]): Walked {
  const random = seededRandom(seed * 6151 + 29)
  const people = [{ id: '00000000-0000-4000-8000-000000000001', name: 'Ines Varga', role: 'lead' as const }]
  const whole = linerJob()
  const work = ways[Math.floor(random() * ways.length)]!
  const plain = { ...whole, people, job: { ...whole.job, work: [...work] } }
  const asked = linerStages.filter((stage) => stagesOf(work).includes(stage))
  const hand = new Anybody(seed, random() < 0.7 ? otherSheet(plain, random) : plain)
  const met = new Set<string>()
  const found: string[] = []
  const kinds = new Set<string>()
  let acts = 0
  try {
    const most = LEAST + Math.floor(random() * (MOST - LEAST))
    for (let i = 0; i < most; i++) {
      hand.anything()
      acts++
      if (i % 6 === 0) for (const stage of asked) found.push(...linersLookedAt(hand, stage, met))
      found.push(...untoldOnDeck(hand))
    }
    found.push(...recordFaults(hand.snapshot, parts, hand.nowMs))
    for (const stage of asked) {
      if (isClosed(hand.snapshot, stage)) continue
      // What is measured is measured well in the end.
      if (stage === 'trial-fit' || stage === 'final-check' || stage === 'as-found') hand.measureWell(stage)
      const problems = gateProblems(hand.snapshot, stage, hand.nowMs)
      if (problems.some((p) => !p.soft)) break
      hand.act({ what: 'close-stage', stage, note: problems.length > 0 ? 'taken as it is' : '' })
      acts++
    }
    const open = openThings(hand.snapshot, (stage) => stageLogic[stage], hand.nowMs)
    if (open.length === 0) hand.act({ what: 'close-stage', stage: 'record', note: '' })
    else {
      const why = cannotEnd({ role: 'lead' }, open, open)
      if (why) found.push(`no way on: it cannot be ended as it stands: ${why}`)
      else hand.act({ what: 'end-as-it-stands', why: 'no way on', open })
    }
    found.push(...recordFaults(hand.snapshot, parts, hand.nowMs))
  } catch (error) {
    found.push(`it throws: ${error instanceof Error ? error.message : String(error)}`)
  }
  for (const what of hand.done) kinds.add(what)
  return {
    acts,
    met: [...met],
    refused: [],
    kinds: [...kinds],
    ended: endedOf(hand.snapshot) ? 'as-it-stands' : isClosed(hand.snapshot, 'record') ? 'signed' : 'open',
    found: [...new Set(found)],
  }
}
