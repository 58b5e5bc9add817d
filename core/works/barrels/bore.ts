import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { barrelAt, barrelsWith, sectionOf, type BarrelSpot } from './read-barrels'
import { readBore, type BoreState } from './read-bore'
import { amongBarrels, openBefore } from './steps'

const says = {
  actions: ['plan', 'read', 'cut', 'hone', 'finish', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'too-large', 'marks'],
  heads: ['hone-last', 'finish-again'],
  reasons: [
    'sleeve-first',
    'both-schools',
    'as-it-is',
    'to-bore',
    'by-stone',
    'near',
    'by-three',
    'too-large',
    'marks-stay',
    'small',
    'tapered',
    'next',
    'none',
    'all-finished',
    'closed',
  ],
  cautions: ['measure-cold', 'stone-oil', 'bore-chips'],
} as const
const make = mover('barrel-bore', says)

/** Whether a finished bore may run. */
export const finishStands = ({ judged, sizeVerdict, finished }: BoreState): boolean =>
  judged !== null &&
  sizeVerdict === 'in' &&
  judged.verdicts.taper !== 'out' &&
  judged.verdicts.round !== 'out' &&
  !finished!.marksLeft

function wantedAt(snapshot: Snapshot, spot: BarrelSpot): Move | null {
  const state = readBore(snapshot, spot)
  const { bore, hot } = state
  const { finish } = spot.of
  const leftMm = state.honeLeftMm
  const honeMm = leftMm === null ? null : Math.min(leftMm, finish.stoneMm)
  const figures = {
    name: spot.name,
    clearance: { word: `barrel.clearance.${state.clearance}` },
    stock: { word: `barrel.stock.${state.stock}` },
    asksClearance: { word: `barrel.clearance.${state.asks.clearance}` },
    asksStock: { word: `barrel.stock.${state.asks.stock}` },
    hotMm: hot?.hotMm ?? null,
    hotMinMm: spot.of.piston.hotMinMm,
    nowMm: state.boreNowMm,
    finishMm: bore?.finishMm ?? null,
    boreToMm: bore?.boreToMm ?? null,
    cutMm: bore?.cutEachMm ?? null,
    nextMm: state.boreNowMm !== null && bore ? state.boreNowMm + bore.cutEachMm : null,
    cuts: bore?.boringCuts ?? 0,
    leftMm,
    honeMm,
    honeToMm: state.boreNowMm !== null && honeMm !== null ? state.boreNowMm + honeMm : null,
    rpm: bore ? Math.round(bore.rpmForWanted) : null,
    strokes: finish.strokesPerMinute,
    crosshatch: finish.crosshatchDeg,
    largestMm: state.judged?.largestMm ?? null,
    smallestMm: state.judged?.smallestMm ?? null,
    taperMm: state.judged?.taperMm ?? null,
    roundMm: state.judged?.outOfRoundMm ?? null,
    overMm: leftMm === null ? null : -leftMm,
    tolMm: finish.finishTolMm,
  }
  const at = { place: spot.place, figures }
  if (!state.plan) return make('plan', 'both-schools', at)
  if (!bore) return make('read', 'as-it-is', { ...at, caution: 'measure-cold' })
  if (!state.finished) {
    if (leftMm! < -finish.finishTolMm) return make('too-large', 'too-large', at)
    if (bore.verdict === 'bore-then-hone') return make('cut', 'to-bore', { ...at, caution: 'bore-chips' })
    if (leftMm! > finish.finishTolMm)
      return make('hone', leftMm! <= finish.stoneMm ? 'near' : 'by-stone', {
        ...at,
        caution: 'stone-oil',
        ...(leftMm! <= finish.stoneMm ? { head: 'hone-last' } : {}),
      })
    return make('finish', 'by-three', { ...at, caution: 'measure-cold' })
  }
  if (state.sizeVerdict === 'large') return make('too-large', 'too-large', at)
  if (state.finished.marksLeft) return make('marks', 'marks-stay', at)
  if (state.sizeVerdict === 'small') return make('hone', 'small', { ...at, caution: 'stone-oil', head: 'hone-last' })
  if (!finishStands(state)) return make('finish', 'tapered', { ...at, head: 'finish-again' })
  return null
}

/** Barrels bored and honed to their pistons. */
export function barrelBoreMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'barrel-bore')) return make('done', 'closed')
  const before = openBefore(snapshot, 'barrel-measure', 'barrel-fit', 'barrel-sleeve')
  if (before) return make('stop', 'sleeve-first', { figures: { open: { word: `stage.${before}` } } })
  const spots = barrelsWith(snapshot, 'sleeve', 'oversize')
  return (
    amongBarrels(
      spots,
      hand.place,
      (spot) => wantedAt(snapshot, spot),
      ({ place, name }) => make('next-place', 'next', { place, figures: { name } }),
    ) ?? make('close-stage', spots.length > 0 ? 'all-finished' : 'none')
  )
}

export const barrelBore: StageLogic = {
  says,
  problems: (s) => {
    const states = barrelsWith(s, 'sleeve', 'oversize').map((b) => ({ ...b, state: readBore(s, b) }))
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...amongSpots(
        'bore-not-finished',
        states.filter((b) => b.state.finished === null && !tooLarge(b.state, b)),
        false,
      ),
      ...amongSpots(
        'bore-too-large',
        states.filter((b) => tooLarge(b.state, b)),
        true,
      ),
      ...amongSpots(
        'marks-left',
        states.filter((b) => b.state.finished?.marksLeft === true),
        true,
      ),
      ...amongSpots(
        'bore-off',
        states.filter(
          (b) =>
            b.state.finished !== null && !tooLarge(b.state, b) && !b.state.finished.marksLeft && !finishStands(b.state),
        ),
        true,
      ),
    ]
  },
  move: (s, hand) => barrelBoreMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    const mine = ['plan-bore', 'bore-cut', 'hone-step', 'finish-bore'] as const
    if (!mine.some((w) => w === act.what)) return null
    const { place } = act as { place: string }
    const spot = barrelAt(s, place)
    if (!spot) return { code: 'unknown-place', details: [place] }
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    if (!barrelsWith(s, 'sleeve', 'oversize').some((b) => b.place === place)) return early('not-bored-here')
    const state = readBore(s, spot)
    if (act.what === 'finish-bore' || act.what === 'hone-step') return state.bore ? null : early('measure-first')
    return null
  },
}
const tooLarge = ({ honeLeftMm, sizeVerdict }: BoreState, { of }: BarrelSpot): boolean =>
  sizeVerdict === 'large' || (honeLeftMm !== null && honeLeftMm < -of.finish.finishTolMm)
