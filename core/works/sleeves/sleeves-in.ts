import { among, whole } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import type { StageLogic } from '../stage-logic'
import { mandrelFor, provenClear, readIn, sectionOf, sleeveScope } from './read-sleeves'
import { clearStep } from './sleeves-out'

const says = {
  actions: [
    'film',
    'oil',
    'bar',
    'prove',
    'seat',
    'yoke',
    'draw',
    'measure-in',
    'pull-again',
    'next-cylinder',
    'close-stage',
    'done',
  ],
  told: ['never-clear', 'no-mandrel', 'stop'],
  heads: ['bar-teeth', 'bar-none', 'film-any'],
  reasons: [
    'out-first',
    'compound',
    'rings',
    'in-the-way',
    'barred-since',
    'seats',
    'tool-rises',
    'grips',
    'no-grip',
    'ends-free',
    'fixed',
    'too-loose',
    'too-tight',
    'next',
    'all-in',
    'never',
    'closed',
  ],
  cautions: ['compound-skin', 'barring', 'rod', 'yoke', 'press-sleeve'],
} as const
const make = mover('sleeves-in', says)

function wantedOf(snapshot: Snapshot, cylinder: number, open: readonly number[]): Move | null {
  const section = sectionOf(snapshot)
  const state = readIn(snapshot, cylinder)
  const has = (step: string) => state.steps.some((s) => s.step === step)
  const at = (
    action: Parameters<typeof make>[0],
    reason: Parameters<typeof make>[1],
    rest: Parameters<typeof make>[2] = {},
  ) => make(action, reason, { cylinder, ...rest })
  if (state.entry) {
    if (state.drawn?.verdict === 'loose')
      return at('pull-again', 'too-loose', { figures: { boreMm: state.entry.boreMm } })
    if (state.drawn?.verdict === 'over-expanded')
      return at('pull-again', 'too-tight', { figures: { boreMm: state.entry.boreMm } })
    return null
  }
  const compound = section?.kind !== 'expanded'
  if (compound && !has('film'))
    return at('film', 'compound', {
      caution: 'compound-skin',
      ...(section?.compound ? { figures: { name: section.compound.name } } : { head: 'film-any' }),
    })
  if (!compound && !has('oil')) return at('oil', 'rings')
  if (!has('seated') || (!compound && !has('drawn'))) {
    const clear = clearStep(snapshot, cylinder, open)
    if (clear) {
      const { action, ...rest } = clear
      const reason = action === 'never-clear' ? 'never' : action === 'bar' ? 'in-the-way' : 'barred-since'
      return at(action, reason, { caution: action === 'prove' ? 'rod' : 'barring', ...rest })
    }
  }
  if (!has('seated')) return at('seat', 'seats', { caution: 'press-sleeve' })
  if (compound) return at('measure-in', 'fixed', { figures: { minutes: section?.compound?.fixtureMin ?? null } })
  if (!has('yoke')) return at('yoke', 'tool-rises', { caution: 'yoke', figures: { wantNm: section?.yokeNm ?? null } })
  if (!has('drawn')) {
    const mandrelMm = mandrelFor(snapshot, cylinder)
    return mandrelMm === null ? at('no-mandrel', 'no-grip') : at('draw', 'grips', { figures: { mandrelMm } })
  }
  return at('measure-in', 'ends-free')
}

/** Where the sleeves go in: what is done next. */
export function sleevesInMove(snapshot: Snapshot, selected: number): Move {
  if (isClosed(snapshot, 'sleeves-in')) return make('done', 'closed')
  if (!isClosed(snapshot, 'sleeve-bores')) return make('stop', 'out-first')
  const scope = sleeveScope(snapshot)
  const open = scope.filter((c) => readIn(snapshot, c).entry === null)
  const turn = inTurn(
    scope.map((cylinder) => ({ cylinder })),
    selected,
  )
  // A piston proven clear is used while it is: barring comes between, not in the middle.
  const ready = turn.filter((c) => open.includes(c.cylinder) && provenClear(snapshot, c.cylinder))
  const own = turn.find((c) => c.cylinder === selected)
  const move = own && wantedOf(snapshot, selected, open)
  if (move && move.action !== 'bar') return move
  const other = ready.find((c) => c.cylinder !== selected && wantedOf(snapshot, c.cylinder, open) !== null)
  if (other && (move === null || move === undefined || move.action === 'bar'))
    return make('next-cylinder', 'next', { cylinder: other.cylinder })
  if (move) return move
  const waiting = turn.find((c) => wantedOf(snapshot, c.cylinder, open) !== null)
  if (waiting) return make('next-cylinder', 'next', { cylinder: waiting.cylinder })
  return make('close-stage', 'all-in')
}

/** The fixture and cure of every compound that was put in. */
export function clocks(snapshot: Snapshot): Clock[] {
  const found: Clock[] = []
  const section = sectionOf(snapshot)
  for (const cylinder of sleeveScope(snapshot)) {
    const { steps, fixedAt, curedAt } = readIn(snapshot, cylinder)
    const seated = steps.filter((s) => s.step === 'seated').at(-1)
    if (!seated || !fixedAt || !curedAt) continue
    const of = {
      name: section?.compound?.name ?? '',
      stage: 'sleeves-in' as const,
      cylinder,
      place: null,
      fromAt: seated.at,
      ends: 'ready' as const,
    }
    found.push({ id: `fixture-${seated.id}`, code: 'fixture', ...of, dueAt: fixedAt })
    found.push({ id: `cure-${seated.id}`, code: 'cure', ...of, dueAt: curedAt })
  }
  return found
}

/** Sleeves in: pressed with compound, or drawn onto their rings. */
export const sleevesIn: StageLogic = {
  says,
  problems: (s) => {
    const states = sleeveScope(s).map((c) => readIn(s, c))
    const pick = (test: (b: (typeof states)[number]) => boolean) => states.filter(test).map((b) => b.cylinder)
    return [
      ...whole('earlier-open', !isClosed(s, 'sleeve-bores'), false),
      ...among(
        'sleeve-not-in',
        pick((b) => b.entry === null),
        false,
      ),
      ...among(
        'sleeve-loose',
        pick((b) => b.drawn !== null && b.drawn.verdict !== 'tight'),
        false,
      ),
      ...among(
        'out',
        pick((b) => b.top === 'out'),
        true,
      ),
      ...among(
        'unsure',
        pick((b) => b.top === 'unsure'),
        true,
      ),
    ]
  },
  move: (s, hand) => sleevesInMove(s, hand.cylinder),
  refuse: (s, act) => {
    if (act.what !== 'sleeve-step') return null
    if (!isClosed(s, 'sleeve-bores')) return { code: 'out-of-order', details: ['bores-first'] }
    const has = (step: string) => readIn(s, act.cylinder).steps.some((x) => x.step === step)
    if ((act.step === 'seated' || act.step === 'drawn') && !provenClear(s, act.cylinder))
      return { code: 'out-of-order', details: ['not-proven'] }
    if (act.step === 'drawn' && !has('yoke')) return { code: 'out-of-order', details: ['yoke-first'] }
    return null
  },
}
