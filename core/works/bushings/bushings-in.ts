import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { galleryProblems } from './galleries'
import {
  housingAt,
  housingsOf,
  lastAt,
  lieOf,
  readBushing,
  rearFirst,
  sectionOf,
  seenHours,
  type HousingSpot,
} from './read-bushings'
import { dirtyBefore } from './read-galleries'
import { aimOf, type Aim, openHousings, readDrive, readForces, readHoles, readPlacing, toolFrom } from './read-placing'

const says = {
  actions: [
    'galleries-again',
    'aim',
    'first-look',
    'strike',
    'bring-back',
    'prove',
    'sliver',
    'next-place',
    'close-stage',
    'done',
  ],
  told: ['stop', 'cannot'],
  heads: ['aim-turned', 'aim-no-pilot', 'strike-once'],
  reasons: [
    'map-first',
    'cut-since',
    'flush-serves',
    'go-deeper',
    'stay-short',
    'flush-school',
    'edge-out',
    'two-holes',
    'count-from',
    'short',
    'too-far',
    'stands',
    'closed-by',
    'hides-chips',
    'next',
    'closed-some',
    'all-in',
    'closed',
  ],
  cautions: ['strike', 'square', 'too-far', 'eyes', 'grease'],
} as const
const make = mover('bushings-in', says)

/** What is done next at a housing; null where its bushing is in. */
function wantedAt(snapshot: Snapshot, h: HousingSpot, chosen: Aim | undefined): Move | null {
  const { place } = h
  if (lastAt(snapshot, 'finished', place)) return null
  const state = readDrive(snapshot, h)
  const { from, back, aimFor } = (!state.aimed && chosen) || aimOf(snapshot, h)
  const placing = readPlacing(snapshot, h, from, aimFor)
  const tool = toolFrom(snapshot, h, from)
  const force = readForces(snapshot, h)
  const figures = {
    targetMm: placing?.targetMm ?? null,
    fromMm: placing?.fromMm ?? null,
    toMm: placing?.toMm ?? null,
    depthMm: state.depthMm,
    drivenFrom: { word: `cam.face.${from}` },
    back: { word: `cam.back.${back}` },
    forceN: force?.[back] ?? null,
    pilotN: tool.pilotAt?.replace('housing-', '') ?? '',
    holes: seenHours(h, lieOf(snapshot)).map((s) => String(s.oClock)),
    flush: Math.round(100 * (placing?.placed.atFlush[0]?.minShare ?? 0)),
    best: Math.round(100 * (placing?.placed.best?.minShare ?? 0)),
  }
  if (!state.aimed) {
    if (placing && placing.targetMm === null) return make('cannot', 'two-holes', { place, figures })
    const reason =
      aimFor === 'flush' ? 'flush-school' : placing?.edgeOut ? 'edge-out' : (placing?.placed.verdict ?? 'flush-serves')
    return make('aim', reason === 'cannot' ? 'two-holes' : reason, {
      place,
      ...(tool.pilotAt === null ? { head: 'aim-no-pilot' } : from === h.of.entersFrom ? {} : { head: 'aim-turned' }),
      caution: back === 'film' ? 'grease' : 'square',
      figures,
    })
  }
  if (state.looks.length === 0) return make('first-look', 'count-from', { place, caution: 'square', figures })
  const { drive } = state
  if (drive?.verdict === 'too-far')
    return make('bring-back', 'too-far', {
      place,
      caution: 'too-far',
      figures: {
        ...figures,
        overMm: state.depthMm! - placing!.toMm!,
        otherSide: { word: `cam.face.${from === 'front' ? 'rear' : 'front'}` },
      },
    })
  if (drive?.verdict === 'short') {
    const blows = drive.blowsToNextLook
    return make('strike', 'short', {
      place,
      ...(blows === 1 ? { head: 'strike-once' } : {}),
      caution: 'strike',
      figures: {
        ...figures,
        blows,
        total: state.looks.at(-1)!.blows + blows,
        leftMm: drive.remainingMm,
        perBlowMm: drive.perBlowMm,
      },
    })
  }
  const holes = readHoles(snapshot, h)
  const open = holes.find((o) => o.proof === undefined)
  if (open) {
    const known = placing!.holes[open.hole]!
    return make('prove', 'stands', {
      place,
      caution: 'eyes',
      figures: {
        ...figures,
        hole: open.hole,
        holeClock: String(seenHours(h, lieOf(snapshot))[open.hole]?.oClock ?? ''),
        feeds: h.of.drillings[open.hole]!.feeds,
        pinMm: open.byDepth?.pinMm ?? null,
        wholeMm: Math.min(known.bushingHoleMm, known.drillingMm),
      },
    })
  }
  return make('sliver', 'hides-chips', { place, figures })
}

