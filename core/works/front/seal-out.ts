import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { endAt, endsOf, entriesAt, lastAt, sectionOf, type EndSpot } from './read-front'

const says = {
  actions: ['sheet-first', 'seal', 'track', 'cover', 'next-place', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['no-section', 'stands-before', 'least-risk', 'where-it-ran', 'behind-it', 'next', 'all-out', 'closed'],
  cautions: ['shaft', 'cover-clean'],
} as const
const make = mover('seal-out', says)

function wantedAt(snapshot: Snapshot, { place, of }: EndSpot): Move | null {
  const at = { place, figures: { end: { word: `front.end.${place}` }, shaftMm: of.shaftMm } }
  if (!lastAt(snapshot, 'sealsOut', place)) return make('seal', 'least-risk', { ...at, caution: 'shaft' })
  if (entriesAt(snapshot, 'tracks', place).length === 0) return make('track', 'where-it-ran', at)
  if (of.cover && !lastAt(snapshot, 'coversOff', place))
    return make('cover', 'behind-it', { ...at, caution: 'cover-clean' })
  return null
}

/** Old seals out without a scratch, the shaft felt for tracks, the cover off. */
export function sealOutMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'seal-out')) return make('done', 'closed')
  if (!sectionOf(snapshot)) return make('sheet-first', 'no-section')
  const before = (['damper-off', 'flywheel-off'] as const).find(
    (s) => routeStages(snapshot).includes(s) && !isClosed(snapshot, s),
  )
  if (before) return make('stop', 'stands-before', { figures: { open: { word: `stage.${before}` } } })
  const ends = endsOf(snapshot)
  const own = endAt(snapshot, hand.place)
  const next = (own && wantedAt(snapshot, own) ? own : null) ?? ends.find((e) => wantedAt(snapshot, e) !== null)
  if (next && next.place !== hand.place)
    return make('next-place', 'next', { place: next.place, figures: { end: { word: `front.end.${next.place}` } } })
  return (next && wantedAt(snapshot, next)) ?? make('close-stage', 'all-out')
}

export const sealOut: StageLogic = {
  says,
  problems: (s) => [
    ...whole('no-sheet', sectionOf(s) === null, false),
    ...amongSpots(
      'seal-still-in',
      endsOf(s).filter((e) => !lastAt(s, 'sealsOut', e.place)),
      false,
    ),
    ...amongSpots(
      'shaft-not-felt',
      endsOf(s).filter((e) => entriesAt(s, 'tracks', e.place).length === 0),
      true,
    ),
  ],
  move: (s, hand) => sealOutMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    if (act.what !== 'seal-out' && act.what !== 'note-track' && act.what !== 'cover-off') return null
    return endAt(s, act.place) ? null : { code: 'unknown-place', details: [act.place] }
  },
}
