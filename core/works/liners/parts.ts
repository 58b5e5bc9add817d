import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { oddParts, partFigures, partFlag } from '../../plan/read-repair'
import type { StageLogic } from '../stage-logic'

const says = {
  actions: ['add', 'measure', 'close-stage', 'done'],
  reasons: ['no-liners', 'too-few-measured', 'one-left', 'some-odd', 'all-measured', 'closed'],
} as const
const make = mover('parts', says)

/** The next move over the box of parts. */
export function partsMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'parts')) return make('done', 'closed')
  const liners = snapshot.liners.filter((l) => l.fitted === null || l.fitted.jobId === snapshot.job.id)
  const bores = snapshot.engine.heads.flat().length
  const measured = liners.filter((l) => partFigures(l) !== null)
  const next = liners.find((l) => partFigures(l) === null)
  if (liners.length === 0) return make('add', 'no-liners', { figures: { bores } })
  if (next)
    return make('measure', measured.length < bores ? 'too-few-measured' : 'one-left', {
      figures: { label: next.label, partId: next.id, measured: measured.length, bores },
    })
  const odd = [...liners.filter((l) => partFlag(l, 'liner') !== 'good')]
  return make('close-stage', odd.length > 0 ? 'some-odd' : 'all-measured', {
    figures: { count: odd.length, labels: odd.map((l) => l.label), offMm: oddParts.liner.offMm },
  })
}

/** The box of parts. They may be measured or not: the plan says what it lacks. */
export const parts: StageLogic = { says, problems: () => [], move: partsMove }
