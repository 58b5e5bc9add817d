import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import type { StageLogic } from '../stage-logic'
import { endAt, endsOf, readPlace, sectionOf, treatmentOf, type EndSpot } from './read-front'
import { readSeal, type SealState } from './read-seal'

const says = {
  actions: ['read-seal', 'other-seal', 'start', 'round', 'depth', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'sleeve'],
  heads: ['start-shifted', 'press-more', 'new-one'],
  reasons: [
    'cover-first',
    'look-alikes',
    'outside-wrong',
    'inside-wrong',
    'as-sheet',
    'as-usual',
    'no-clean-track',
    'evenly',
    'quarter',
    'square',
    'short',
    'leans',
    'too-deep',
    'next',
    'all-in',
    'resting',
    'closed',
  ],
  cautions: ['taper', 'one-chance', 'lip-track'],
} as const
const make = mover('seal-in', says)

const stands = ({ verdict, lean }: SealState) => (verdict === 'in' || verdict === 'unsure') && lean !== 'out'

function wantedAt(snapshot: Snapshot, end: EndSpot): Move | null {
  const { place, of } = end
  const state = readSeal(snapshot, end)
  const placed = readPlace(snapshot, end)
  const { lip, outside, ofSheet } = treatmentOf(end)
  const figures = {
    end: { word: `front.end.${place}` },
    outerMm: of.seal.outerMm,
    innerMm: of.seal.innerMm,
    readOuterMm: state.seal?.outerMm ?? null,
    readInnerMm: state.seal?.innerMm ?? null,
    targetMm: state.targetMm,
    nominalMm: of.depth.nominalMm,
    lip: { word: `front.lip.${lip}` },
    outside: { word: `front.outside.${outside}` },
    turns: state.turnsNow === null ? null : Math.round(state.turnsNow * 100) / 100,
    exactTurns: state.turnsNow,
    roundsLeft: state.plan?.rounds ?? 0,
    depthMm: state.plane?.centreMm ?? null,
    leanMm: state.plane?.tiltMm ?? null,
    maxLeanMm: of.maxLeanMm,
    highAtDeg: state.plane?.highAtDeg ?? null,
  }
  const at = { place, figures }
  if (state.targetMm === null) return make('sleeve', 'no-clean-track', { ...at, caution: 'lip-track' })
  if (!state.seal) return make('read-seal', 'look-alikes', at)
  if (state.fit !== 'right') return make('other-seal', state.fit!, at)
  if (!state.started)
    return make('start', ofSheet ? 'as-sheet' : 'as-usual', {
      ...at,
      ...(placed.reason === 'shifted' ? { head: 'start-shifted' } : {}),
      caution: 'taper',
    })
  if (!state.depth && state.turnsNow !== null)
    return make('round', state.turnsNow < of.press.stepTurns - 1e-9 ? 'quarter' : 'evenly', {
      ...at,
      caution: 'one-chance',
    })
  if (!state.depth) return make('depth', 'square', at)
  if (state.verdict === 'too-deep') return make('other-seal', 'too-deep', { ...at, head: 'new-one' })
  if (state.lean === 'out') return make('depth', 'leans', { ...at, head: 'press-more' })
  if (state.verdict === 'out') return make('round', 'short', { ...at, head: 'press-more', caution: 'one-chance' })
  return null
}

/** Seals in: the right one, as the sheet treats it, pressed evenly to clean shaft, square, once. */
export function sealInMove(snapshot: Snapshot, hand: Spot, nowMs: number): Move {
  if (isClosed(snapshot, 'seal-in')) return make('done', 'closed')
  if (routeStages(snapshot).includes('cover') && !isClosed(snapshot, 'cover')) return make('stop', 'cover-first')
  const ends = endsOf(snapshot)
  const own = endAt(snapshot, hand.place)
  const next = (own && wantedAt(snapshot, own) ? own : null) ?? ends.find((e) => wantedAt(snapshot, e) !== null)
  if (next && next.place !== hand.place)
    return make('next-place', 'next', { place: next.place, figures: { end: { word: `front.end.${next.place}` } } })
  const move = next && wantedAt(snapshot, next)
  if (move) return move
  const rests = clocks(snapshot).some((c) => Date.parse(c.dueAt) > nowMs)
  return make('close-stage', rests ? 'resting' : 'all-in')
}

/** A dry lip at rest. */
export function clocks(snapshot: Snapshot): Clock[] {
  return endsOf(snapshot).flatMap((end) => {
    const { depth, restedAt } = readSeal(snapshot, end)
    if (!depth || !restedAt) return []
    const of = { name: '', stage: 'seal-in' as const, cylinder: null, place: end.place }
    return [{ id: `rest-${depth.id}`, code: 'rest', ...of, fromAt: depth.at, dueAt: restedAt, ends: 'ready' }]
  })
}

export const sealIn: StageLogic = {
  says,
  problems: (s) => {
    const states = endsOf(s).map((end) => ({ ...end, state: readSeal(s, end) }))
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...amongSpots(
        'no-clean-shaft',
        states.filter((e) => e.state.targetMm === null),
        true,
      ),
      ...amongSpots(
        'wrong-seal',
        states.filter((e) => e.state.fit !== null && e.state.fit !== 'right'),
        false,
      ),
      ...amongSpots(
        'seal-not-in',
        states.filter((e) => e.state.depth === null),
        false,
      ),
      ...amongSpots(
        'seal-depth-out',
        states.filter((e) => e.state.depth !== null && !stands(e.state)),
        true,
      ),
    ]
  },
  move: (s, hand) => sealInMove(s, { cylinder: null, place: hand.place ?? null }, hand.nowMs ?? 0),
  refuse: (s, act) => {
    const mine =
      act.what === 'note-seal' || act.what === 'start-seal' || act.what === 'press-round' || act.what === 'seal-depth'
    if (!mine) return null
    const end = endAt(s, act.place)
    if (!end) return { code: 'unknown-place', details: [act.place] }
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    const state = readSeal(s, end)
    if (act.what === 'start-seal') return state.fit === 'right' ? null : early('wrong-seal')
    if (act.what === 'press-round') return state.started ? null : early('not-started')
    return null
  },
}
