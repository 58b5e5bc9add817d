import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { inTurnFrom, type Spot } from '../../job/place'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { housingsOf, lastOf, readJournal, sectionOf } from './read-bushings'
import { readFloat } from './read-spin'

const says = {
  actions: ['sheet-first', 'read-cam', 'take-out', 'journal', 'next-place', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['no-section', 'front-first', 'only-now', 'no-touch', 'two-ways', 'next', 'worn', 'all-read', 'closed'],
  cautions: ['cam-heavy', 'followers'],
} as const
const make = mover('cam-out', says)

/** The camshaft: read in the block, taken out, its journals measured. */
export function camOutMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'cam-out')) return make('done', 'closed')
  if (!sectionOf(snapshot)) return make('sheet-first', 'no-section')
  if (routeStages(snapshot).includes('seal-out') && !isClosed(snapshot, 'seal-out')) return make('stop', 'front-first')
  if (!lastOf(snapshot, 'before')) return make('read-cam', 'only-now', { caution: 'followers' })
  if (!lastOf(snapshot, 'shaftOut')) return make('take-out', 'no-touch', { caution: 'cam-heavy' })
  const states = housingsOf(snapshot).map((h) => ({ ...h, state: readJournal(snapshot, h) }))
  const next = inTurnFrom(states, hand).find((h) => h.state.entry === null)
  if (next && next.place !== hand.place) return make('next-place', 'next', { place: next.place })
  if (next)
    return make('journal', 'two-ways', {
      place: next.place,
      figures: { wantMm: next.of.journalMm, tolMm: sectionOf(snapshot)!.journalTolMm },
    })
  const worn = states.filter((h) => h.state.size !== 'in')
  return make('close-stage', worn.length > 0 ? 'worn' : 'all-read', {
    figures: { which: worn.map((h) => String(h.n)) },
  })
}

export const camOut: StageLogic = {
  says,
  problems: (s) => {
    const journals = housingsOf(s).map((h) => ({ ...h, state: readJournal(s, h) }))
    const before = lastOf(s, 'before')
    const { endFloat, backlash } = readFloat(s, 'before')
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...whole('cam-not-read', before === null, true),
      ...whole('no-photo', before !== null && !before.photographed, true),
      ...whole('cam-in-still', lastOf(s, 'shaftOut') === null, false),
      ...amongSpots(
        'journal-not-read',
        journals.filter((h) => h.state.entry === null),
        true,
      ),
      ...amongSpots(
        'journal-out',
        journals.filter((h) => h.state.size === 'out' || h.state.size === 'unsure'),
        true,
      ),
      ...whole('float-out', endFloat === 'out' || backlash === 'out', true),
    ]
  },
  move: (s, hand) => camOutMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    const known = !('place' in act) || housingsOf(s).some((h) => h.place === act.place)
    return known ? null : { code: 'unknown-place', details: [String((act as { place: string }).place)] }
  },
}
