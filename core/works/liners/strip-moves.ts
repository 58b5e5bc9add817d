import { nominalLedgeDepthMm } from '../../liner/stack'
import { checkPuller, forbidding, type PullerCheck } from '../../pull/check-puller'
import { decisionInForce, planRenewals } from './plan-renewals'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { inTurn, make, type StageMove } from './ledge-moves'
import { standingOf } from '../../job/stations'
import type { Puller, PullLog } from './strip'
import type { StopperName } from '../../job/tally-mark'
import { confirmedGrade, suggestGrade, worseSinceGraded } from './suggest-grade'
import { tallyTotals } from '../../job/tally'

/** What is usually put into each opening. */
export const usualStopper = {
  bore: 'foam-plug',
  'crank-hole': 'ear-plug',
  'oil-drilling': 'ear-plug',
  coolant: 'foam-plug',
  'push-rod': 'rag',
  'bolt-hole': 'cap',
} as const satisfies Record<string, StopperName>

/** The next move where the open engine is protected. */
export function protectMove(snapshot: Snapshot): StageMove {
  const { wentIn, stillIn } = tallyTotals(snapshot)
  if (isClosed(snapshot, 'protect')) return make('protect', 'done', 'closed', { figures: { stillIn } })
  if (wentIn === 0) return make('protect', 'count-in', 'nothing-in', { button: false, caution: 'tally' })
  return make('protect', 'close-stage', 'counted', { figures: { stillIn, wentIn } })
}

/** How a puller stands against this engine's liners; null where the sheet lacks the liner's measures. */
export function checkForJob(snapshot: Snapshot, puller: Puller): PullerCheck | null {
  const { liner, links } = snapshot.sheet
  if (!liner) return null
  return checkPuller(puller, liner, {
    boreMm: snapshot.engine.boreMm,
    pitchMm: snapshot.engine.pitchMm,
    counterboreMm: nominalLedgeDepthMm(links),
  })
}

/** The torque at which the puller of a logged pull should have stopped, N·m, where the wrench went past it; else null. */
export function pastStopNm(snapshot: Snapshot, log: PullLog): number | null {
  const puller = snapshot.pullers.find((p) => p.id === log.pullerId)
  const stopNm = puller ? checkForJob(snapshot, puller)?.plan?.stopTorqueNm : undefined
  return stopNm !== undefined && log.peakNm !== null && log.peakNm > stopNm ? stopNm : null
}

/** After a pull past its stop: what is said before the puller is used again. */
function afterTooMuch(snapshot: Snapshot): Pick<StageMove, 'caution'> & { over: StageMove['figures'] } {
  const last = snapshot.pulls
    .filter((p) => p.struck === null)
    .sort((a, b) => a.seq - b.seq)
    .at(-1)
  const stopNm = last ? pastStopNm(snapshot, last) : null
  return stopNm === null
    ? { caution: null, over: {} }
    : { caution: 'puller-over', over: { peakNm: last!.peakNm, stopNm } }
}

