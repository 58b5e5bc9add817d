import { numberOf, textOf, type Move } from '../job/move'
import type { Snapshot } from '../job/snapshot'
import type { EntryAct } from '../works/kinds'
import { housingAt, lastAt, lieOf } from '../works/bushings/read-bushings'
import { aimOf } from '../works/bushings/read-placing'
import type { BushingQuestion } from './bushing-truth'
import type { EngineAnswer, MeasuredBy } from './engine-answer'

/** What a move of the bushings asks a gauge, an eye or a hand; null where it only does. */
export function bushingQuestionOf(move: Move): BushingQuestion | null {
  const place = move.place ?? ''
  const asked: Partial<Record<string, () => BushingQuestion>> = {
    'cam-out read-cam': () => ({ ask: 'cam' }),
    'cam-out journal': () => ({ ask: 'journal', place }),
    'bushings-out bushing': () => ({ ask: 'old-bushing', place }),
    'galleries wipe': () => ({ ask: 'wipe', passage: textOf(move, 'passage') }),
    'bushing-map housing': () => ({ ask: 'housing', place }),
    'bushing-map bushing': () => ({ ask: 'bushing', place }),
    'bushing-map other-bushing': () => ({ ask: 'bushing', place }),
    'bushings-in first-look': () => ({ ask: 'depth', place, blows: 0, back: false }),
    'bushings-in strike': () => ({ ask: 'depth', place, blows: numberOf(move, 'total'), back: false }),
    'bushings-in bring-back': () => ({ ask: 'depth', place, blows: 0, back: true }),
    'bushings-in prove': () => ({ ask: 'hole', place, hole: numberOf(move, 'hole') }),
    'cam-spin shaft-in': () => ({ ask: 'shaft-in' }),
    'cam-spin turn': () => ({ ask: 'spin' }),
    'cam-spin blue': () => ({ ask: 'bluing', place }),
    'cam-spin read-again': () => ({ ask: 'cam-again' }),
  }
  return asked[`${move.stage} ${move.action}`]?.() ?? null
}

const number = (value: EngineAnswer[string] | undefined): number | null => (typeof value === 'number' ? value : null)
const pair = (value: EngineAnswer[string] | undefined): [number, number] => {
  const [a, b] = value as number[]
  return [a!, b!]
}

