import { pressProblem, readFitting, runningBand, swellLeftMs, type FittingState } from './read-fitting'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { inTurn, make, type StageMove } from './ledge-moves'

/** What one liner asks for next; null where it is in and stands right. */
function wantedOf(snapshot: Snapshot, state: FittingState, nowMs: number): StageMove | null {
  const { cylinder, rings } = state
  const step = (action: string, reason: string, rest: Partial<StageMove> = {}) =>
    make('fit', action, reason, { cylinder, ...rest })
  const { liner, limits } = snapshot.sheet
  if (state.press) {
    if (state.clock !== 'out') return null
    return step('turn', 'clock-out', {
      button: true,
      caution: 'fingers',
      figures: { at: state.press.atDeg!, want: liner!.clockDeg!, tolerance: liner!.clockTolDeg },
    })
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
      lubricant,
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
    figures: { want: liner?.clockDeg ?? null, torque: limits.holdDownNm, mass: liner?.massKg ?? 0 },
  })
}

/**
 * The next move where seals go on and liners go in. It stops where an earlier stage is open:
 * a liner pulled again after its seals are in costs the seals.
 *
 * @param nowMs the time now, ms: a wetted band runs against it
 */
export function fitMove(snapshot: Snapshot, selected: number, nowMs: number): StageMove {
  if (isClosed(snapshot, 'fit')) return make('fit', 'done', 'closed')
  const dryOpen = routeStages(snapshot).includes('trial-fit') && !isClosed(snapshot, 'trial-fit')
  if (dryOpen) return make('fit', 'stop', 'dry-first', { caution: 'seals-cost' })
  const all = readFitting(snapshot)
  const turn = inTurn(all, selected)
  // A wetted band waits for nobody: its liner comes first, whichever is in hand.
  const running = runningBand(all, nowMs)
  const urgent = running && running.cylinder !== turn[0]!.cylinder ? running : null
  if (urgent) return make('fit', 'next-cylinder', 'band-runs', { cylinder: urgent.cylinder })
  const own = wantedOf(snapshot, turn[0]!, nowMs)
  if (own) return own
  const waiting = turn.find((f) => wantedOf(snapshot, f, nowMs) !== null)
  if (waiting) return make('fit', 'next-cylinder', 'next', { cylinder: waiting.cylinder })
  return make('fit', 'close-stage', 'all-in')
}
