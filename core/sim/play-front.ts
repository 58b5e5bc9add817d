import { numberOf, type Move } from '../job/move'
import type { Snapshot } from '../job/snapshot'
import type { CoverStep, FlywheelSurface, FreeStep, MountStep, OnSchool } from '../works/front/kinds'
import { readDamper } from '../works/front/read-damper'
import { endAt, treatmentOf } from '../works/front/read-front'
import type { EntryAct } from '../works/kinds'
import type { EngineAnswer, MeasuredBy } from './engine-answer'
import type { FrontQuestion } from './front-truth'

/** What a move at the ends asks a gauge, an eye or a hand; null where it only does. */
export function frontQuestionOf(move: Move): FrontQuestion | null {
  const place = move.place ?? ''
  const asked: Partial<Record<string, () => FrontQuestion>> = {
    'damper-off judge': () => ({ ask: 'damper' }),
    'seal-out seal': () => ({ ask: 'seal-way', place }),
    'seal-out track': () => ({ ask: 'track', place }),
    'cover sweep': () => ({ ask: 'sweep', place }),
    'seal-in read-seal': () => ({ ask: 'seal', place }),
    'seal-in other-seal': () => ({ ask: 'seal', place }),
    'seal-in depth': () => ({ ask: 'seal-depth', place }),
    'damper-on measure': () => ({ ask: 'hub' }),
    'damper-on new-damper': () => ({ ask: 'hub' }),
    'damper-on oven': () => ({ ask: 'oven' }),
    'damper-on home': () => ({ ask: 'travel' }),
    'tdc read': () => ({ ask: 'top' }),
    'flywheel-off look': () => ({ ask: 'flywheel' }),
    'flywheel-on sweep-face': () => ({ ask: 'fly-sweep', surface: 'face' }),
    'flywheel-on sweep-bore': () => ({ ask: 'fly-sweep', surface: 'bore' }),
  }
  return asked[`${move.stage} ${move.action}`]?.() ?? null
}

const number = (value: EngineAnswer[string] | undefined): number | null => (typeof value === 'number' ? value : null)
const pair = (value: EngineAnswer[string] | undefined): [number, number] => {
  const [a, b] = value as number[]
  return [a!, b!]
}

const around = (values: number[]) => values.map((valueMm, i) => ({ angleDeg: (i * 360) / values.length, valueMm }))

