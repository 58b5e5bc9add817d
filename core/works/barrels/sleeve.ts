import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import { jointOpen } from '../fasteners/read-joint'
import type { StageLogic } from '../stage-logic'
import { barrelAt, barrelsWith, sectionOf, type BarrelSpot } from './read-barrels'
import { readDrop, readFit, sleeveFit } from './read-fit'
import { amongBarrels, openBefore } from './steps'

const says = {
  actions: ['heat', 'drop', 'look', 'lap', 'pin', 'bolts', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'too-hot'],
  heads: ['heat-again', 'look-again'],
  reasons: [
    'fit-first',
    'drops-in',
    'cooled',
    'stuck',
    'while-hot',
    'when-cold',
    'stands-proud',
    'no-heat-enough',
    'let-go',
    'book',
    'next',
    'none',
    'all-in',
    'closed',
  ],
  cautions: ['hot-metal', 'no-second-try', 'cold-first', 'locker'],
} as const
const make = mover('barrel-sleeve', says)

function wantedAt(snapshot: Snapshot, spot: BarrelSpot, nowMs: number): Move | null {
  const { of, place } = spot
  const fit = readFit(snapshot, spot)
  const state = readDrop(snapshot, spot)
  const chillC = of.sleeve.chillC ?? 20
  // With the sleeve as cold as it will be.
  const press = fit.interferenceMm === null ? null : sleeveFit(of, fit.interferenceMm, chillC)
  const figures = {
    name: spot.name,
    dropC: press ? Math.ceil(press.slipOnAtC) : null,
    maxC: of.oven.maxHeatC,
    chillC: of.sleeve.chillC,
    gapMm: of.oven.slipClearanceMm,
    massKg: of.oven.massKg,
    seconds: state.window?.secondsToSlip == null ? null : Math.floor(state.window.secondsToSlip),
    forceN: press?.pressForceN ?? null,
    mostMm: state.flange ? Math.max(...state.flange.edgesMm) : null,
    proudMm: of.sleeve.proud.maxMm,
    pinMm: of.pin?.pinMm ?? null,
    depthMm: of.pin?.depthMm ?? null,
    looseC: fit.hot?.looseAtC == null ? null : Math.round(fit.hot.looseAtC),
  }
  const at = { place, figures }
  if (!state.home) {
    if (press && !press.withinHeatLimit) return make('too-hot', 'no-heat-enough', at)
    const cooled = state.dropsUntilAt !== null && Date.parse(state.dropsUntilAt) < nowMs
    if (state.drop || cooled)
      return make('heat', state.drop ? 'stuck' : 'cooled', { ...at, head: 'heat-again', caution: 'hot-metal' })
    if (!state.hot) return make('heat', 'drops-in', { ...at, caution: 'hot-metal' })
    return make('drop', 'while-hot', { ...at, caution: 'no-second-try' })
  }
  if (!state.flange) return make('look', 'when-cold', { ...at, caution: 'cold-first' })
  if (state.stands === 'proud') return make('lap', 'stands-proud', at)
  if (fit.pinChosen === 'pin' && !state.pinned) return make('pin', 'let-go', { ...at, caution: 'locker' })
  return null
}

/** Sleeves dropped into hot barrels, looked at cold, pinned, the studs back. */
export function barrelSleeveMove(snapshot: Snapshot, hand: Spot, nowMs: number): Move {
  if (isClosed(snapshot, 'barrel-sleeve')) return make('done', 'closed')
  if (openBefore(snapshot, 'barrel-fit')) return make('stop', 'fit-first')
  const spots = barrelsWith(snapshot, 'sleeve')
  const move = amongBarrels(
    spots,
    hand.place,
    (spot) => wantedAt(snapshot, spot, nowMs),
    ({ place, name }) => make('next-place', 'next', { place, figures: { name } }),
  )
  if (move) return move
  if (spots.length > 0 && studsOpen(snapshot)) return make('bolts', 'book', { caution: 'locker' })
  return make('close-stage', spots.length > 0 ? 'all-in' : 'none')
}
const studsOpen = (snapshot: Snapshot): boolean => {
  const joint = sectionOf(snapshot)?.joint ?? null
  return joint !== null && jointOpen(snapshot, joint, null)
}

/** Barrels from the oven's door. */
export function clocks(snapshot: Snapshot): Clock[] {
  return barrelsWith(snapshot, 'sleeve').flatMap((spot) => {
    const { hot, dropsUntilAt, drop } = readDrop(snapshot, spot)
    if (!hot || !dropsUntilAt || drop) return []
    const of = { name: spot.name, stage: 'barrel-sleeve' as const, cylinder: null, place: spot.place }
    return [{ id: `barrel-${hot.id}`, code: 'drop', ...of, fromAt: hot.at, dueAt: dropsUntilAt, ends: 'lost' }]
  })
}

export const barrelSleeve: StageLogic = {
  says,
  problems: (s) => {
    const spots = barrelsWith(s, 'sleeve')
    const states = spots.map((b) => ({ ...b, state: readDrop(s, b), fit: readFit(s, b) }))
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...amongSpots(
        'sleeve-not-home',
        states.filter((b) => !b.state.home),
        false,
      ),
      ...amongSpots(
        'flange-off',
        states.filter((b) => b.state.home && b.state.stands !== 'in'),
        true,
      ),
      ...amongSpots(
        'port-in-stream',
        states.filter((b) => b.state.flange?.portsClear === false),
        true,
      ),
      ...amongSpots(
        'pin-not-in',
        states.filter((b) => b.fit.pinChosen === 'pin' && !b.state.pinned),
        false,
      ),
      ...amongSpots(
        'bolts-open-at',
        spots.slice(0, 1).filter(() => studsOpen(s)),
        true,
      ),
    ]
  },
  move: (s, hand) => barrelSleeveMove(s, { cylinder: null, place: hand.place ?? null }, hand.nowMs ?? 0),
  refuse: (s, act, nowMs) => {
    const mine = ['barrel-hot', 'sleeve-drops', 'flange-stands', 'lap-top', 'pin-in'] as const
    if (!mine.some((w) => w === act.what)) return null
    const { place } = act as { place: string }
    const spot = barrelAt(s, place)
    if (!spot) return { code: 'unknown-place', details: [place] }
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    const fit = readFit(s, spot)
    if (fit.verdict !== 'in') return early('fit-first')
    const state = readDrop(s, spot)
    if (act.what === 'barrel-hot') {
      if (act.ovenC > spot.of.oven.maxHeatC + 1e-9) return early('too-hot')
      const slipC = sleeveFit(spot.of, fit.interferenceMm!, act.sleeveC, act.ambientC)?.slipOnAtC ?? Infinity
      return act.ovenC < slipC - 1e-9 ? early('too-cold') : null
    }
    if (act.what === 'sleeve-drops') {
      if (!state.dropsUntilAt) return early('not-hot')
      return Date.parse(state.dropsUntilAt) < nowMs && act.home ? early('cooled') : null
    }
    return state.home ? null : early('not-home')
  },
}
