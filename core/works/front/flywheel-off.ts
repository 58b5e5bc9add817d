import { whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { flywheelScrap, isFreed } from './read-flywheel'
import { sectionOf } from './read-front'
import { freeSteps } from './kinds'

const says = {
  actions: ['sheet-first', 'marked', 'studs', 'off', 'look', 'close-stage', 'done'],
  reasons: ['no-section', 'one-way', 'guided', 'weighs', 'while-off', 'scrap', 'may-stay', 'no-flywheel', 'closed'],
  cautions: ['crank-locked', 'heavy-wheel'],
} as const
const make = mover('flywheel-off', says)
const why = { marked: 'one-way', studs: 'guided', off: 'weighs' } as const
const cautions = { marked: {}, studs: { caution: 'crank-locked' }, off: { caution: 'heavy-wheel' } } as const

/** The flywheel off: marked, on guide studs, on the hoist, and looked at. */
export function flywheelOffMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'flywheel-off')) return make('done', 'closed')
  const section = sectionOf(snapshot)
  if (!section) return make('sheet-first', 'no-section')
  const { flywheel } = section
  if (!flywheel) return make('close-stage', 'no-flywheel')
  const figures = { massKg: flywheel.massKg, studs: flywheel.guideStuds }
  const step = freeSteps.find((s) => !isFreed(snapshot, s))
  if (step) return make(step, why[step], { figures, ...cautions[step] })
  const scrap = flywheelScrap(snapshot)
  if (!scrap) return make('look', 'while-off', { figures })
  return make('close-stage', scrap.length > 0 ? 'scrap' : 'may-stay', {
    figures: { why: { word: `front.wheel-scrap.${scrap[0] ?? 'none'}` } },
  })
}

export const flywheelOff: StageLogic = {
  says,
  problems: (s) => {
    const flywheel = sectionOf(s)?.flywheel ?? null
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...whole('flywheel-still-on', flywheel !== null && !isFreed(s, 'off'), false),
      ...whole('flywheel-not-seen', flywheel !== null && flywheelScrap(s) === null, true),
    ]
  },
  move: flywheelOffMove,
  refuse: (s, act) => {
    if (act.what !== 'free-flywheel') return null
    const before = freeSteps[freeSteps.indexOf(act.step) - 1]
    return before && !isFreed(s, before) ? { code: 'out-of-order', details: [`${before}-first`] } : null
  },
}
