import { named, type GateProblem } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import {
  pilotMm,
  pressProblem,
  readFitting,
  runningBand,
  sealProblem,
  swellLeftMs,
  type FittingState,
} from './read-fitting'

const says = {
  actions: [
    'ring-on',
    'wet',
    'band-on',
    'band-late',
    'press',
    'turn',
    'pilot',
    'next-cylinder',
    'close-stage',
    'done',
    'stop',
  ],
  reasons: [
    'dry-first',
    'rings-missing',
    'band-late',
    'already-in',
    'no-such-groove',
    'never-dry',
    'clock-runs',
    'clock-running',
    'swollen',
    'band-waits',
    'rings-on',
    'clock-out',
    'pin-stops',
    'pin-proves',
    'band-runs',
    'next',
    'all-in',
    'closed',
  ],
  cautions: ['ring', 'press', 'press-heavy', 'fingers', 'seals-cost'],
} as const
const make = mover('fit', says)

/** What one liner asks for next; null where it is in and stands right. */
function wantedOf(snapshot: Snapshot, state: FittingState, nowMs: number): Move | null {
  const { cylinder, rings } = state
  const step = (
    action: Parameters<typeof make>[0],
    reason: Parameters<typeof make>[1],
    rest: Parameters<typeof make>[2] = {},
  ) => make(action, reason, { cylinder, ...rest })
  const { liner, limits } = snapshot.sheet
  if (state.press) {
    if (state.clock === 'out')
      return step('turn', state.pilot === false ? 'pin-stops' : 'clock-out', {
        caution: 'fingers',
        figures: { at: state.press.atDeg!, want: liner!.clockDeg!, tolerance: liner!.clockTolDeg },
      })
    const pin = pilotMm(snapshot)
    if (pin === null || state.pilot !== null) return null
    return step('pilot', 'pin-proves', { figures: { pinMm: pin } })
  }
  const left = swellLeftMs(state, nowMs)
  const waiting = rings.find((r) => r.dueAt !== null)
  if (left !== null && left < 0 && waiting)
    return step('band-late', 'swollen', {
      figures: { place: waiting.seal.place, groove: waiting.groove, minutes: waiting.seal.swellMinutes! },
    })
  const plain = rings.find((r) => r.seal.swellMinutes === null && r.state !== 'on')
  const next = plain ?? rings.find((r) => r.state !== 'on')
  if (next) {
    const { place, material, colour, lubricant, swellMinutes } = next.seal
    const figures = {
      groove: next.groove,
      place,
      material,
      colour,
      lubricant: { word: `lubricant.${lubricant}` },
      n: next.groove + 1,
      of: rings.length,
      minutes: swellMinutes,
    }
    if (swellMinutes === null) return step('ring-on', 'never-dry', { figures, caution: 'ring' })
    return next.state === 'open'
      ? step('wet', 'clock-runs', { figures, caution: 'ring' })
      : step('band-on', 'clock-running', { figures, caution: 'ring' })
  }
  const problem = pressProblem(snapshot, cylinder, nowMs)
  if (problem) return step('stop', problem, { button: false })
  const reason = left !== null ? 'band-waits' : 'rings-on'
  return step('press', reason, {
    caution: liner?.massKg != null && liner.massKg >= 20 ? 'press-heavy' : 'press',
    figures: { want: liner?.clockDeg ?? null, holdDownNm: limits.holdDownNm, mass: liner?.massKg ?? 0 },
  })
}

/**
 * The next move where seals go on and liners go in. It stops where an earlier stage is open:
 * a liner pulled again after its seals are in costs the seals.
 *
 * @param nowMs the time now, ms: a wetted band runs against it
 */
export function fitMove(snapshot: Snapshot, selected: number, nowMs: number): Move {
  if (isClosed(snapshot, 'fit')) return make('done', 'closed')
  const dryOpen = routeStages(snapshot).includes('trial-fit') && !isClosed(snapshot, 'trial-fit')
  if (dryOpen) return make('stop', 'dry-first', { caution: 'seals-cost' })
  const all = readFitting(snapshot)
  const turn = inTurn(all, selected)
  // A wetted band waits for nobody: its liner comes first, whichever is in hand.
  const running = runningBand(all, nowMs)
  const urgent = running && running.cylinder !== turn[0]!.cylinder ? running : null
  if (urgent) return make('next-cylinder', 'band-runs', { cylinder: urgent.cylinder })
  const own = wantedOf(snapshot, turn[0]!, nowMs)
  if (own) return own
  const waiting = turn.find((f) => wantedOf(snapshot, f, nowMs) !== null)
  if (waiting) return make('next-cylinder', 'next', { cylinder: waiting.cylinder })
  return make('close-stage', 'all-in')
}

function fitProblems(snapshot: Snapshot): GateProblem[] {
  const fits = readFitting(snapshot)
  const pick = (test: (f: (typeof fits)[number]) => boolean) => fits.filter(test).map((f) => f.cylinder)
  const problems: GateProblem[] = [
    { code: 'ring-missing', cylinders: pick((f) => f.rings.some((r) => r.state !== 'on')), soft: false },
    { code: 'not-pressed', cylinders: pick((f) => f.press === null), soft: false },
    { code: 'clock-out', cylinders: pick((f) => f.clock === 'out'), soft: true },
    {
      code: 'pilot-not-tried',
      cylinders: pick((f) => f.press !== null && pilotMm(snapshot) !== null && f.pilot === null),
      soft: true,
    },
  ]
  return named(problems)
}

/** Seals on, liners pressed in: they wait for the dry fit, where there is one on the route. */
export const fit: StageLogic = {
  says,
  problems: fitProblems,
  move: (s, hand) => fitMove(s, hand.cylinder, hand.nowMs ?? 0),
  refuse: (s, act, nowMs) => {
    if (act.what === 'try-pilot') {
      const there = readFitting(s).find((f) => f.cylinder === act.cylinder)?.press
      return there ? null : { code: 'out-of-order', details: ['press-first'] }
    }
    if (act.what !== 'fit-seal' && act.what !== 'press-liner') return null
    if (routeStages(s).includes('trial-fit') && !isClosed(s, 'trial-fit'))
      return { code: 'out-of-order', details: ['fit-not-open'] }
    const problem =
      act.what === 'fit-seal'
        ? sealProblem(s, act.cylinder, act.groove, act.step, act.lubricant, nowMs)
        : pressProblem(s, act.cylinder, nowMs)
    return problem ? { code: 'out-of-order', details: [problem] } : null
  },
}