/** The entries that a move of the bushings comes to; none where it is done elsewhere on the screen. */
export function bushingActsOf(
  snapshot: Snapshot,
  move: Move,
  answer: EngineAnswer,
  by: MeasuredBy,
  newId: () => string,
): EntryAct[] {
  const place = move.place ?? ''
  const look = (blows: number, back: boolean): EntryAct[] => [
    { what: 'look-bushing', lookId: newId(), place, blows, edgeMm: Number(answer.edgeMm), back, ...by },
  ]
  const read = (at: string, code: string, outerMm: number): EntryAct => ({
    what: 'note-bushing',
    bushingId: newId(),
    place: at,
    code,
    outerMm,
    ...by,
  })
  const plug = (out: boolean): EntryAct[] => [
    { what: 'gallery-plug', plugId: newId(), passage: textOf(move, 'passage'), out },
  ]
  const doing: Partial<Record<string, () => EntryAct[]>> = {
    'cam-out read-cam': () => [
      {
        what: 'read-cam',
        camReadId: newId(),
        endFloatMm: number(answer.endFloatMm),
        backlashMm: number(answer.backlashMm),
        photographed: Boolean(answer.photographed),
        followersUp: Boolean(answer.followersUp),
        ...by,
      },
    ],
    'cam-out take-out': () => [{ what: 'cam-shaft-out', shaftOutId: newId() }],
    'cam-out journal': () => [{ what: 'measure-journal', journalId: newId(), place, mm: pair(answer.mm), ...by }],
    'bushings-out plug-off': () => [{ what: 'cam-plug', camPlugId: newId(), fitted: false }],
    'bushings-out bushing': () => [
      {
        what: 'bushing-out',
        outId: newId(),
        place,
        looks: (answer.looks ?? 'sound') as 'sound',
        copperShare: number(answer.copperShare) ?? 0,
        copperOClock: number(answer.copperOClock),
        holeInLine: answer.holeInLine !== false,
      },
    ],
    'galleries sign-work': () => [{ what: 'last-block-work', blockDoneId: newId() }],
    'galleries plug-out': () => plug(true),
    'galleries plug-back': () => plug(false),
    'galleries wipe': () => [
      {
        what: 'wipe-gallery',
        wipeId: newId(),
        passage: textOf(move, 'passage'),
        found: (answer.found ?? 'clean') as 'clean',
      },
    ],
    'bushing-map housing': () => [
      {
        what: 'measure-housing',
        housingId: newId(),
        place,
        boreMm: pair(answer.boreMm),
        drillingsMm: housingAt(snapshot, place)!.of.drillings.map(
          (_, i) => (answer.drillingsMm as number[] | undefined)?.[i] ?? null,
        ),
        ...by,
      },
    ],
    'bushing-map bushing': () => [read(place, String(answer.code), Number(answer.outerMm))],
    'bushing-map other-bushing': () => [read(place, String(answer.code), Number(answer.outerMm))],
    'bushing-map swap': () => {
      const toPlace = textOf(move, 'toPlace')
      const [here, there] = [lastAt(snapshot, 'read', place), lastAt(snapshot, 'read', toPlace)]
      return here && there ? [read(place, there.code, there.outerMm), read(toPlace, here.code, here.outerMm)] : []
    },
    'bushings-in aim': () => {
      const usual = aimOf(snapshot, housingAt(snapshot, place)!)
      return [
        {
          what: 'aim-bushing',
          aimId: newId(),
          place,
          from: (answer.from ?? usual.from) as 'rear',
          back: (answer.back ?? usual.back) as 'dry',
          aimFor: (answer.aimFor ?? usual.aimFor) as 'holes',
          ...lieOf(snapshot),
        },
      ]
    },
    'bushings-in first-look': () => look(0, false),
    'bushings-in strike': () => look(number(answer.blows) ?? numberOf(move, 'total'), false),
    'bushings-in bring-back': () => look(0, true),
    'bushings-in prove': () => [
      {
        what: 'prove-hole',
        proofId: newId(),
        place,
        hole: numberOf(move, 'hole'),
        pinMm: number(answer.pinMm),
        light: typeof answer.light === 'string' ? (answer.light as 'round') : null,
      },
    ],
    'bushings-in sliver': () => [{ what: 'finish-bushing', finishId: newId(), place }],
    'cam-spin shaft-in': () => [
      { what: 'cam-shaft-in', shaftInId: newId(), asPhotographed: Boolean(answer.asPhotographed) },
    ],
    'cam-spin turn': () => {
      const pulls = (answer.pullsN as number[] | undefined) ?? []
      return [
        {
          what: 'turn-cam',
          turnId: newId(),
          armMm: pulls.length > 0 ? number(answer.armMm) : null,
          readings: pulls.map((pullN, i) => ({ angleDeg: (i * 360) / pulls.length, pullN })),
          feel: typeof answer.feel === 'string' ? (answer.feel as 'free') : null,
        },
      ]
    },
    'cam-spin blue': () => [
      { what: 'blue-housing', blueId: newId(), place, oClock: answer.marks === true ? number(answer.oClock) : null },
    ],
    'cam-spin ease': () => [{ what: 'ease-bushing', easeId: newId(), place }],
    'cam-spin read-again': () => [
      {
        what: 'read-cam-again',
        camAgainId: newId(),
        endFloatMm: Number(answer.endFloatMm),
        backlashMm: Number(answer.backlashMm),
        ...by,
      },
    ],
    'cam-spin seal-plug': () => [{ what: 'cam-plug', camPlugId: newId(), fitted: true }],
  }
  return doing[`${move.stage} ${move.action}`]?.() ?? []
}
