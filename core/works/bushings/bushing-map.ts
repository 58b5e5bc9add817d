import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { inTurnFrom, type Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import {
  codesFor,
  housingsOf,
  readBushing,
  readClearance,
  readHousing,
  sectionOf,
  type HousingSpot,
} from './read-bushings'

const says = {
  actions: ['sheet-first', 'housing', 'bushing', 'swap', 'other-bushing', 'next-place', 'close-stage', 'done'],
  told: ['machine-shop', 'wrong-clearance'],
  heads: ['belongs-at', 'none-for'],
  reasons: [
    'no-section',
    'two-ways',
    'digit',
    'swapped',
    'other-place',
    'wrong-code',
    'too-loose',
    'too-tight',
    'bore-out',
    'clearance',
    'next',
    'all-placed',
    'closed',
  ],
  cautions: ['box-list'],
} as const
const make = mover('bushing-map', says)

const codesSaid = (snapshot: Snapshot, n: number) => codesFor(snapshot, n).map((c) => c.code)

/** What is still to be done for a housing and its bushing; null where both are right. */
function wantedAt(snapshot: Snapshot, h: HousingSpot): Move | null {
  const section = sectionOf(snapshot)!
  const housing = readHousing(snapshot, h)
  const { place } = h
  if (!housing.entry)
    return make('housing', 'two-ways', { place, figures: { wantMm: h.of.boreMm, tolMm: section.boreTolMm } })
  const { read, fit, belongsAt, interferenceMm } = readBushing(snapshot, h)
  const codes = codesSaid(snapshot, h.n)
  if (!read) return make('bushing', 'digit', { place, caution: 'box-list', figures: { codes } })
  const { minMm, maxMm } = section.interference
  const figures = {
    code: read.code,
    codes,
    interferenceMm,
    minMm,
    maxMm,
    ...(belongsAt ? { toPlace: belongsAt, toN: belongsAt.replace('housing-', '') } : {}),
  }
  if (fit === 'swapped') return make('swap', 'swapped', { place, figures })
  if (fit === 'other-place') return make('other-bushing', 'other-place', { place, head: 'belongs-at', figures })
  if (fit === 'wrong-code') return make('other-bushing', 'wrong-code', { place, head: 'none-for', figures })
  // A bore outside what the sheet allows is no bushing's fault.
  if ((fit === 'too-loose' || fit === 'too-tight') && housing.size === 'out')
    return make('machine-shop', 'bore-out', { place, figures: { ...figures, boreMm: housing.meanMm } })
  if (fit === 'too-loose' || fit === 'too-tight') return make('other-bushing', fit, { place, figures })
  return null
}

/** The next housing to measure, or bushing to read, or to put where it belongs. */
export function bushingMapMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'bushing-map')) return make('done', 'closed')
  if (!sectionOf(snapshot)) return make('sheet-first', 'no-section')
  const turn = inTurnFrom(housingsOf(snapshot), hand)
  const wanted = turn.map((h) => wantedAt(snapshot, h))
  const own = turn[0]?.place === hand.place ? wanted[0] : null
  // A code that belongs elsewhere tells only once the others are read.
  const unread = wanted.find((w) => w?.action === 'housing' || w?.action === 'bushing') ?? null
  const next = (own && (!unread || own === unread) ? own : unread) ?? wanted.find((w) => w != null) ?? null
  if (next && next.place !== hand.place) return make('next-place', 'next', { place: next.place })
  if (next) return next
  const bad = housingsOf(snapshot).find((h) => {
    const verdict = readClearance(snapshot, h)?.verdict
    return verdict === 'out' || verdict === 'yields' || verdict === 'loose-in-housing'
  })
  if (bad)
    return make('wrong-clearance', 'clearance', {
      place: bad.place,
      figures: { clearanceMm: readClearance(snapshot, bad)!.clearanceMm, ...sectionOf(snapshot)!.clearance },
    })
  return make('close-stage', 'all-placed')
}

export const bushingMap: StageLogic = {
  says,
  problems: (s) => {
    const housings = housingsOf(s)
    const verdict = (h: HousingSpot) => readClearance(s, h)?.verdict
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...amongSpots(
        'housing-not-read',
        housings.filter((h) => readHousing(s, h).entry === null),
        false,
      ),
      ...amongSpots(
        'housing-out',
        housings.filter((h) => readHousing(s, h).size === 'out'),
        true,
      ),
      ...amongSpots(
        'no-bushing',
        housings.filter((h) => readBushing(s, h).read === null),
        false,
      ),
      ...amongSpots(
        'wrong-bushing',
        housings.filter((h) => !['right', null].includes(readBushing(s, h).fit)),
        false,
      ),
      ...amongSpots(
        'clearance-out',
        housings.filter((h) => ['out', 'yields', 'loose-in-housing'].includes(verdict(h) ?? '')),
        true,
      ),
      ...amongSpots(
        'clearance-unsure',
        housings.filter((h) => verdict(h) === 'unsure'),
        true,
      ),
    ]
  },
  move: (s, hand) => bushingMapMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    if (act.what !== 'measure-housing' && act.what !== 'note-bushing') return null
    return housingsOf(s).some((h) => h.place === act.place) ? null : { code: 'unknown-place', details: [act.place] }
  },
}
