import { named, type GateProblem } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { readLedges, type LedgeState } from './ledges'

const says = {
  actions: ['measure', 'close-zero', 'clean-ledge', 'next-cylinder', 'close-stage', 'done'],
  reasons: [
    'first',
    'continue',
    'zero-moved',
    'zero-unchecked',
    'burr',
    'old-seal',
    'next',
    'some-worn',
    'all-sound',
    'closed',
  ],
  cautions: ['file', 'clean'],
} as const
const make = mover('counterbores', says)

/** What a ledge still asks for; null where it is measured and clean. */
function ledgeWants(l: LedgeState, stationsDeg: readonly number[], gaugeLive: boolean): Move | null {
  const dirt = l.marks.find((m) => m.kind === 'burr' || m.kind === 'old-seal')
  if (dirt)
    return make('clean-ledge', dirt.kind === 'burr' ? 'burr' : 'old-seal', {
      cylinder: l.cylinder,
      stationDeg: dirt.atDeg,
      caution: dirt.kind === 'burr' ? 'file' : null,
      figures: { markId: dirt.id },
    })
  if (!l.complete || l.set?.closed?.zeroMoved) {
    const open = l.set?.closed?.zeroMoved
      ? stationsDeg
      : stationsDeg.filter((a) => l.stations.find((s) => s.angleDeg === a)?.valueMm == null)
    const stationDeg = open[0] ?? stationsDeg[0]!
    const reason = l.set?.closed?.zeroMoved ? 'zero-moved' : open.length === stationsDeg.length ? 'first' : 'continue'
    return make('measure', reason, {
      cylinder: l.cylinder,
      stationDeg,
      caution: reason === 'first' ? 'clean' : null,
      ...(reason === 'zero-moved' ? { button: 'repeat-anew' } : {}),
      figures: { n: stationsDeg.indexOf(stationDeg) + 1, of: stationsDeg.length },
    })
  }
  if (!l.set?.closed && gaugeLive) return make('close-zero', 'zero-unchecked', { cylinder: l.cylinder })
  return null
}

/** The next move at the ledges. */
export function ledgeMove(snapshot: Snapshot, selected: number, gaugeLive: boolean, me?: string): Move {
  if (isClosed(snapshot, 'counterbores')) return make('done', 'closed')
  const turn = inTurn(readLedges(snapshot, me), selected)
  const waiting = turn.find((l) => ledgeWants(l, snapshot.stationsDeg, gaugeLive) !== null)
  if (waiting) {
    if (waiting === turn[0]) return ledgeWants(waiting, snapshot.stationsDeg, gaugeLive)!
    return make('next-cylinder', 'next', { cylinder: waiting.cylinder })
  }
  const worn = turn
    .filter((l) => l.judgement?.verdict === 'out')
    .map((l) => l.cylinder)
    .sort((a, b) => a - b)
  return make('close-stage', worn.length > 0 ? 'some-worn' : 'all-sound', {
    figures: { cylinders: worn },
  })
}

function ledgeProblems(snapshot: Snapshot): GateProblem[] {
  const ledges = readLedges(snapshot)
  const pick = (test: (l: (typeof ledges)[number]) => boolean) => ledges.filter(test).map((l) => l.cylinder)
  const problems: GateProblem[] = [
    { code: 'not-measured', cylinders: pick((l) => !l.complete), soft: true },
    { code: 'two-sets', cylinders: pick((l) => l.rivals.length > 0), soft: true },
    { code: 'zero-moved', cylinders: pick((l) => l.complete && (l.set?.closed?.zeroMoved ?? false)), soft: true },
    {
      code: 'clean-first',
      cylinders: pick((l) => l.marks.some((m) => m.kind === 'burr' || m.kind === 'old-seal')),
      soft: false,
    },
  ]
  return named(problems)
}

/** Ledges: measured, looked at, cleaned. */
export const counterbores: StageLogic = {
  says,
  problems: ledgeProblems,
  move: (s, hand) => ledgeMove(s, hand.cylinder, hand.gaugeLive ?? false),
}
