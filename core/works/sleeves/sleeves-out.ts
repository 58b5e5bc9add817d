import { among } from '../../job/gate'
import { inTurn, mover, type Figures, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { nextTurnDeg, readBarring, teethOf } from './barring'
import { lastAt, provenClear, sectionOf, sleeveScope } from './read-sleeves'

const says = {
  actions: ['sheet-first', 'injector', 'bar', 'prove', 'sleeve', 'chips', 'next-cylinder', 'close-stage', 'done'],
  told: ['never-clear', 'none-asked'],
  heads: ['bar-teeth', 'bar-none'],
  reasons: [
    'no-section',
    'label',
    'in-the-way',
    'barred-since',
    'clear',
    'chips-fall',
    'next',
    'all-out',
    'no-cause',
    'never',
    'closed',
  ],
  cautions: ['drain-first', 'barring', 'rod', 'fingers-clear', 'chips-out'],
} as const
const make = mover('sleeves-out', says)

/** The step that brings the next piston out of the way, and proves it; null where the one in hand is proven clear. */
export function clearStep(
  snapshot: Snapshot,
  cylinder: number,
  open: readonly number[],
): { action: 'bar' | 'prove' | 'never-clear'; head?: 'bar-teeth' | 'bar-none'; figures: Figures } | null {
  if (provenClear(snapshot, cylinder)) return null
  const barring = readBarring(snapshot, open)
  if (!barring) return { action: 'prove', figures: {} }
  if ('problem' in barring) return { action: 'never-clear', figures: { code: barring.problem } }
  const [stop] = barring.plan.plan
  if (stop!.cylinders.includes(cylinder) && stop!.fromDeg <= 1e-9)
    return { action: 'prove', figures: { needRoughMm: barring.plan.neededDepthMm } }
  // Another one of the plan's first stop comes first; barring is never turned back.
  const deg = nextTurnDeg(barring.plan)
  const teeth = teethOf(deg, snapshot.sheet.sections.crank?.ringTeeth ?? null)
  return {
    action: 'bar',
    ...(teeth === null ? {} : { head: 'bar-teeth' as const }),
    figures: { turn: Math.round(deg), turnDeg: deg, teeth, cylinders: stop!.cylinders, stops: barring.plan.stops },
  }
}

/** Where the sleeves come out: what is done next. */
export function sleevesOutMove(snapshot: Snapshot, selected: number): Move {
  if (isClosed(snapshot, 'sleeves-out')) return make('done', 'closed')
  const scope = sleeveScope(snapshot)
  if (scope.length === 0) return make('none-asked', 'no-cause')
  const section = sectionOf(snapshot)
  if (!section) return make('sheet-first', 'no-section')
  const turn = inTurn(
    scope.map((cylinder) => ({ cylinder, out: lastAt(snapshot, 'out', cylinder) })),
    selected,
  )
  const open = turn.filter((c) => c.out === null).map((c) => c.cylinder)
  const uncleaned = turn.find((c) => c.out && !c.out.chipsOut)
  if (uncleaned) return make('chips', 'chips-fall', { cylinder: uncleaned.cylinder, caution: 'chips-out' })
  if (open.length === 0) return make('close-stage', 'all-out')
  // Those of one stop are done together, so that the engine is barred no oftener than it must.
  const barring = readBarring(snapshot, open)
  const together =
    barring && 'plan' in barring && barring.plan.plan[0]!.fromDeg <= 1e-9 ? barring.plan.plan[0]!.cylinders : open
  const cylinder =
    together.includes(selected) && open.includes(selected)
      ? selected
      : (open.find((c) => together.includes(c)) ?? open[0]!)
  if (cylinder !== selected) return make('next-cylinder', 'next', { cylinder })
  if (!lastAt(snapshot, 'injectors', cylinder)) return make('injector', 'label', { cylinder, caution: 'drain-first' })
  const step = clearStep(snapshot, cylinder, open)
  if (step) {
    const { action, ...rest } = step
    const reason = action === 'never-clear' ? 'never' : action === 'bar' ? 'in-the-way' : 'barred-since'
    return make(action, reason, { cylinder, caution: action === 'prove' ? 'rod' : 'barring', ...rest })
  }
  return make('sleeve', 'clear', { cylinder, caution: 'fingers-clear' })
}

/** Sleeves out, the washers under them counted, the chips with them. */
export const sleevesOut: StageLogic = {
  says,
  problems: (s) => {
    const out = (c: number) => lastAt(s, 'out', c)
    return [
      ...among(
        'sleeve-in-still',
        sleeveScope(s).filter((c) => out(c) === null),
        false,
      ),
      ...among(
        'chips-left',
        sleeveScope(s).filter((c) => out(c)?.chipsOut === false),
        false,
      ),
    ]
  },
  move: (s, hand) => sleevesOutMove(s, hand.cylinder),
  refuse: (s, act) =>
    act.what === 'sleeve-out' && !provenClear(s, act.cylinder)
      ? { code: 'out-of-order', details: ['not-proven'] }
      : null,
}
