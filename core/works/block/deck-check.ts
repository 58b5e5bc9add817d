import { among, whole } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { SLACK_MM } from '../../schema'
import type { EntryAct } from '../kinds'
import type { Refused, StageLogic } from '../stage-logic'
import { faceOf, liesOnFace } from './faces'
import { blockAt } from './entries'
import { linesOpen, readLines } from './read-block'

const says = {
  actions: ['line', 'ring', 'next-cylinder', 'close-stage', 'done'],
  reasons: ['every-line', 'as-it-ran', 'next', 'all-flat', 'out', 'noted', 'closed'],
  cautions: ['clean-face', 'gasket-dust'],
} as const
const make = mover('deck-check', says)

/** Deck and heads by straight edge and feeler, then the old gasket's fire ring: what the joint was like as it ran. */
export function deckCheckMove(snapshot: Snapshot, selected: number): Move {
  if (isClosed(snapshot, 'deck-check')) return make('done', 'closed')
  const line = linesOpen(snapshot)[0]
  if (line)
    return make('line', 'every-line', {
      caution: 'clean-face',
      figures: {
        on: line.on,
        head: line.head,
        line: line.name,
        face: { word: `block.on.${line.on}` },
        along: { word: `block.line.${line.name}` },
      },
    })
  const ring = inTurn(
    snapshot.engine.heads
      .flat()
      .filter((cylinder) => !blockAt(snapshot, 'fireRings', cylinder))
      .map((cylinder) => ({ cylinder })),
    selected,
  )[0]
  if (ring && ring.cylinder !== selected) return make('next-cylinder', 'next', { cylinder: ring.cylinder })
  if (ring)
    return make('ring', 'as-it-ran', {
      cylinder: ring.cylinder,
      caution: 'gasket-dust',
      figures: { n: snapshot.stationsDeg.length },
    })
  const lines = readLines(snapshot)
  if (lines.some((l) => l.verdict === 'out')) return make('close-stage', 'out')
  return make('close-stage', lines.length > 0 ? 'all-flat' : 'noted')
}

/** Why a line or a ring cannot be as it is told; null where it can. */
function refuse(snapshot: Snapshot, act: EntryAct): Refused | null {
  if (act.what === 'read-line') {
    if (!snapshot.engine.heads[act.head - 1]) return { code: 'out-of-order', details: ['no-such-head'] }
    if (!liesOnFace(faceOf(snapshot.engine, act.head), act, snapshot.engine.boreMm))
      return { code: 'out-of-order', details: ['line-off-deck'] }
    if (act.notMm !== null && act.notMm <= act.gapMm + SLACK_MM)
      return { code: 'out-of-order', details: ['leaf-not-thicker'] }
  }
  if (act.what === 'read-fire-ring') {
    const newMm = snapshot.sheet.sections.liners?.fireRingMm ?? null
    if (newMm !== null && act.readings.some((r) => r.valueMm > newMm + SLACK_MM))
      return { code: 'out-of-order', details: ['ring-too-thick'] }
  }
  return null
}

export const deckCheck: StageLogic = {
  says,
  problems: (s) => {
    const lines = readLines(s)
    return [
      ...whole('flat-not-read', linesOpen(s).length > 0, true),
      ...whole(
        'flat-out',
        lines.some((l) => l.verdict === 'out'),
        true,
      ),
      ...whole(
        'flat-unsure',
        lines.some((l) => l.verdict === 'unsure'),
        true,
      ),
      ...among(
        'ring-not-read',
        s.engine.heads.flat().filter((c) => !blockAt(s, 'fireRings', c)),
        true,
      ),
    ]
  },
  move: (s, hand) => deckCheckMove(s, hand.cylinder),
  refuse,
}
