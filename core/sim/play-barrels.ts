import type { Move } from '../job/move'
import type { Snapshot } from '../job/snapshot'
import type { ReadyStep } from '../works/barrels/kinds'
import { readBore } from '../works/barrels/read-bore'
import { barrelAt, readWorn } from '../works/barrels/read-barrels'
import { readFit } from '../works/barrels/read-fit'
import type { EntryAct } from '../works/kinds'
import type { BarrelQuestion } from './barrel-truth'
import type { EngineAnswer, MeasuredBy } from './engine-answer'

const sizeOf = (move: Move, name: string) => {
  const value = move.figures[name]
  return typeof value === 'number' ? value : null
}

/** What a move at a barrel asks a gauge, an eye or a hand; null where it only does. */
export function barrelQuestionOf(move: Move): BarrelQuestion | null {
  const place = move.place ?? ''
  const asked: Partial<Record<string, () => BarrelQuestion>> = {
    'barrel-measure measure': () => ({ ask: 'barrel-wall', place }),
    'barrel-fit sleeve': () => ({ ask: 'sleeve-part', place }),
    'barrel-fit bore': () => ({ ask: 'bored', place, toMm: sizeOf(move, 'nextMm') }),
    'barrel-fit ring': () => ({ ask: 'seat-ring', place }),
    'barrel-sleeve heat': () => ({ ask: 'barrel-oven', place }),
    'barrel-sleeve drop': () => ({ ask: 'drops', place }),
    'barrel-sleeve look': () => ({ ask: 'flange', place }),
    'barrel-bore read': () => ({ ask: 'wall-bored', place, toMm: null }),
    'barrel-bore cut': () => ({ ask: 'wall-bored', place, toMm: sizeOf(move, 'nextMm') }),
    'barrel-bore hone': () => ({ ask: 'wall-bored', place, toMm: sizeOf(move, 'honeToMm') }),
    'barrel-bore finish': () => ({ ask: 'wall-finish', place }),
  }
  return asked[`${move.stage} ${move.action}`]?.() ?? null
}

const pair = (value: EngineAnswer[string] | undefined): [number, number] => {
  const [a, b] = value as number[]
  return [a!, b!]
}
/** A set of the bore gauge: depths, and two directions at each. */
const setOf = (answer: EngineAnswer, by: MeasuredBy) => {
  const [depths, thrust, along] = [answer.depthsMm, answer.thrustMm, answer.alongMm] as number[][]
  return {
    levels: depths!.map((depthMm, i) => ({ depthMm, thrustMm: thrust![i]!, alongMm: along![i]! })),
    partC: Number(answer.partC),
    masterMm: Number(answer.masterMm),
    ...by,
  }
}

/** The entries that a move at a barrel comes to; none where it is done elsewhere on the screen. */
export function barrelActsOf(
  snapshot: Snapshot,
  move: Move,
  answer: EngineAnswer,
  by: MeasuredBy,
  newId: () => string,
): EntryAct[] {
  const place = move.place ?? ''
  const spot = barrelAt(snapshot, place)
  const bore = () => ({ place, boreMm: pair(answer.boreMm), partC: Number(answer.partC), ...by })
  const ready = (step: ReadyStep): EntryAct[] => [{ what: 'ready-step', readiedId: newId(), place, step }]
  const doing: Partial<Record<string, () => EntryAct[]>> = {
    'barrel-measure measure': () => [
      {
        what: 'measure-barrel',
        measuredId: newId(),
        place,
        wall: (answer.wall ?? 'sound') as 'sound',
        ...setOf(answer, by),
      },
    ],
    'barrel-measure decide': () => [
      {
        what: 'decide-barrel',
        decidedId: newId(),
        place,
        way: (answer.way ?? readWorn(snapshot, spot!).asks ?? 'keep') as 'keep',
      },
    ],
    'barrel-fit sleeve': () => [
      {
        what: 'measure-sleeve',
        sleeveId: newId(),
        place,
        outerMm: pair(answer.outerMm),
        innerMm: Number(answer.innerMm),
        flangeMm: Number(answer.flangeMm),
        ...by,
      },
    ],
    'barrel-fit bore': () => [{ what: 'bore-barrel', boredId: newId(), ...bore() }],
    'barrel-fit ring': () => [
      { what: 'cut-seat-ring', ringId: newId(), place, edgesMm: answer.edgesMm as number[], ...by },
    ],
    'barrel-fit pin': () => {
      const { pin, pinAsked } = readFit(snapshot, spot!)
      const usual = pinAsked === 'pin' && pin?.verdict === 'sound' ? 'pin' : 'trust'
      return [{ what: 'choose-pin', pinChoiceId: newId(), place, school: (answer.school ?? usual) as 'pin' }]
    },
    'barrel-fit ports': () => [{ what: 'mark-ports', portMarkId: newId(), place }],
    'barrel-sleeve heat': () => [
      {
        what: 'barrel-hot',
        heatedId: newId(),
        place,
        ovenC: Number(answer.ovenC),
        ambientC: Number(answer.ambientC),
        sleeveC: Number(answer.sleeveC),
      },
    ],
    'barrel-sleeve drop': () => [{ what: 'sleeve-drops', dropId: newId(), place, home: answer.home === true }],
    'barrel-sleeve look': () => [
      {
        what: 'flange-stands',
        flangeId: newId(),
        place,
        edgesMm: answer.edgesMm as number[],
        portsClear: answer.portsClear === true,
        ...by,
      },
    ],
    'barrel-sleeve lap': () => [{ what: 'lap-top', lapId: newId(), place }],
    'barrel-sleeve pin': () => [{ what: 'pin-in', pinId: newId(), place }],
    'barrel-bore plan': () => {
      const { asks } = readBore(snapshot, spot!)
      return [
        {
          what: 'plan-bore',
          borePlanId: newId(),
          place,
          clearance: (answer.clearance ?? asks.clearance) as 'maker',
          stock: (answer.stock ?? asks.stock) as 'small',
        },
      ]
    },
    'barrel-bore read': () => [{ what: 'bore-cut', barrelCutId: newId(), ...bore() }],
    'barrel-bore cut': () => [{ what: 'bore-cut', barrelCutId: newId(), ...bore() }],
    'barrel-bore hone': () => [{ what: 'hone-step', honeId: newId(), ...bore() }],
    'barrel-bore finish': () => [
      {
        what: 'finish-bore',
        finishedId: newId(),
        place,
        ...setOf(answer, by),
        marksLeft: answer.marksLeft === true,
        crosshatchDeg: numberOr(answer.crosshatchDeg),
      },
    ],
    'barrel-ready edges': () => ready('edges'),
    'barrel-ready washed': () => ready('washed'),
    'barrel-ready oiled': () => ready('oiled'),
  }
  return doing[`${move.stage} ${move.action}`]?.() ?? []
}
const numberOr = (value: EngineAnswer[string] | undefined): number => (typeof value === 'number' ? value : 0)
