import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import type { EngineQuestion } from '#core/sim/unit-truth'
import { barrelAt } from '#core/works/barrels/read-barrels'
import { wallLooks } from '#core/works/barrels/kinds'
import type { AskField, Tell } from './ask-field'

/** A bore is gauged at so many depths. */
const DEPTHS = 3

/** What is asked at the barrels; empty where the question is none of theirs. */
export function barrelFields(question: EngineQuestion, move: Move, snapshot: Snapshot, t: Tell): AskField[] {
  const of = barrelAt(snapshot, move.place)?.of
  const length = (key: string, label: string, aboutMm?: number): AskField => ({
    key,
    is: 'length',
    label,
    ...(aboutMm === undefined ? {} : { aboutMm }),
  })
  const pair = (key: string, label: string, aboutMm?: number) => [
    length(`${key}.0`, label, aboutMm),
    length(`${key}.1`, '', aboutMm),
  ]
  const number = (key: string, label: string, usual?: number): AskField => ({
    key,
    is: 'number',
    label,
    ...(usual === undefined ? {} : { usual }),
  })
  const check = (key: string, label: string): AskField => ({ key, is: 'check', label, usual: false, optional: true })
  const part = number('partC', t('barrel.part'), 20)
  const set = (): AskField[] => [
    ...Array.from({ length: DEPTHS }, (_, i) => [
      length(`depthsMm.${i}`, t('barrel.level-n', { n: i + 1 })),
      length(`thrustMm.${i}`, t('barrel.across-n', { n: i + 1 }), of?.barrel.boreMm),
      length(`alongMm.${i}`, t('barrel.along-n', { n: i + 1 }), of?.barrel.boreMm),
    ]).flat(),
    part,
    length('masterMm', t('barrel.master'), of?.barrel.boreMm),
  ]
  const edges = (label: string) => [12, 3, 6, 9].map((hour, i) => length(`edgesMm.${i}`, t(label, { hour })))
  const bored = () => [...pair('boreMm', t('barrel.bore-two'), of?.barrel.boreMm), part]
  const all: Record<string, () => AskField[]> = {
    'barrel-wall': () => [
      ...set(),
      {
        key: 'wall',
        is: 'choice',
        label: t('barrel.wall-label'),
        options: wallLooks,
        words: 'barrel.wall',
        usual: 'sound',
      },
    ],
    'sleeve-part': () => [
      ...pair('outerMm', t('barrel.sleeve-outer'), of?.sleeve.outerMm),
      length('innerMm', t('barrel.sleeve-inner'), of?.sleeve.innerMm),
      length('flangeMm', t('barrel.sleeve-flange'), of?.sleeve.flangeMm),
    ],
    bored,
    'seat-ring': () => edges('barrel.edge'),
    'barrel-oven': () => [
      number('ovenC', t('barrel.oven'), of?.oven.maxHeatC),
      number('ambientC', t('barrel.ambient'), 20),
      number('sleeveC', t('barrel.sleeve-c'), of?.sleeve.chillC ?? 20),
    ],
    drops: () => [check('home', t('barrel.home'))],
    flange: () => [...edges('barrel.flange-edge'), check('portsClear', t('barrel.ports-clear'))],
    'wall-bored': bored,
    'wall-finish': () => [
      ...set(),
      check('marksLeft', t('barrel.marks-left')),
      number('crosshatchDeg', t('barrel.crosshatch-read'), of?.finish.crosshatchDeg),
    ],
  }
  return all[question.ask]?.() ?? []
}
