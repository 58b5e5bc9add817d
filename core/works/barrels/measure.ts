import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { barrelAt, barrelsOf, readWorn, sectionOf, type BarrelSpot } from './read-barrels'
import { amongBarrels } from './steps'

const says = {
  actions: ['sheet-first', 'measure', 'decide', 'next-place', 'close-stage', 'done'],
  heads: ['decide-oversize', 'decide-sleeve'],
  reasons: ['no-section', 'three-by-two', 'stays', 'marks-under', 'worn', 'beyond', 'next', 'all-decided', 'closed'],
  cautions: ['part-warm', 'owner-first'],
} as const
const make = mover('barrel-measure', says)

function wantedAt(snapshot: Snapshot, spot: BarrelSpot): Move | null {
  const { judged, measured, asks, oversizeMm, way } = readWorn(snapshot, spot)
  const { barrel, costs } = spot.of
  const figures = {
    name: spot.name,
    newMm: barrel.boreMm,
    largestMm: judged?.largestMm ?? null,
    maxMm: barrel.wornMaxMm,
    lastMm: barrel.boreMm + Math.max(0, ...barrel.oversizesMm),
    taperMm: judged?.taperMm ?? null,
    roundMm: judged?.outOfRoundMm ?? null,
    oversizeMm,
    sleeveMoney: costs.sleeve.money,
    replaceMoney: costs.barrel.money,
    partC: measured?.partC ?? null,
  }
  const at = { place: spot.place, figures }
  if (!judged) return make('measure', 'three-by-two', { ...at, caution: 'part-warm' })
  if (way) return null
  if (asks === 'keep') return make('decide', 'stays', at)
  if (asks === 'oversize')
    return make('decide', measured!.wall === 'old-marks' ? 'marks-under' : 'worn', {
      ...at,
      head: 'decide-oversize',
      caution: 'owner-first',
    })
  return make('decide', 'beyond', { ...at, head: 'decide-sleeve', caution: 'owner-first' })
}

/** Barrels by the bore gauge, brought to 20 °C, and what is to become of each. */
export function barrelMeasureMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'barrel-measure')) return make('done', 'closed')
  if (!sectionOf(snapshot)) return make('sheet-first', 'no-section')
  return (
    amongBarrels(
      barrelsOf(snapshot),
      hand.place,
      (spot) => wantedAt(snapshot, spot),
      ({ place, name }) => make('next-place', 'next', { place, figures: { name } }),
    ) ?? make('close-stage', 'all-decided')
  )
}

export const barrelMeasure: StageLogic = {
  says,
  problems: (s) => [
    ...whole('no-sheet', sectionOf(s) === null, false),
    ...amongSpots(
      'barrel-not-measured',
      barrelsOf(s).filter((b) => readWorn(s, b).judged === null),
      false,
    ),
    ...amongSpots(
      'barrel-undecided',
      barrelsOf(s).filter((b) => readWorn(s, b).judged !== null && readWorn(s, b).way === null),
      false,
    ),
  ],
  move: (s, hand) => barrelMeasureMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    if (act.what !== 'measure-barrel' && act.what !== 'decide-barrel') return null
    const spot = barrelAt(s, act.place)
    if (!spot) return { code: 'unknown-place', details: [act.place] }
    if (act.what === 'measure-barrel') return null
    const { judged, open } = readWorn(s, spot)
    if (!judged) return { code: 'out-of-order', details: ['measure-first'] }
    return open.includes(act.way) ? null : { code: 'out-of-order', details: ['way-closed'] }
  },
}
