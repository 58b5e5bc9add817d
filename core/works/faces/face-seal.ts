import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import { jointOpen } from '../fasteners/read-joint'
import type { StageLogic } from '../stage-logic'
import { faceSteps } from './kinds'
import { padAt, padsOf, readFace, sectionOf, type DrawState, type PadSpot } from './read-faces'

const says = {
  actions: [
    'sheet-first',
    'jack',
    'ring-out',
    'pair',
    'soak',
    'bubbles',
    'jelly',
    'rolled',
    'clicked',
    'wiped',
    'draw',
    'even',
    'bolts',
    'air',
    'again',
    'next-place',
    'close-stage',
    'done',
  ],
  told: ['wait'],
  reasons: [
    'no-section',
    'alternately',
    'fingers',
    'matched',
    'dry-burns',
    'soaks',
    'air-in-it',
    'on-packing',
    'no-twist',
    'tabs',
    'nothing-on-it',
    'in-turn',
    'uneven',
    'binds',
    'book',
    'before-filled',
    'leaks',
    'next',
    'all-in',
    'closed',
  ],
  cautions: ['never-snap', 'faces', 'spirit', 'low-air-only', 'evenly-off'],
} as const
const make = mover('face-seal', says)

const minutesLeft = (untilMs: number, nowMs: number) => Math.max(1, Math.ceil((untilMs - nowMs) / 60_000))

function wantedAt(snapshot: Snapshot, pad: PadSpot, nowMs: number): Move | null {
  const { place, of } = pad
  const state = readFace(snapshot, pad)
  const round = (draw: DrawState) => ({
    turns: draw.turnsNow === null ? null : Math.round(draw.turnsNow * 100) / 100,
    exactTurns: draw.turnsNow,
    roundsLeft: draw.plan?.rounds ?? 0,
    nuts: of.nuts,
    skewMm: draw.skewMm,
    maxSkewMm: of.maxSkewMm,
  })
  const at = (figures: object = {}) => ({
    place,
    figures: { name: of.name, minutes: of.soakMin, wantKPa: of.airKPa, dropKPa: of.airDropKPa, ...figures },
  })
  if (!state.has('ring-out')) {
    if (state.off.turnsNow !== null)
      return make('jack', 'alternately', { ...at(round(state.off)), caution: 'evenly-off' })
    return make('ring-out', 'fingers', at())
  }
  if (!state.has('pair')) return make('pair', 'matched', { ...at(), caution: 'faces' })
  if (!state.has('soak')) return make('soak', 'dry-burns', at())
  if (!state.has('bubbles')) return make('bubbles', 'air-in-it', at())
  if (!state.has('jelly')) return make('jelly', 'on-packing', { ...at(), caution: 'faces' })
  if (!state.has('rolled')) return make('rolled', 'no-twist', at())
  const soakedMs = Date.parse(state.soakedAt!)
  if (soakedMs > nowMs) return make('wait', 'soaks', at({ minutes: minutesLeft(soakedMs, nowMs) }))
  if (!state.has('clicked')) return make('clicked', 'tabs', at())
  if (!state.has('wiped')) return make('wiped', 'nothing-on-it', { ...at(), caution: 'spirit' })
  if (state.on.binds) return make('clicked', 'binds', { ...at(), caution: 'never-snap' })
  if (state.on.uneven) return make('even', 'uneven', { ...at(round(state.on)), caution: 'never-snap' })
  if (state.on.turnsNow !== null) return make('draw', 'in-turn', { ...at(round(state.on)), caution: 'never-snap' })
  if (of.joint !== null && jointOpen(snapshot, of.joint, null)) return make('bolts', 'book', at())
  if (state.tight === null)
    return make('air', 'before-filled', { ...at({ minutes: of.airMin }), caution: 'low-air-only' })
  if (!state.tight) return make('again', 'leaks', at({ lostKPa: state.air!.startKPa - state.air!.endKPa }))
  return null
}

/** Face seals: off by jacking screws, a matched pair on, soaked, clicked in, drawn by nuts in turn, tried with air. */
export function faceSealMove(snapshot: Snapshot, hand: Spot, nowMs: number): Move {
  if (isClosed(snapshot, 'face-seal')) return make('done', 'closed')
  if (!sectionOf(snapshot)) return make('sheet-first', 'no-section')
  const pads = padsOf(snapshot)
  const wanted = (p: PadSpot) => wantedAt(snapshot, p, nowMs)
  const own = padAt(snapshot, hand.place)
  const ownMove = own && wanted(own)
  // While one soaks, the other goes on.
  const busy = pads.find((p) => p !== own && wanted(p) !== null && wanted(p)!.action !== 'wait')
  const next = ownMove && (ownMove.action !== 'wait' || !busy) ? own : (busy ?? pads.find((p) => wanted(p) !== null))
  if (next && next.place !== hand.place)
    return make('next-place', 'next', { place: next.place, figures: { name: next.of.name } })
  return (next && wanted(next)) ?? make('close-stage', 'all-in')
}

/** A carbon under oil. */
export function clocks(snapshot: Snapshot): Clock[] {
  return padsOf(snapshot).flatMap((pad) => {
    const { soakAt, soakedAt, has } = readFace(snapshot, pad)
    if (!soakAt || !soakedAt || has('clicked')) return []
    const of = { name: pad.of.name, stage: 'face-seal' as const, cylinder: null, place: pad.place }
    return [{ id: `soak-${pad.place}-${soakAt}`, code: 'soak', ...of, fromAt: soakAt, dueAt: soakedAt, ends: 'ready' }]
  })
}

export const faceSeal: StageLogic = {
  says,
  problems: (s) => {
    const states = padsOf(s).map((pad) => ({ ...pad, state: readFace(s, pad) }))
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...amongSpots(
        'face-not-in',
        states.filter((p) => p.state.on.turnsNow !== null || !p.state.has('wiped')),
        false,
      ),
      ...amongSpots(
        'face-uneven',
        states.filter((p) => p.state.on.uneven),
        false,
      ),
      ...amongSpots(
        'bolts-open-at',
        states.filter((p) => p.of.joint !== null && jointOpen(s, p.of.joint, null)),
        true,
      ),
      ...amongSpots(
        'air-not-tried',
        states.filter((p) => p.state.tight === null),
        true,
      ),
      ...amongSpots(
        'air-lost',
        states.filter((p) => p.state.tight === false),
        false,
      ),
    ]
  },
  move: (s, hand) => faceSealMove(s, { cylinder: null, place: hand.place ?? null }, hand.nowMs ?? 0),
  refuse: (s, act, nowMs) => {
    if (act.what !== 'face-step' && act.what !== 'nut-round' && act.what !== 'air-test') return null
    const pad = padAt(s, act.place)
    if (!pad) return { code: 'unknown-place', details: [act.place] }
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    const state = readFace(s, pad)
    if (act.what === 'air-test') return state.on.turnsNow === null ? null : early('not-drawn')
    if (act.what === 'nut-round') return act.way === 'on' && !state.has('wiped') ? early('face-step-first') : null
    const at = faceSteps.indexOf(act.step)
    if (faceSteps.slice(0, at).some((step) => !state.has(step))) return early('face-step-first')
    if (act.step === 'clicked' && Date.parse(state.soakedAt!) > nowMs) return early('not-soaked')
    return null
  },
}
