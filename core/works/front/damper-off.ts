import { whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { damperScrap, readPuller } from './read-damper'
import { lastOf, sectionOf } from './read-front'

const says = {
  actions: ['sheet-first', 'judge', 'pull', 'close-stage', 'done'],
  told: ['no-screw'],
  heads: ['pull-drilled'],
  reasons: ['no-section', 'before-it-moves', 'bear', 'drilled', 'strips', 'scrap', 'may-stay', 'no-damper', 'closed'],
  cautions: ['by-the-hub', 'hold-crank'],
} as const
const make = mover('damper-off', says)

/** The old damper: looked at, then pulled by its hub. */
export function damperOffMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'damper-off')) return make('done', 'closed')
  const section = sectionOf(snapshot)
  if (!section) return make('sheet-first', 'no-section')
  const { damper } = section
  if (!damper) return make('close-stage', 'no-damper')
  const scrap = damperScrap(snapshot)
  if (!scrap) return make('judge', 'before-it-moves', { caution: 'hold-crank' })
  if (!lastOf(snapshot, 'pulled')) {
    const puller = readPuller(damper)
    const use = puller?.screws.use ?? null
    const figures = {
      count: damper.pullCount,
      screws: use ?? '',
      first: damper.pullSizes[0]!.name,
      forceN: puller?.forceN ?? null,
      firstBearN: puller?.screws.sizes[0]!.togetherN ?? null,
      bearN: puller?.screws.sizes.find((s) => s.name === use)?.togetherN ?? null,
    }
    if (use === damper.pullSizes[0]!.name) return make('pull', 'bear', { caution: 'by-the-hub', figures })
    // Holes are drilled only in one that is scrap anyway: it would turn out of balance.
    if (use !== null && scrap.length > 0)
      return make('pull', 'drilled', { head: 'pull-drilled', caution: 'by-the-hub', figures })
    return make('no-screw', 'strips', { caution: 'by-the-hub', figures })
  }
  return make('close-stage', scrap.length > 0 ? 'scrap' : 'may-stay', {
    figures: { why: { word: `front.scrap.${scrap[0] ?? 'none'}` } },
  })
}

export const damperOff: StageLogic = {
  says,
  problems: (s) => {
    const damper = sectionOf(s)?.damper ?? null
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...whole('damper-not-seen', damper !== null && damperScrap(s) === null, true),
      ...whole('damper-still-on', damper !== null && !lastOf(s, 'pulled'), false),
    ]
  },
  move: damperOffMove,
}
