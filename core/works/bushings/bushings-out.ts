import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { lastAt, lastOf, rearFirst, sectionOf } from './read-bushings'
import { readPatterns } from './read-old'

const says = {
  actions: ['sheet-first', 'plug-off', 'bushing', 'next-place', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['no-section', 'cam-first', 'plug-first', 'label', 'next', 'debris', 'all-out', 'closed'],
  cautions: ['eyes', 'label-bushing'],
} as const
const make = mover('bushings-out', says)

/** Old bushings out, the rear one first: each labelled as it comes off the tool, and looked at. */
export function bushingsOutMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'bushings-out')) return make('done', 'closed')
  if (!sectionOf(snapshot)) return make('sheet-first', 'no-section')
  if (!isClosed(snapshot, 'cam-out')) return make('stop', 'cam-first')
  if (!lastOf(snapshot, 'camPlugs')) return make('plug-off', 'plug-first', { caution: 'eyes' })
  const next = rearFirst(snapshot).find((h) => !lastAt(snapshot, 'out', h.place))
  if (next && next.place !== hand.place) return make('next-place', 'next', { place: next.place })
  if (next) return make('bushing', 'label', { place: next.place, caution: 'label-bushing' })
  const debris = readPatterns(snapshot).find((p) => p.code === 'layers')
  return make('close-stage', debris ? 'debris' : 'all-out', { figures: { passages: debris?.passages ?? [] } })
}

export const bushingsOut: StageLogic = {
  says,
  problems: (s) => [
    ...whole('no-sheet', sectionOf(s) === null, false),
    ...amongSpots(
      'bushing-still-in',
      rearFirst(s).filter((h) => !lastAt(s, 'out', h.place)),
      false,
    ),
  ],
  move: (s, hand) => bushingsOutMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    if (act.what !== 'bushing-out') return null
    if (!rearFirst(s).some((h) => h.place === act.place)) return { code: 'unknown-place', details: [act.place] }
    return lastOf(s, 'shaftOut') ? null : { code: 'out-of-order', details: ['cam-in-still'] }
  },
}
