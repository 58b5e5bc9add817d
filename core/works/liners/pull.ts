import { latest } from '../../job/order'
import { among, without } from '../../job/gate'
import { inTurn, mover, type Figures, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { standingOf } from '../../job/stations'
import { nominalLedgeDepthMm } from '../../liner/stack'
import { checkPuller, forbidding, type PullerCheck } from '../../pull/check-puller'
import type { StageLogic } from '../stage-logic'
import type { Puller, PullLog } from './strip'

const says = {
  actions: ['shape-first', 'pull', 'next-cylinder', 'close-stage', 'done'],
  told: ['puller-first', 'other-puller'],
  reasons: [
    'no-shape',
    'no-puller',
    'no-room',
    'disc-cannot-pass',
    'disc-catches-nothing',
    'feet-on-flange',
    'screw',
    'bar',
    'lip',
    'hand-is-stronger',
    'next',
    'all-out',
    'closed',
  ],
  cautions: ['breaks', 'pull', 'pull-heavy', 'puller-over'],
} as const
const make = mover('pull', says)

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
function afterTooMuch(snapshot: Snapshot): { caution: 'puller-over' | null; over: Figures } {
  const last = latest(snapshot.pulls.filter((p) => p.struck === null))
  const stopNm = last ? pastStopNm(snapshot, last) : null
  return stopNm === null
    ? { caution: null, over: {} }
    : { caution: 'puller-over', over: { peakNm: last!.peakNm, stopAtMostNm: stopNm } }
}

/** The next move at the puller. @param pullerId the puller in hand; null for none */
export function pullMove(snapshot: Snapshot, selected: number, pullerId: string | null): Move {
  if (isClosed(snapshot, 'pull')) return make('done', 'closed')
  const turn = inTurn(
    snapshot.engine.heads
      .flat()
      .map((cylinder) => ({ cylinder, out: standingOf(snapshot.pulls, cylinder).length > 0 })),
    selected,
  )
  const first = turn.find((c) => !c.out)
  const { caution, over } = afterTooMuch(snapshot)
  if (!first) return make('close-stage', 'all-out', { caution, figures: over })
  if (first !== turn[0]) return make('next-cylinder', 'next', { cylinder: first.cylinder, caution, figures: over })
  const { cylinder } = first
  if (!snapshot.sheet.liner) return make('shape-first', 'no-shape', { cylinder })
  const puller = snapshot.pullers.find((p) => p.id === pullerId)
  if (!puller) return make('puller-first', 'no-puller', { cylinder })
  const check = checkForJob(snapshot, puller)!
  const forbidden = forbidding.find((p) => check.problems.includes(p))
  if (forbidden || !check.plan) {
    return make('other-puller', forbidden ?? 'no-room', {
      cylinder,
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
  return make('pull', plan.withinLimit ? plan.governs : 'hand-is-stronger', {
    cylinder,
    caution: snapshot.sheet.liner.massKg !== null && snapshot.sheet.liner.massKg >= 20 ? 'pull-heavy' : 'pull',
    figures: {
      stopAtMostNm: plan.stopTorqueNm,
      safeN: plan.safePullN,
      handNm: plan.torqueNm,
      liftRoughMm: plan.liftToFreeMm,
      governs: plan.governs,
      mass: snapshot.sheet.liner.massKg ?? 0,
    },
  })
}

/** Liners pulled, each by a puller that was checked for it. */
export const pull: StageLogic = {
  says,
  problems: (s) => among('not-pulled', without(s, s.pulls), true),
  move: (s, hand) => pullMove(s, hand.cylinder, hand.toolId ?? null),
  refuse: (s, act) =>
    act.what === 'log-pull' && act.pullerId && !s.pullers.some((p) => p.id === act.pullerId)
      ? { code: 'unknown-puller', details: [] }
      : null,
}
