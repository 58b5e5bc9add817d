import { describe, expect, it } from 'vitest'
import { bridge, seals, wholeJob } from '#core/testing/tarrock'
import { Played } from '#core/testing/make-snapshot'
import { keepsOpen } from '#core/job/gate'
import type { Snapshot } from '#core/job/snapshot'
import { seededRandom } from '#core/sim/random'
import { findingKinds, gradeNames, kindsOn } from '#core/works/liners/strip'
import { gateProblems, stageLogic } from '#core/works/logic'
import type { StageName } from '#core/works/stage-table'
import { faultsOf } from '../testing/blanks'
import { askFaults } from '../testing/ask-faults'

const stages = [
  'as-found',
  'protect',
  'pull',
  'look',
  'decide',
  'counterbores',
  'parts',
  'repair-plan',
  'cut',
  'trial-fit',
  'fit',
  'final-check',
] as const satisfies readonly StageName[]
const START_MS = Date.parse('2026-11-02T08:00:00.000Z')
const WALKS = 24
const ACTS = 90
/** A job of all liner work, whose liners are clocked and proven by a pin. */
const job = (): Snapshot => {
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
class Anybody extends Played {
  nowMs = START_MS
  private made = 0
  private readonly random: () => number
  constructor(seed: number) {
    super(job())
    this.random = seededRandom(seed)
  }
  private readonly chance = (share: number) => this.random() < share
  private readonly pick = <T>(all: readonly T[]): T => all[Math.floor(this.random() * all.length)]!
  private readonly uuid = () => this.id(50_000 + this.made++)
  get cylinder(): number {
    return this.pick(this.snapshot.engine.heads.flat())
  }
  override act(act: Parameters<Played['act']>[0]): this {
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
  anything(): void {
    this.pick(this.does)()
  }
}

/** What holds whatever was done: nothing is offered for closing that the gate names, but what is told and answered for. */
function lookAt(hand: Anybody, stage: StageName, met: Set<string>): void {
  const { snapshot, nowMs } = hand
  const logic = stageLogic[stage]
  const { cylinder } = hand
  const inHand = { cylinder, nowMs, toolId: cylinder === 3 ? null : bridge.id }
  const move = logic.move(snapshot, inHand)
  const problems = logic.problems(snapshot, nowMs)
  const told = `${stage} ${move.action} ${move.reason} · ${problems.map((p) => p.code).join()}`
  expect(faultsOf(move), told).toEqual([])
  met.add(`${stage} ${move.action}`)
  for (const p of problems) met.add(`${stage} ! ${p.code}`)
  if (move.action === 'close-stage')
    expect(
      problems.filter((p) => p.code !== move.reason),
      told,
    ).toEqual([])
  const gate = gateProblems(snapshot, stage, nowMs)
  expect(keepsOpen(gate, 'so').length > 0, told).toBe(gate.some((p) => !p.soft))
  const doing = logic.doing?.(snapshot, inHand)
  if (doing) expect(askFaults(doing), told).toEqual([])
}

describe('the liner work, by somebody who does anything', () => {
  it('is offered for closing only where the gate names nothing else, in whole sentences', () => {
    const met = new Set<string>()
    for (let seed = 1; seed <= WALKS; seed++) {
      const hand = new Anybody(seed)
      for (let i = 0; i < ACTS; i++) {
        hand.anything()
        if (i % 3 === 0) for (const stage of stages) lookAt(hand, stage, met)
      }
    }
    for (const wanted of [
      'pull puller-first',
      'pull pull',
      'pull close-stage',
      'look grade',
      'look ! marked-since',
      'decide grade-first',
      'decide take',
      'fit stop',
      'fit band-late',
      'fit press',
      'fit turn',
      'fit pilot',
      'fit out-again',
      'fit ! ring-missing',
      'counterbores measure',
      'protect count-in',
      'protect close-stage',
      'final-check measure',
      'trial-fit ! out',
    ])
      expect(met, [...met].sort().join('\n')).toContain(wanted)
  })
})
