import { z } from 'zod'
import { placeCode } from '../job/place'
import { padAt, readFace } from '../works/faces/read-faces'
import type { Snapshot } from '../job/snapshot'
import type { EntryAct } from '../works/kinds'
import { numberOf, type Move } from '../job/move'
import type { FaceStep } from '../works/faces/kinds'
import type { EngineAnswer } from './engine-answer'

/** What nobody sees of a simulated gearbox: what each pad loses of its air, kPa. */
export const faceTruth = z.object({ lostKPa: z.record(placeCode, z.number()) })
export type FaceTruth = z.infer<typeof faceTruth>

/** What is asked of it. */
export const faceQuestions = [z.strictObject({ ask: z.literal('air'), place: placeCode })] as const
export type FaceQuestion = z.infer<(typeof faceQuestions)[number]>

/** What the simulated gearbox answers. @throws RangeError where it has no such pad */
export function answerFaces(truth: FaceTruth, snapshot: Snapshot, { place }: FaceQuestion): EngineAnswer {
  const pad = padAt(snapshot, place)
  if (!pad) throw new RangeError(`This unit has no ${place}.`)
  return { startKPa: pad.of.airKPa, endKPa: pad.of.airKPa - (truth.lostKPa[place] ?? 0.2) }
}

/** What a move at a pad asks; null where it only does. */
export const faceQuestionOf = (move: Move): FaceQuestion | null =>
  move.stage === 'face-seal' && (move.action === 'air' || move.action === 'again')
    ? { ask: 'air', place: move.place ?? '' }
    : null

/** The entries that a move at a pad comes to; none where it is done elsewhere on the screen. */
export function faceActsOf(snapshot: Snapshot, move: Move, answer: EngineAnswer, newId: () => string): EntryAct[] {
  const place = move.place ?? ''
  if (move.stage !== 'face-seal') return []
  const nuts = padAt(snapshot, place)?.of.nuts ?? 0
  const round = (way: 'off' | 'on'): EntryAct[] => [
    {
      what: 'nut-round',
      roundId: newId(),
      place,
      way,
      turns: Array<number>(nuts).fill(numberOf(move, 'exactTurns')),
    },
  ]
  const step = (name: FaceStep): EntryAct[] => [{ what: 'face-step', stepId: newId(), place, step: name }]
  const air = (): EntryAct[] => [
    {
      what: 'air-test',
      airId: newId(),
      place,
      startKPa: Number(answer.startKPa),
      endKPa: Number(answer.endKPa),
    },
  ]
  const doing: Partial<Record<string, () => EntryAct[]>> = {
    jack: () => round('off'),
    draw: () => round('on'),
    // The nuts that lag are brought up to the one that leads.
    even: () => [
      {
        what: 'nut-round',
        roundId: newId(),
        place,
        way: 'on',
        turns: readFace(snapshot, padAt(snapshot, place)!).on.lagging,
      },
    ],
    air,
    again: air,
  }
  const steps = ['ring-out', 'pair', 'soak', 'bubbles', 'jelly', 'rolled', 'clicked', 'wiped'] as const
  const named = steps.find((s) => s === move.action)
  return doing[move.action]?.() ?? (named ? step(named) : [])
}
