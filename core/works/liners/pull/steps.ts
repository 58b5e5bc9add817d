import type { Said } from '../../../job/ask'
import { latest } from '../../../job/order'
import type { Figures } from '../../../job/move'
import type { Snapshot } from '../../../job/snapshot'
import { standingOf } from '../../../job/stations'
import { stageSteps } from '../../../job/step'
import { forbidding } from '../../../pull/check-puller'
import { deckPlaces } from '../deck-places'
import { checkForJob, pastStopNm } from './puller'

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
  gates: ['not-pulled'],
} as const
const { part, logic } = stageSteps('pull', says)
const HEAVY_KG = 20

/** After a pull past its stop: the torque it took and the one it should have stopped at; null where the last was none. */
function pastStop(snapshot: Snapshot): Figures | null {
  const last = latest(snapshot.pulls.filter((p) => p.struck === null))
  const stopAtMostNm = last && pastStopNm(snapshot, last)
  return stopAtMostNm === null ? null : { peakNm: last!.peakNm, stopAtMostNm }
}

const liners = part({
  places: deckPlaces,
  round: true,
  read: (snapshot, { cylinder }) => ({ out: standingOf(snapshot.pulls, cylinder).length > 0 }),
})
type Here = Parameters<Parameters<typeof liners.of>[0][number]['when']>[0]
const pullerOf = ({ snapshot, hand }: Here) => snapshot.pullers.find((p) => p.id === hand?.toolId) ?? null
const checkOf = (here: Here) => {
  const puller = pullerOf(here)
  return puller && checkForJob(here.snapshot, puller)
}
/** Why the puller in hand may not be used on these liners; null where it may. */
function forbids(here: Here) {
  const check = checkOf(here)
  if (!check) return null
  return forbidding.find((p) => check.problems.includes(p)) ?? (check.plan ? null : ('no-room' as const))
}
const shaped = ({ snapshot }: Here) => snapshot.sheet.liner !== null
const stillIn = { code: 'not-pulled', soft: true } as const

const logPull = liners.turn({
  entry: 'log-pull',
  fields: {
    pullerId: ({ hand }) => hand?.toolId ?? null,
    peakNm: {},
    ranOut: { words: 'pull.out' },
    tightMm: { each: () => [], more: (_, row) => ({ figures: { n: row + 1 }, spot: `tight-${row}` }) },
    words: { usual: '' },
  },
  said: (here, { peakNm }): Said => {
    const stopAtMostNm = checkOf(here)?.plan?.stopTorqueNm
    if (peakNm == null || stopAtMostNm === undefined) return { verdicts: {}, lines: [] }
    const over = peakNm > stopAtMostNm
    return {
      verdicts: { peakNm: over ? 'out' : 'in' },
      lines: over ? [{ word: 'over', figures: { stopAtMostNm }, verdict: 'out' }] : [],
    }
  },
})

const stage = logic({
  alone: true,
  parts: [
    liners.of([
      {
        action: 'shape-first',
        when: (h) => !h.state.out && !shaped(h),
        gate: stillIn,
        reason: 'no-shape',
      },
      {
        action: 'puller-first',
        when: (h) => !h.state.out && pullerOf(h) === null,
        gate: stillIn,
        reason: 'no-puller',
      },
      {
        action: 'other-puller',
        when: (h) => !h.state.out && forbids(h) !== null,
        gate: stillIn,
        reason: (h) => forbids(h)!,
        caution: 'breaks',
        figures: (h) => {
          const { discBaseMm, feetClearMm } = checkOf(h)!
          return {
            name: pullerOf(h)!.name,
            discRoughMm: discBaseMm,
            boreRoughMm: h.snapshot.sheet.liner!.lowerBoreMm,
            linerRoughMm: h.snapshot.engine.boreMm,
            overlapRoughMm: Math.abs(feetClearMm),
          }
        },
      },
      {
        action: 'pull',
        when: ({ state }) => !state.out,
        gate: stillIn,
        reason: (h) => {
          const plan = checkOf(h)!.plan!
          return plan.withinLimit ? plan.governs : 'hand-is-stronger'
        },
        caution: ({ snapshot }) => ((snapshot.sheet.liner?.massKg ?? 0) >= HEAVY_KG ? 'pull-heavy' : 'pull'),
        figures: (h) => {
          const plan = checkOf(h)!.plan!
          return {
            stopAtMostNm: plan.stopTorqueNm,
            safeN: plan.safePullN,
            handNm: plan.torqueNm,
            liftRoughMm: plan.liftToFreeMm,
            governs: plan.governs,
            mass: h.snapshot.sheet.liner!.massKg ?? 0,
          }
        },
        turn: logPull,
        onward: true,
      },
    ]),
  ],
  next: {
    action: 'next-cylinder',
    reason: 'next',
    figures: (s) => pastStop(s) ?? {},
    caution: (s) => (pastStop(s) ? 'puller-over' : null),
  },
  closes: (s) => {
    const over = pastStop(s)
    return { reason: 'all-out', ...(over ? { caution: 'puller-over', figures: over } : {}) }
  },
})

/** Liners pulled, each by a puller that was checked for it. */
export const pull: typeof stage = {
  ...stage,
  refuse: (s, act, nowMs) =>
    act.what === 'log-pull' && act.pullerId && !s.pullers.some((p) => p.id === act.pullerId)
      ? { code: 'unknown-puller', details: [] }
      : (stage.refuse?.(s, act, nowMs) ?? null),
}