/**
 * Bushings in: the rear one first, the front one last.
 *
 * @param chosen how the next one is aimed, where somebody chose otherwise than the sheet and the trade have it
 */
export function bushingsInMove(snapshot: Snapshot, hand: Spot, chosen?: Aim): Move {
  if (isClosed(snapshot, 'bushings-in')) return make('done', 'closed')
  if (!isClosed(snapshot, 'bushing-map')) return make('stop', 'map-first')
  if (galleryProblems(snapshot).length > 0) return make('galleries-again', 'cut-since')
  const open = openHousings(snapshot)
  // One that was begun is finished first; else in the order, the rear one first.
  const begun = open.find((h) => readDrive(snapshot, h).aimed)
  const next = begun ?? open[0]
  if (next && next.place !== hand.place) return make('next-place', 'next', { place: next.place })
  if (next) return wantedAt(snapshot, next, chosen) ?? make('close-stage', 'all-in')
  const shut = housingsOf(snapshot).filter((h) => readHoles(snapshot, h).some((o) => o.open === false))
  return make('close-stage', shut.length > 0 ? 'closed-some' : 'all-in', {
    figures: { which: shut.map((h) => String(h.n)) },
  })
}

const notStanding = (s: Snapshot, h: HousingSpot) => readDrive(s, h).drive?.verdict !== 'in'

export const bushingsIn: StageLogic = {
  says,
  problems: (s) => [
    ...whole('no-sheet', sectionOf(s) === null, false),
    ...whole('earlier-open', !isClosed(s, 'bushing-map'), false),
    ...galleryProblems(s),
    ...amongSpots('bushing-not-in', openHousings(s), false),
    ...amongSpots(
      'bushing-depth',
      housingsOf(s).filter((h) => lastAt(s, 'finished', h.place) && notStanding(s, h)),
      true,
    ),
    ...amongSpots(
      'hole-unproven',
      housingsOf(s).filter((h) => readHoles(s, h).some((o) => o.open === null)),
      false,
    ),
    ...amongSpots(
      'hole-closed',
      housingsOf(s).filter((h) => readHoles(s, h).some((o) => o.open === false)),
      true,
    ),
  ],
  move: (s, hand) => bushingsInMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    const started = act.what === 'aim-bushing' || act.what === 'look-bushing'
    if (!started && act.what !== 'prove-hole' && act.what !== 'finish-bushing') return null
    const h = housingAt(s, act.place)
    if (!h) return { code: 'unknown-place', details: [act.place] }
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    if (act.what === 'aim-bushing') {
      if (dirtyBefore(s, act.place).length > 0) return early('not-clean')
      if (readBushing(s, h).fit !== 'right') return early('wrong-bushing')
      const behind = rearFirst(s).filter((r) => r.n > h.n && !lastAt(s, 'finished', r.place))
      return behind.length > 0 ? early('rear-first') : null
    }
    if (act.what === 'look-bushing') {
      const { aimed, looks } = readDrive(s, h)
      if (!aimed) return early('not-aimed')
      return !act.back && act.blows < (looks.at(-1)?.blows ?? 0) ? early('fewer-blows') : null
    }
    if (act.what === 'finish-bushing')
      return readHoles(s, h).some((o) => o.open === null) ? early('hole-unproven') : null
    return null
  },
}
