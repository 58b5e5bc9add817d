import { among } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { lastAt, readBore, sectionOf, sleeveScope } from './read-sleeves'

const says = {
  actions: ['measure-bore', 'clean-bore', 'next-cylinder', 'close-stage', 'done'],
  told: ['head-off'],
  reasons: ['fresh', 'dirty', 'worn', 'next', 'all-good', 'closed'],
  cautions: ['compound-left'],
} as const
const make = mover('sleeve-bores', says)

/** Whether a bore may take a sleeve: measured, clean, its damage no more than light. */
const heavy = (snapshot: Snapshot, cylinder: number) => lastAt(snapshot, 'bores', cylinder)?.damage === 'heavy'

/** The next bore of the head to look at. */
export function sleeveBoresMove(snapshot: Snapshot, selected: number): Move {
  if (isClosed(snapshot, 'sleeve-bores')) return make('done', 'closed')
  const turn = inTurn(
    sleeveScope(snapshot).map((cylinder) => readBore(snapshot, cylinder)),
    selected,
  )
  const section = sectionOf(snapshot)
  const dirty = turn.find((b) => b.entry && !b.entry.clean)
  const next = dirty ?? turn.find((b) => b.entry === null)
  if (next && next.cylinder !== selected) return make('next-cylinder', 'next', { cylinder: next.cylinder })
  if (dirty) return make('clean-bore', 'dirty', { cylinder: dirty.cylinder, caution: 'compound-left' })
  if (next)
    return make('measure-bore', 'fresh', {
      cylinder: next.cylinder,
      figures: { wantMm: section?.headBoreMm ?? null, tolMm: section?.headBoreTolMm ?? null },
    })
  const worn = turn.find((b) => b.size === 'out' || heavy(snapshot, b.cylinder))
  if (worn)
    return make('head-off', 'worn', {
      cylinder: worn.cylinder,
      figures: { boreMm: worn.meanMm, wantMm: section?.headBoreMm ?? null },
    })
  return make('close-stage', 'all-good')
}

/** Bores of the head: clean, round, of their size. */
export const sleeveBores: StageLogic = {
  says,
  problems: (s) => {
    const bores = sleeveScope(s).map((c) => readBore(s, c))
    const pick = (test: (b: (typeof bores)[number]) => boolean) => bores.filter(test).map((b) => b.cylinder)
    return [
      ...among(
        'not-measured',
        pick((b) => b.entry === null),
        false,
      ),
      ...among(
        'bore-dirty',
        pick((b) => b.entry?.clean === false),
        false,
      ),
      ...among(
        'out',
        pick((b) => b.size === 'out' || heavy(s, b.cylinder)),
        true,
      ),
      ...among(
        'unsure',
        pick((b) => b.size === 'unsure'),
        true,
      ),
    ]
  },
  move: (s, hand) => sleeveBoresMove(s, hand.cylinder),
}