/** The next move at the puller. @param pullerId the puller in hand; null for none */
export function pullMove(snapshot: Snapshot, selected: number, pullerId: string | null): StageMove {
  if (isClosed(snapshot, 'pull')) return make('pull', 'done', 'closed')
  const turn = inTurn(
    snapshot.engine.heads
      .flat()
      .map((cylinder) => ({ cylinder, out: standingOf(snapshot.pulls, cylinder).length > 0 })),
    selected,
  )
  const first = turn.find((c) => !c.out)
  const { caution, over } = afterTooMuch(snapshot)
  if (!first) return make('pull', 'close-stage', 'all-out', { caution, figures: over })
  if (first !== turn[0])
    return make('pull', 'next-cylinder', 'next', { cylinder: first.cylinder, caution, figures: over })
  const { cylinder } = first
  if (!snapshot.sheet.liner) return make('pull', 'shape-first', 'no-shape', { cylinder })
  const puller = snapshot.pullers.find((p) => p.id === pullerId)
  if (!puller) return make('pull', 'puller-first', 'no-puller', { cylinder, button: false })
  const check = checkForJob(snapshot, puller)!
  const forbidden = check.problems.find((p) => forbidding.includes(p))
  if (forbidden || !check.plan) {
    return make('pull', 'other-puller', forbidden ?? 'no-room', {
      cylinder,
      button: false,
      caution: 'breaks',
      figures: {
        name: puller.name,
        discRoughMm: check.discBaseMm,
        boreRoughMm: snapshot.sheet.liner.lowerBoreMm,
        linerRoughMm: snapshot.engine.boreMm,
        overlapRoughMm: Math.abs(check.feetClearMm),
      },
    })
  }
  const { plan } = check
  return make('pull', 'pull', plan.withinLimit ? plan.governs : 'hand-is-stronger', {
    cylinder,
    caution: snapshot.sheet.liner.massKg !== null && snapshot.sheet.liner.massKg >= 20 ? 'pull-heavy' : 'pull',
    figures: {
      stopNm: plan.stopTorqueNm,
      safeN: plan.safePullN,
      handNm: plan.torqueNm,
      liftRoughMm: plan.liftToFreeMm,
      governs: plan.governs,
      mass: snapshot.sheet.liner.massKg ?? 0,
    },
  })
}

/** The next move where liners and block are looked at. */
export function lookMove(snapshot: Snapshot, selected: number): StageMove {
  if (isClosed(snapshot, 'look')) return make('look', 'done', 'closed')
  const turn = inTurn(
    snapshot.engine.heads.flat().map((cylinder) => ({
      cylinder,
      graded: confirmedGrade(snapshot, cylinder),
      worse: worseSinceGraded(snapshot, cylinder),
    })),
    selected,
  )
  const open = turn.find((c) => c.graded === null || c.worse !== null)
  if (!open) {
    const bad = turn
      .filter((c) => c.graded!.grade === 'scrap' || c.graded!.grade === 'poor')
      .map((c) => c.cylinder)
      .sort((a, b) => a - b)
    return make('look', 'close-stage', bad.length > 0 ? 'some-bad' : 'all-graded', {
      figures: { cylinders: bad.join(', ') },
    })
  }
  if (open !== turn[0])
    return make('look', 'next-cylinder', open.worse ? 'marked-since' : 'next', { cylinder: open.cylinder })
  if (open.worse)
    return make('look', 'grade', 'worse-since', {
      cylinder: open.cylinder,
      figures: { graded: open.graded!.grade, grade: open.worse },
    })
  const { grade, reasons } = suggestGrade(snapshot, open.cylinder)
  const heaviest = reasons[0]
  return make('look', 'grade', heaviest ? 'heaviest' : 'nothing-marked', {
    cylinder: open.cylinder,
    figures: { grade, kind: heaviest?.kind ?? null, severity: heaviest?.severity ?? null, count: reasons.length },
  })
}

/** The next move where it is decided what is renewed. */
export function decideMove(snapshot: Snapshot): StageMove {
  if (isClosed(snapshot, 'decide')) return make('decide', 'done', 'closed')
  const plan = planRenewals(snapshot)
  const open = plan.grades.filter((g) => !g.confirmed).map((g) => g.cylinder)
  if (open.length > 0) return make('decide', 'grade-first', 'not-graded', { figures: { cylinders: open.join(', ') } })
  const decided = decisionInForce(snapshot)
  const lasting = snapshot.grades.reduce((seq, g) => Math.max(seq, g.seq), -Infinity)
  if (!decided || decided.seq < lasting) {
    const best = plan.options[plan.cheapest]!
    return make('decide', 'take', decided ? 'graded-since' : 'cheapest', {
      figures: {
        renew: best.renew.join(', ') || '—',
        count: best.renew.length,
        percent: Math.round(best.comebackChance * 100),
        now: Math.round(best.nowCost),
        expected: Math.round(best.expectedCost),
      },
    })
  }
  return make('decide', 'close-stage', 'decided', {
    figures: { renew: decided.renew.join(', ') || '—', count: decided.renew.length },
  })
}