/** The entries that a move at the ends comes to; none where it is done elsewhere on the screen. */
export function frontActsOf(
  snapshot: Snapshot,
  move: Move,
  answer: EngineAnswer,
  by: MeasuredBy,
  newId: () => string,
): EntryAct[] {
  const place = move.place ?? ''
  const step = (name: CoverStep): EntryAct[] => [{ what: 'cover-step', coverStepId: newId(), place, step: name }]
  const seal = (): EntryAct[] => [
    {
      what: 'note-seal',
      sealId: newId(),
      place,
      outerMm: Number(answer.outerMm),
      innerMm: Number(answer.innerMm),
    },
  ]
  const hub = (): EntryAct[] => [
    { what: 'measure-hub', fitId: newId(), hubMm: pair(answer.hubMm), noseMm: pair(answer.noseMm), ...by },
  ]
  const freed = (name: FreeStep): EntryAct[] => [{ what: 'free-flywheel', freedId: newId(), step: name }]
  const mounted = (name: MountStep): EntryAct[] => [{ what: 'mount-flywheel', mountedId: newId(), step: name }]
  const wheel = (surface: FlywheelSurface): EntryAct[] => [
    { what: 'sweep-flywheel', flySweepId: newId(), surface, sweep: around(answer.sweepMm as number[]), ...by },
  ]
  const on = (school: OnSchool): EntryAct[] => [{ what: 'start-damper', startId: newId(), school }]
  const doing: Partial<Record<string, () => EntryAct[]>> = {
    'damper-off judge': () => [
      {
        what: 'judge-damper',
        damperId: newId(),
        indexDeg: Number(answer.indexDeg ?? 0),
        runoutMm: number(answer.runoutMm),
        rubber: (answer.rubber ?? 'sound') as 'sound',
        ranH: number(answer.ranH),
        dented: answer.dented === true,
        ...by,
      },
    ],
    'damper-off pull': () => [{ what: 'pull-damper', pulledId: newId(), screws: String(move.figures.screws) }],
    'seal-out seal': () => [
      {
        what: 'seal-out',
        sealOutId: newId(),
        place,
        way: (answer.way ?? 'puller') as 'puller',
        scratched: answer.scratched === true,
      },
    ],
    'seal-out track': () => [
      {
        what: 'note-track',
        trackId: newId(),
        place,
        fromMm: number(answer.fromMm) ?? 0,
        toMm: number(answer.toMm) ?? 0,
        feel: (answer.feel ?? 'none') as 'none',
        trackMm: number(answer.trackMm),
      },
    ],
    'seal-out cover': () => [{ what: 'cover-off', coverOffId: newId(), place }],
    'cover clean': () => step('clean'),
    'cover sealant': () => step('sealant'),
    'cover snug': () => step('snug'),
    'cover tight': () => step('tight'),
    'cover sweep': () => {
      const values = answer.sweepMm as number[]
      return [
        {
          what: 'sweep-cover',
          sweepId: newId(),
          place,
          centredBy: (answer.centredBy ?? 'dial') as 'dial',
          sweep: around(values),
          leftStepMm: Number(answer.leftStepMm),
          rightStepMm: Number(answer.rightStepMm),
          ...by,
        },
      ]
    },
    'cover move': () => [
      {
        what: 'move-cover',
        coverMoveId: newId(),
        place,
        rightMm: numberOf(move, 'moveRightMm'),
        upMm: numberOf(move, 'moveUpMm'),
        turnDeg: numberOf(move, 'moveTurn'),
      },
    ],
    'seal-in read-seal': seal,
    'seal-in other-seal': seal,
    'seal-in start': () => {
      const { lip, outside } = treatmentOf(endAt(snapshot, place)!)
      return [
        {
          what: 'start-seal',
          startedId: newId(),
          place,
          lip: (answer.lip ?? lip) as 'dry',
          outside: (answer.outside ?? outside) as 'dry',
        },
      ]
    },
    'seal-in round': () => [{ what: 'press-round', roundId: newId(), place, turns: numberOf(move, 'exactTurns') }],
    'seal-in depth': () => [
      { what: 'seal-depth', depthId: newId(), place, edgesMm: answer.edgesMm as number[], ...by },
    ],
    'damper-on measure': hub,
    'damper-on new-damper': hub,
    'damper-on oven': () => [
      {
        what: 'damper-hot',
        hotId: newId(),
        ovenC: Number(answer.ovenC),
        ambientC: number(answer.ambientC) ?? 20,
      },
    ],
    'damper-on slide': () => on(readDamper(snapshot).slides ? 'slide' : 'heat'),
    'damper-on screw': () => on('screw'),
    'damper-on home': () => [
      {
        what: 'damper-home',
        homeId: newId(),
        beforeMm: Number(answer.beforeMm),
        afterMm: Number(answer.afterMm),
        ...by,
      },
    ],
    'tdc read': () => [
      {
        what: 'read-tdc',
        topId: newId(),
        forwardDeg: Number(answer.forwardDeg),
        backwardDeg: Number(answer.backwardDeg),
        markDeg: Number(answer.markDeg),
      },
    ],
    'flywheel-off marked': () => freed('marked'),
    'flywheel-off studs': () => freed('studs'),
    'flywheel-off off': () => freed('off'),
    'flywheel-off look': () => [
      {
        what: 'look-flywheel',
        lookId: newId(),
        face: (answer.face ?? 'sound') as 'sound',
        teeth: (answer.teeth ?? 'sound') as 'sound',
      },
    ],
    'flywheel-on clean': () => mounted('clean'),
    'flywheel-on on': () => mounted('on'),
    'flywheel-on tight': () => mounted('tight'),
    'flywheel-on sweep-face': () => wheel('face'),
    'flywheel-on sweep-bore': () => wheel('bore'),
    'tdc set': () => [{ what: 'set-pointer', pointerId: newId(), byDeg: numberOf(move, 'byDeg') }],
  }
  return doing[`${move.stage} ${move.action}`]?.() ?? []
}
