import { whole, type GateProblem } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { sectionOf } from './read-bushings'
import { blockWorkDone, cutSince, readGalleries, type PassageState } from './read-galleries'

const says = {
  actions: ['sheet-first', 'sign-work', 'plug-out', 'wipe', 'plug-back', 'close-stage', 'done'],
  told: ['stop'],
  heads: ['wipe-dead'],
  reasons: [
    'no-section',
    'out-first',
    'chips-stay',
    'cut-since',
    'dead-end',
    'brush',
    'once-more',
    'last-dirty',
    'counted-back',
    'all-clean',
    'closed',
  ],
  cautions: ['eyes', 'block-work', 'no-rag-behind'],
} as const
const make = mover('galleries', says)

const nameOf = ({ passage }: PassageState) => ({ passage: passage.id, from: passage.from, to: passage.to })

/** The galleries in the order of the oil: brushed and wiped until wipes come out clean. */
export function galleriesMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'galleries')) return make('done', 'closed')
  const section = sectionOf(snapshot)
  if (!section) return make('sheet-first', 'no-section')
  if (!isClosed(snapshot, 'bushings-out')) return make('stop', 'out-first')
  if (!blockWorkDone(snapshot))
    return make('sign-work', cutSince(snapshot) ? 'cut-since' : 'chips-stay', { caution: 'block-work' })
  const states = readGalleries(snapshot)
  const next = states.find((s) => !s.done)
  if (next) {
    const figures = { ...nameOf(next), clean: next.clean, needed: next.needed, plug: next.passage.plug }
    if (next.passage.plug !== null && !next.plugOut) return make('plug-out', 'dead-end', { caution: 'eyes', figures })
    const last = next.wipes.at(-1)
    return make('wipe', last === undefined ? 'brush' : last === 'clean' ? 'once-more' : 'last-dirty', {
      ...(next.passage.deadEnd ? { head: 'wipe-dead' as const } : {}),
      caution: 'eyes',
      figures: { ...figures, last: last === undefined ? null : { word: `cam.wipe.${last}` } },
    })
  }
  const plug = states.find((s) => s.plugOut)
  if (plug)
    return make('plug-back', 'counted-back', {
      caution: 'no-rag-behind',
      figures: { ...nameOf(plug), plug: plug.passage.plug },
    })
  return make('close-stage', 'all-clean')
}

/** What keeps a bushing from going in behind dirt, gate and all. */
export function galleryProblems(snapshot: Snapshot): GateProblem[] {
  const states = readGalleries(snapshot)
  return [
    ...whole('last-work', !blockWorkDone(snapshot), false),
    ...whole(
      'not-clean',
      states.some((s) => !s.done),
      false,
    ),
    ...whole(
      'plug-open',
      states.some((s) => s.plugOut),
      false,
    ),
  ]
}

export const galleries: StageLogic = {
  says,
  problems: (s) => [...whole('no-sheet', sectionOf(s) === null, false), ...galleryProblems(s)],
  move: (s) => galleriesMove(s),
  refuse: (s, act) => {
    if (act.what !== 'wipe-gallery' && act.what !== 'gallery-plug') return null
    if (!sectionOf(s)?.passages.some((p) => p.id === act.passage))
      return { code: 'unknown-place', details: [act.passage] }
    return act.what === 'wipe-gallery' && !blockWorkDone(s) ? { code: 'out-of-order', details: ['last-work'] } : null
  },
}
