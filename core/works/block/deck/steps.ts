import { nothingSaid } from '../../../job/ask'
import { atCylinder } from '../../../job/place'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import { clockHour } from '../../../measure/angle'
import type { Verdict } from '../../../measure/verdict'
import { SLACK_MM } from '../../../schema'
import type { EntryAct } from '../../kinds'
import type { Refused, StageLogic } from '../../stage-logic'
import { blockAt } from '../entries'
import { faceOf, judgeGap, liesOnFace, type FacePoint } from '../faces'
import { flatLimit, readLines } from '../read-block'
import { lineAt, openLines, placeOf, type LineSpot } from './lines'

const says = {
  actions: ['line', 'ring', 'next-cylinder', 'close-stage', 'done'],
  told: ['flat-out', 'flat-near'],
  reasons: ['every-line', 'as-it-ran', 'next', 'all-flat', 'out', 'next-leaf', 'noted', 'closed'],
  cautions: ['clean-face', 'gasket-dust'],
  gates: ['flat-not-read', 'flat-out', 'flat-unsure', 'ring-not-read'],
} as const
const { part, logic } = stageSteps('deck-check', says)

/** A line is told by its face and where it lies. */
const wordsOf = ({ spot }: { spot: LineSpot }) => ({
  face: { word: `block.on.${spot.on}` },
  along: { word: `block.line.${spot.name ?? 'drawn'}` },
  place: { word: `block.line.${spot.name ?? 'drawn'}` },
  head: spot.head,
})
const lines = part({
  places: openLines,
  placeAt: lineAt,
  anywhere: true,
  read: () => null,
  figures: (h) => ({ ...wordsOf(h), on: h.spot.on, line: h.spot.name }),
})
const point = ([along, across]: FacePoint): [number, number] => [along, across]
const laid = lines.turn({
  entry: 'read-line',
  fields: {
    on: ({ spot }) => spot.on,
    head: ({ spot }) => spot.head,
    from: ({ spot }) => point(spot.line.from),
    to: ({ spot }) => point(spot.line.to),
    gapMm: { figures: wordsOf },
    notMm: { figures: wordsOf },
  },
  said: ({ snapshot, spot }, { gapMm, notMm }) => {
    const limitMm = flatLimit(snapshot, spot.on)
    if (gapMm === undefined || limitMm === null) return nothingSaid
    return { verdicts: { gapMm: judgeGap(gapMm, notMm ?? null, limitMm) }, lines: [] }
  },
})

const rings = part({
  places: (s) => s.engine.heads.flat().map(atCylinder),
  read: (s, { cylinder }) => blockAt(s, 'fireRings', cylinder) !== null,
  figures: ({ snapshot }) => ({ n: snapshot.stationsDeg.length }),
})
const ring = rings.turn({
  entry: 'read-fire-ring',
  fields: {
    readings: {
      rows: ({ snapshot }) =>
        snapshot.stationsDeg.map((deg) => ({ figures: { hour: String(clockHour(deg)) }, spot: `deg-${deg}` })),
      each: {
        angleDeg: { spot: 'at', usual: ({ snapshot }: Here, row: number) => snapshot.stationsDeg[row] },
        valueMm: { spot: 'ring', about: ({ snapshot }: Here) => snapshot.sheet.sections.liners?.fireRingMm ?? null },
      },
    },
  },
})

/** The lines of a verdict, the worst first. */
const judged = (verdict: Verdict) =>
  part({
    places: (s) =>
      readLines(s)
        .filter((l) => l.verdict === verdict)
        .sort((a, b) => b.entry.gapMm - a.entry.gapMm)
        .map((line) => ({ cylinder: null, place: placeOf(line), line })),
    anywhere: true,
    named: true,
    read: () => null,
    figures: ({ spot: { line } }) => ({
      face: { word: `block.on.${line.entry.on}` },
      along: { word: `block.line.${line.name ?? 'drawn'}` },
      head: line.entry.head,
      gapMm: line.entry.gapMm,
      limitMm: line.limitMm,
    }),
  })
const checks = logic({
  parts: [
    lines.of([
      {
        action: 'line',
        when: () => true,
        gate: { code: 'flat-not-read', soft: true },
        reason: 'every-line',
        caution: 'clean-face',
        turn: laid,
      },
    ]),
    rings.of([
      {
        action: 'ring',
        when: ({ state }) => !state,
        gate: { code: 'ring-not-read', soft: true },
        reason: 'as-it-ran',
        caution: 'gasket-dust',
        turn: ring,
        onward: true,
      },
    ]),
    judged('out').of([
      {
        action: 'flat-out',
        mended: 'read-line',
        when: () => true,
        gate: { code: 'flat-out', soft: true },
        reason: 'out',
        doubt: true,
      },
    ]),
    judged('unsure').of([
      {
        action: 'flat-near',
        mended: 'read-line',
        when: () => true,
        gate: { code: 'flat-unsure', soft: true },
        reason: 'next-leaf',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: (s) => ({ reason: readLines(s).length > 0 ? 'all-flat' : 'noted' }),
})

/** Why a line or a ring cannot be as it is told; null where it can. */
function refuse(snapshot: Snapshot, act: EntryAct): Refused | null {
  const early = (why: string): Refused => ({ code: 'out-of-order', details: [why] })
  if (act.what === 'read-line') {
    if (!snapshot.engine.heads[act.head - 1]) return early('no-such-head')
    if (!liesOnFace(faceOf(snapshot.engine, act.head), act, snapshot.engine.boreMm)) return early('line-off-deck')
    if (act.notMm !== null && act.notMm <= act.gapMm + SLACK_MM) return early('leaf-not-thicker')
  }
  if (act.what === 'read-fire-ring') {
    const newMm = snapshot.sheet.sections.liners?.fireRingMm ?? null
    if (newMm !== null && act.readings.some((r) => r.valueMm > newMm + SLACK_MM)) return early('ring-too-thick')
  }
  return null
}

/** Deck and heads by straight edge and feeler, then the old gasket's fire ring: what the joint was like as it ran. */
export const deckCheck: StageLogic = { ...checks, refuse }
