import { z } from 'zod'
import type { Move } from '../job/move'
import type { Snapshot } from '../job/snapshot'
import { cylinderNumber } from '../schema'
import { faceLine, faceLineNames, faceOf, type FaceLineName } from '../works/block/faces'
import { flatFaces, type FlatFace } from '../works/block/kinds'
import type { EntryAct } from '../works/kinds'
import type { EngineAnswer, MeasuredBy } from './engine-answer'
import { lotOf } from './simulated-engine'

/** What nobody sees of a simulated block: gaps under a straight edge, and the old gasket's fire ring. Mm. */
export const blockTruth = z.object({
  /** By face, head and line: `deck-1-left`; where nothing is said it is nearly flat. */
  gapsMm: z.record(z.string(), z.number()),
  /** The crushed ring at the stations of each liner. */
  ringsMm: z.record(z.string(), z.array(z.number())),
})
export type BlockTruth = z.infer<typeof blockTruth>

/** What is asked of it. */
export const blockQuestions = [
  z.strictObject({
    ask: z.literal('flat-line'),
    on: z.enum(flatFaces),
    head: z.int().min(1).max(24),
    line: z.enum(faceLineNames),
  }),
  z.strictObject({ ask: z.literal('fire-ring'), cylinder: cylinderNumber }),
] as const
export type BlockQuestion = z.infer<(typeof blockQuestions)[number]>

/** What the simulated block answers. @throws RangeError where nobody ever measured such a ring */
export function answerBlock(truth: BlockTruth, snapshot: Snapshot, question: BlockQuestion): EngineAnswer {
  if (question.ask === 'fire-ring') {
    const rings = truth.ringsMm[question.cylinder]
    if (!rings) throw new RangeError(`The old gasket has no ring ${question.cylinder}.`)
    return { ringMm: rings.map((mm, i) => round(mm + 0.002 * (lotOf(`ring ${question.cylinder} ${i}`) - 0.5))) }
  }
  const key = `${question.on}-${question.head}-${question.line}`
  const gapMm = truth.gapsMm[key] ?? 0.02 * lotOf(key)
  const leaves = [...snapshot.tooling.leavesMm].sort((a, b) => a - b)
  const over = leaves.find((l) => l > gapMm)
  return { gapMm: leaves.findLast((l) => l <= gapMm) ?? 0, ...(over === undefined ? {} : { notMm: over }) }
}
const round = (mm: number) => Number(mm.toFixed(3))

/** What a move around the liners asks of straight edge, feeler or gauge; null where it only does. */
export function blockQuestionOf(move: Move): BlockQuestion | null {
  if (move.stage !== 'deck-check') return null
  if (move.action === 'ring') return { ask: 'fire-ring', cylinder: move.cylinder ?? 0 }
  if (move.action !== 'line') return null
  const { on, head, line } = move.figures
  return { ask: 'flat-line', on: on as FlatFace, head: Number(head), line: line as FaceLineName }
}

/** The entries that such a move comes to; none where it is done elsewhere on the screen. */
export function blockActsOf(
  snapshot: Snapshot,
  move: Move,
  answer: EngineAnswer,
  by: MeasuredBy,
  newId: () => string,
): EntryAct[] {
  const cylinder = move.cylinder ?? 0
  const doing: Partial<Record<string, () => EntryAct[]>> = {
    'pistons-out take': () => [
      { what: 'take-piston', pistonId: newId(), cylinder, mark: String(move.figures.mark ?? cylinder) },
    ],
    'pistons-out photograph': () => [{ what: 'lay-out', layOutId: newId(), photographed: true }],
    'deck-check line': () => {
      const asked = blockQuestionOf(move) as Extract<BlockQuestion, { ask: 'flat-line' }>
      const { from, to } = faceLine(faceOf(snapshot.engine, asked.head), asked.line, snapshot.engine.boreMm)
      return [
        {
          what: 'read-line',
          flatId: newId(),
          on: asked.on,
          head: asked.head,
          from: [...from],
          to: [...to],
          gapMm: Number(answer.gapMm),
          notMm: typeof answer.notMm === 'number' ? answer.notMm : null,
        },
      ]
    },
    'deck-check ring': () => [
      {
        what: 'read-fire-ring',
        fireRingId: newId(),
        cylinder,
        readings: (answer.ringMm as number[]).map((valueMm, i) => ({
          angleDeg: snapshot.stationsDeg[i]!,
          valueMm,
        })),
        ...by,
      },
    ],
  }
  return doing[`${move.stage} ${move.action}`]?.() ?? []
}
