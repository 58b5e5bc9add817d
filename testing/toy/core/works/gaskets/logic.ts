import { amongSpots } from '../../job/gate'
import { mover } from '../../job/move'
import { inTurnFrom, sameSpot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { entriesOf, placesOf } from '../kinds'
import type { WorkLogic } from '../stage-logic'

const says = {
  actions: ['lay', 'close-stage', 'done'],
  reasons: ['bare', 'all-laid', 'closed'],
  cautions: ['dry-lid'],
} as const
const make = mover('lay-gaskets', says)

/** Pads without a standing gasket. */
function bare(s: Snapshot) {
  const laid = entriesOf(s, 'gaskets.gaskets').filter((g) => !g.struck) as unknown as { place: string }[]
  return placesOf('gaskets', s.engine, s.sheet.sections).filter((p) => !laid.some((g) => g.place === p.place))
}

export const stages: WorkLogic<'gaskets'> = {
  'lay-gaskets': {
    says,
    problems: (s) => amongSpots('not-measured', bare(s), false),
    move: (s, hand) => {
      if (isClosed(s, 'lay-gaskets')) return make('done', 'closed')
      const spot = { cylinder: null, place: hand.place ?? null }
      const all = inTurnFrom(placesOf('gaskets', s.engine, s.sheet.sections), spot)
      const next = all.find((p) => bare(s).some((b) => sameSpot(b, p)))
      if (!next) return make('close-stage', 'all-laid')
      const thick = s.sheet.sections.gaskets?.thicknessMm ?? null
      return make('lay', 'bare', { place: next.place, caution: 'dry-lid', figures: { thickMm: thick } })
    },
    refuse: (s, act) =>
      act.what === 'lay-gasket' && !bare(s).some((p) => p.place === act.place)
        ? { code: 'already-struck', details: [act.place] }
        : null,
  },
}
