import { whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { flywheelScrap, readFlywheel } from './read-flywheel'
import { sectionOf } from './read-front'
import { clocks as restClocks } from './seal-in'

const says = {
  actions: ['clean', 'on', 'bolts', 'tight', 'sweep-face', 'sweep-bore', 'close-stage', 'done'],
  told: ['stop', 'wait-rest'],
  heads: ['clean-again', 'on-new'],
  reasons: [
    'seal-first',
    'no-flywheel',
    'flush',
    'wobbles',
    'wobbles-still',
    'mark-to-mark',
    'scrap',
    'holds',
    'true-face',
    'lip-rests',
    'true-bore',
    'is-on',
    'bore-off',
    'closed',
  ],
  cautions: ['no-crumb', 'heavy-wheel', 'wheel-torque', 'end-play', 'lift-crank'],
} as const
const make = mover('flywheel-on', says)

/** The flywheel on: clean, along its studs, tight by the book, its face and the housing's bore by the dial. */
export function flywheelOnMove(snapshot: Snapshot, nowMs: number): Move {
  if (isClosed(snapshot, 'flywheel-on')) return make('done', 'closed')
  if (routeStages(snapshot).includes('seal-in') && !isClosed(snapshot, 'seal-in')) return make('stop', 'seal-first')
  const flywheel = sectionOf(snapshot)?.flywheel ?? null
  if (!flywheel) return make('close-stage', 'no-flywheel')
  const state = readFlywheel(snapshot)
  const { face, bore } = state
  const figures = {
    massKg: flywheel.massKg,
    studs: flywheel.guideStuds,
    circleMm: flywheel.faceCircleMm,
    runoutMm: face?.tiltMm ?? null,
    maxMm: flywheel.faceRunoutMaxMm,
    // Dirt or a burr lies where the face comes out.
    highAtDeg: face?.highAtDeg ?? null,
    boreMm: bore?.runoutMm ?? null,
    boreMaxMm: flywheel.boreRunoutMaxMm,
    rightMm: bore ? Math.abs(bore.xMm) : null,
    side: bore ? { word: bore.xMm > 0 ? 'front.left' : 'front.right' } : null,
    upMm: bore ? Math.abs(bore.yMm) : null,
    height: bore ? { word: bore.yMm > 0 ? 'front.down' : 'front.up' } : null,
    why: { word: `front.wheel-scrap.${flywheelScrap(snapshot)?.[0] ?? 'none'}` },
  }
  if (!state.clean) return make('clean', 'flush', { figures, caution: 'no-crumb' })
  const scrap = (flywheelScrap(snapshot) ?? []).length > 0
  if (!state.on)
    return make('on', scrap ? 'scrap' : 'mark-to-mark', {
      figures,
      caution: 'heavy-wheel',
      ...(scrap ? { head: 'on-new' } : {}),
    })
  if (state.boltsOpen) return make('bolts', 'holds', { figures, caution: 'wheel-torque' })
  if (!state.tight) return make('tight', 'holds', { figures, caution: 'wheel-torque' })
  // The dial needs the crank turned, and a dry lip must rest before it is.
  const rest = restClocks(snapshot).find((c) => c.place === 'rear' && Date.parse(c.dueAt) > nowMs)
  if (rest && !face)
    return make('wait-rest', 'lip-rests', {
      figures: { minutes: Math.max(1, Math.ceil((Date.parse(rest.dueAt) - nowMs) / 60_000)) },
    })
  if (!face) return make('sweep-face', 'true-face', { figures, caution: 'end-play' })
  if (state.faceVerdict === 'out')
    return make('clean', state.mounts > 1 ? 'wobbles-still' : 'wobbles', {
      figures,
      head: 'clean-again',
      caution: 'no-crumb',
    })
  if (flywheel.boreRunoutMaxMm !== null && !bore)
    return make('sweep-bore', 'true-bore', { figures, caution: 'lift-crank' })
  return make('close-stage', state.boreVerdict === 'out' ? 'bore-off' : 'is-on', { figures })
}

export const flywheelOn: StageLogic = {
  says,
  problems: (s) => {
    const flywheel = sectionOf(s)?.flywheel ?? null
    if (flywheel === null) return whole('no-sheet', sectionOf(s) === null, false)
    const state = readFlywheel(s)
    const bored = flywheel.boreRunoutMaxMm !== null
    return [
      ...whole('flywheel-not-on', !state.tight || state.boltsOpen, false),
      ...whole('flywheel-not-swept', state.tight && (state.face === null || (bored && state.bore === null)), true),
      ...whole('flywheel-runs-out', state.faceVerdict === 'out', true),
      ...whole('housing-off', state.boreVerdict === 'out', true),
    ]
  },
  move: (s, hand) => flywheelOnMove(s, hand.nowMs ?? 0),
  refuse: (s, act) => {
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    const state = readFlywheel(s)
    if (act.what === 'mount-flywheel') {
      if (act.step === 'on') return state.clean ? null : early('clean-first')
      if (act.step === 'tight') return state.on ? null : early('on-first')
    }
    if (act.what === 'sweep-flywheel' && act.surface === 'face') return state.tight ? null : early('tight-first')
    return null
  },
}
