import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { barrelAt, barrelsWith, sectionOf, type BarrelSpot } from './read-barrels'
import { readFit, type FitState } from './read-fit'
import { amongBarrels, openBefore } from './steps'

const says = {
  actions: ['sleeve', 'bore', 'ring', 'pin', 'ports', 'next-place', 'close-stage', 'done'],
  told: ['stop'],
  heads: ['first-bore', 'other-sleeve', 'ring-deeper', 'thicker-flange', 'trust'],
  reasons: [
    'measure-first',
    'as-it-is',
    'before-cut',
    'to-fit',
    'loose',
    'too-loose',
    'yields',
    'flange',
    'shallow',
    'deep',
    'lets-go',
    'holds-hot',
    'breaks-out',
    'before-hot',
    'next',
    'none',
    'all-fit',
    'closed',
  ],
  cautions: ['bore-chips', 'no-run-out', 'measure-cold'],
} as const
const make = mover('barrel-fit', says)

/** Whether a barrel is bored to a fit that holds. */
const fits = ({ verdict }: FitState) => verdict === 'in'
/** A pin that would break out, in a fit that lets go: only more grip helps. */
const unpinnable = ({ hot, pin }: FitState) => hot?.verdict === 'loose' && pin?.verdict !== 'sound'

function wantedAt(snapshot: Snapshot, spot: BarrelSpot): Move | null {
  const state = readFit(snapshot, spot)
  const { sleeve, barrel } = spot.of
  const figures = {
    name: spot.name,
    sleeveMm: sleeve.outerMm,
    nowMm: state.boreNowMm,
    toMm: state.boreToMm,
    cutMm: state.cutMm,
    nextMm: state.boreNowMm !== null && state.cutMm !== null ? state.boreNowMm + state.cutMm : null,
    cuts: state.cutsLeft,
    interferenceMm: state.interferenceMm,
    minMm: sleeve.interference.minMm,
    maxMm: sleeve.interference.maxMm,
    ringMm: (state.sleeve?.flangeMm ?? sleeve.flangeMm) - (sleeve.proud.minMm + sleeve.proud.maxMm) / 2,
    standsMm: state.standsMm,
    runsC: barrel.runsC,
    looseC: state.hot?.looseAtC == null ? null : Math.round(state.hot.looseAtC),
    leftMm: state.pin?.barrelLeftMm ?? null,
    pinMm: spot.of.pin?.pinMm ?? null,
    depthMm: spot.of.pin?.depthMm ?? null,
  }
  const at = { place: spot.place, figures }
  if (!state.sleeve) return make('sleeve', 'as-it-is', { ...at, caution: 'measure-cold' })
  if (state.boreNowMm === null)
    return make('bore', 'before-cut', { ...at, head: 'first-bore', caution: 'measure-cold' })
  if (!fits(state)) {
    if (state.cutMm !== null) return make('bore', 'to-fit', { ...at, caution: 'bore-chips' })
    const why = state.verdict === 'yields' ? 'yields' : state.verdict === 'loose' ? 'loose' : 'too-loose'
    return make('sleeve', why, { ...at, head: 'other-sleeve' })
  }
  if (!state.ring) return make('ring', 'flange', { ...at, caution: 'no-run-out' })
  if (state.ringVerdict === 'shallow')
    return make('ring', 'shallow', { ...at, head: 'ring-deeper', caution: 'no-run-out' })
  if (state.ringVerdict === 'deep') return make('sleeve', 'deep', { ...at, head: 'thicker-flange' })
  if (state.pinChosen === null) {
    if (unpinnable(state)) return make('pin', 'breaks-out', { ...at, head: 'trust' })
    return state.pinAsked === 'pin'
      ? make('pin', 'lets-go', { ...at })
      : make('pin', 'holds-hot', { ...at, head: 'trust' })
  }
  if (!state.marked) return make('ports', 'before-hot', at)
  return null
}

/** Sleeves measured, their barrels bored to the fit, the seat of the flange, pin or trust, marks at the ports. */
export function barrelFitMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'barrel-fit')) return make('done', 'closed')
  if (openBefore(snapshot, 'barrel-measure')) return make('stop', 'measure-first')
  const spots = barrelsWith(snapshot, 'sleeve')
  return (
    amongBarrels(
      spots,
      hand.place,
      (spot) => wantedAt(snapshot, spot),
      ({ place, name }) => make('next-place', 'next', { place, figures: { name } }),
    ) ?? make('close-stage', spots.length > 0 ? 'all-fit' : 'none')
  )
}

export const barrelFit: StageLogic = {
  says,
  problems: (s) => {
    const states = barrelsWith(s, 'sleeve').map((b) => ({ ...b, state: readFit(s, b) }))
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...amongSpots(
        'sleeve-not-fitted',
        states.filter((b) => !fits(b.state)),
        false,
      ),
      ...amongSpots(
        'ring-off',
        states.filter((b) => fits(b.state) && b.state.ringVerdict !== 'in'),
        true,
      ),
      ...amongSpots(
        'lets-go-hot',
        // Neither a pin nor a fit that holds: it turns.
        states.filter((b) => b.state.hot?.verdict === 'loose' && b.state.pinChosen !== 'pin'),
        true,
      ),
      ...amongSpots(
        'ports-unmarked',
        states.filter((b) => !b.state.marked),
        false,
      ),
    ]
  },
  move: (s, hand) => barrelFitMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    const mine = ['measure-sleeve', 'bore-barrel', 'cut-seat-ring', 'choose-pin', 'mark-ports'] as const
    if (!mine.some((w) => w === act.what)) return null
    const { place } = act as { place: string }
    const spot = barrelAt(s, place)
    if (!spot) return { code: 'unknown-place', details: [place] }
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    if (!barrelsWith(s, 'sleeve').some((b) => b.place === place)) return early('no-sleeve-here')
    const state = readFit(s, spot)
    if (act.what === 'bore-barrel' || act.what === 'cut-seat-ring') return state.sleeve ? null : early('sleeve-first')
    if (act.what === 'choose-pin' && act.school === 'pin')
      return state.pin?.verdict === 'sound' ? null : early('pin-breaks-out')
    return null
  },
}
