import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { readySteps, type ReadyStep } from './kinds'
import { barrelAt, barrelsWith, entriesAt, sectionOf, type BarrelSpot } from './read-barrels'
import { amongBarrels, openBefore } from './steps'

const says = {
  actions: ['edges', 'washed', 'oiled', 'next-place', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['bore-first', 'rings-catch', 'white-cloth', 'rusts', 'next', 'none', 'all-ready', 'closed'],
  cautions: ['soap'],
} as const
const make = mover('barrel-ready', says)
const why = { edges: 'rings-catch', washed: 'white-cloth', oiled: 'rusts' } as const

/** Whether a step of making a barrel ready is done. */
export const isReadied = (snapshot: Snapshot, place: string, step: ReadyStep): boolean =>
  entriesAt(snapshot, 'readied', place).some((r) => r.step === step)
/** The barrels that go on again as they are, sleeved or bored. */
export const keptBarrels = (snapshot: Snapshot): BarrelSpot[] => barrelsWith(snapshot, 'keep', 'sleeve', 'oversize')

function wantedAt(snapshot: Snapshot, { place, name }: BarrelSpot): Move | null {
  const step = readySteps.find((s) => !isReadied(snapshot, place, s))
  if (!step) return null
  return make(step, why[step], { place, figures: { name }, ...(step === 'washed' ? { caution: 'soap' } : {}) })
}

/** Edges of the ports broken, washed until a white cloth stays white, oiled. */
export function barrelReadyMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'barrel-ready')) return make('done', 'closed')
  if (openBefore(snapshot, 'barrel-bore')) return make('stop', 'bore-first')
  const spots = keptBarrels(snapshot)
  return (
    amongBarrels(
      spots,
      hand.place,
      (spot) => wantedAt(snapshot, spot),
      ({ place, name }) => make('next-place', 'next', { place, figures: { name } }),
    ) ?? make('close-stage', spots.length > 0 ? 'all-ready' : 'none')
  )
}

export const barrelReady: StageLogic = {
  says,
  problems: (s) => [
    ...whole('no-sheet', sectionOf(s) === null, false),
    ...amongSpots(
      'barrel-not-ready',
      keptBarrels(s).filter((b) => readySteps.some((step) => !isReadied(s, b.place, step))),
      false,
    ),
  ],
  move: (s, hand) => barrelReadyMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    if (act.what !== 'ready-step') return null
    if (!barrelAt(s, act.place)) return { code: 'unknown-place', details: [act.place] }
    const before = readySteps[readySteps.indexOf(act.step) - 1]
    return before && !isReadied(s, act.place, before) ? { code: 'out-of-order', details: [`${before}-first`] } : null
  },
}
