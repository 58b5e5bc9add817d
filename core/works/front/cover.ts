import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import type { StageLogic } from '../stage-logic'
import { coverBoltsOpen, readCover } from './read-cover'
import { coveredEnds, endAt, sectionOf, type EndSpot } from './read-front'

const says = {
  actions: ['clean', 'sealant', 'snug', 'sweep', 'move', 'bolts', 'tight', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'cannot'],
  heads: ['sweep-again', 'clean-again', 'nothing'],
  reasons: [
    'cam-first',
    'three-meet',
    'corners',
    'lost',
    'can-move',
    'by-dial',
    'looked',
    'off-centre',
    'stands',
    'stands-unsure',
    'rail-or-centre',
    'holes',
    'dowelled',
    'next',
    'all-good',
    'no-cover',
    'closed',
  ],
  cautions: ['sealant-skin', 'crank-low', 'snug-only', 'book-torque'],
} as const
const make = mover('cover', says)

function wantedAt(snapshot: Snapshot, end: EndSpot, nowMs: number): Move | null {
  const { place } = end
  const cover = end.of.cover!
  const state = readCover(snapshot, end)
  const { set } = state
  const figures = {
    end: { word: `front.end.${place}` },
    sealant: cover.sealant,
    minutes: cover.skinMin,
    runoutMm: set?.runoutMm ?? null,
    runoutMaxMm: cover.runoutMaxMm,
    doubtMm: state.sweep ? cover.doubtMm[state.sweep.centredBy] : null,
    stepMaxMm: cover.stepMaxMm,
    needsRunoutMm: set?.needs.runoutMm ?? null,
    needsStepMm: set?.needs.stepMm ?? null,
    rightMm: set?.move ? Math.abs(set.move.rightMm) : null,
    upMm: set?.move ? Math.abs(set.move.upMm) : null,
    side: set?.move ? { word: set.move.rightMm >= 0 ? 'front.right' : 'front.left' } : null,
    height: set?.move ? { word: set.move.upMm >= 0 ? 'front.up' : 'front.down' } : null,
    tipMm: set?.move ? Math.abs((set.move.turnDeg * Math.PI * cover.railLeftMm) / 180) : null,
    moveRightMm: set?.move?.rightMm ?? null,
    moveUpMm: set?.move?.upMm ?? null,
    moveTurn: set?.move?.turnDeg ?? null,
    tipEnd: set?.move ? { word: set.move.turnDeg >= 0 ? 'front.left' : 'front.right' } : null,
  }
  const at = { place, figures }
  if (!state.clean) return make('clean', 'three-meet', at)
  if (cover.sealant !== null && !state.sealedAt) return make('sealant', 'corners', { ...at, caution: 'sealant-skin' })
  // A skin that closed before it was drawn down seals nothing.
  if (state.skinAt && !state.tight && Date.parse(state.skinAt) < nowMs)
    return make('clean', 'lost', { ...at, head: 'clean-again', caution: 'sealant-skin' })
  if (!state.snug) return make('snug', 'can-move', { ...at, caution: 'snug-only' })
  if (!set) return make('sweep', 'by-dial', { ...at, caution: 'crank-low' })
  if (set.verdict === 'move' && !state.tight) return make('move', 'off-centre', at)
  if (set.verdict !== 'leave' && !(state.lookedAgain && set.verdict === 'dowelled')) {
    if (set.verdict === 'move') return make('cannot', 'holes', at)
    if (set.verdict !== 'dowelled') return make('cannot', set.verdict, at)
  }
  const stands = state.trust === 'unsure' ? 'stands-unsure' : 'stands'
  if (coverBoltsOpen(snapshot, end)) return make('bolts', stands, { ...at, caution: 'book-torque' })
  if (!state.tight) return make('tight', stands, at)
  if (!state.lookedAgain) return make('sweep', 'looked', { ...at, head: 'sweep-again' })
  return null
}

/** Covers on: clean, sealed, snug, centred and level, tightened, and looked at again. */
export function coverMove(snapshot: Snapshot, hand: Spot, nowMs: number): Move {
  if (isClosed(snapshot, 'cover')) return make('done', 'closed')
  const before = (['cam-spin', 'seal-out'] as const).find(
    (s) => routeStages(snapshot).includes(s) && !isClosed(snapshot, s),
  )
  if (before) return make('stop', 'cam-first', { figures: { open: { word: `stage.${before}` } } })
  const ends = coveredEnds(snapshot)
  if (ends.length === 0) return make('close-stage', 'no-cover', { head: 'nothing' })
  const own = ends.find((e) => e.place === hand.place)
  const wanted = (e: EndSpot) => wantedAt(snapshot, e, nowMs)
  const next = (own && wanted(own) ? own : null) ?? ends.find((e) => wanted(e) !== null)
  if (next && next.place !== hand.place)
    return make('next-place', 'next', { place: next.place, figures: { end: { word: `front.end.${next.place}` } } })
  return (next && wanted(next)) ?? make('close-stage', 'all-good')
}

/** The sealant's skin. */
export function clocks(snapshot: Snapshot): Clock[] {
  return coveredEnds(snapshot).flatMap((end) => {
    const { sealedAt, skinAt, tight } = readCover(snapshot, end)
    if (!sealedAt || !skinAt || tight) return []
    const of = { name: end.of.cover!.sealant ?? '', stage: 'cover' as const, cylinder: null, place: end.place }
    return [{ id: `skin-${end.place}-${sealedAt}`, code: 'skin', ...of, fromAt: sealedAt, dueAt: skinAt, ends: 'lost' }]
  })
}

export const cover: StageLogic = {
  says,
  problems: (s) => {
    const states = coveredEnds(s).map((end) => ({ ...end, state: readCover(s, end) }))
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...amongSpots(
        'cover-not-on',
        states.filter((e) => !e.state.tight),
        false,
      ),
      ...amongSpots(
        'cover-not-swept',
        states.filter((e) => e.state.tight && !e.state.lookedAgain),
        false,
      ),
      ...amongSpots(
        'cover-off-centre',
        states.filter((e) => e.state.set !== null && e.state.set.verdict !== 'leave'),
        true,
      ),
      ...amongSpots(
        'bolts-open-at',
        states.filter((e) => coverBoltsOpen(s, e)),
        true,
      ),
    ]
  },
  move: (s, hand) => coverMove(s, { cylinder: null, place: hand.place ?? null }, hand.nowMs ?? 0),
  refuse: (s, act) => {
    if (act.what !== 'cover-step' && act.what !== 'sweep-cover' && act.what !== 'move-cover') return null
    const end = endAt(s, act.place)
    if (!end?.of.cover) return { code: 'unknown-place', details: [act.place] }
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    const state = readCover(s, end)
    if (act.what === 'sweep-cover') return state.snug ? null : early('not-snug')
    if (act.what === 'move-cover') return state.tight ? early('tight-already') : null
    if (act.step === 'sealant' || act.step === 'snug') return state.clean ? null : early('clean-first')
    if (act.step === 'tight') return state.set ? null : early('sweep-first')
    return null
  },
}
