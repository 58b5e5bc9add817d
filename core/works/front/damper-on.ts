import { whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import { jointOpen } from '../fasteners/read-joint'
import type { StageLogic } from '../stage-logic'
import { isHome, readDamper } from './read-damper'
import { sectionOf } from './read-front'
import { clocks as restClocks } from './seal-in'
import type { OnSchool } from './kinds'

const says = {
  actions: ['measure', 'new-damper', 'oven', 'slide', 'screw', 'home', 'bolt', 'close-stage', 'done'],
  told: ['stop', 'wait-rest', 'cannot'],
  heads: ['oven-again', 'home-again', 'slide-on'],
  reasons: [
    'seal-first',
    'no-damper',
    'grip',
    'loose',
    'too-loose',
    'too-tight',
    'yields',
    'heat-serves',
    'cooled',
    'while-hot',
    'by-design',
    'thread-holds',
    'thread-short',
    'lip-rests',
    'travel',
    'not-home',
    'holds',
    'is-on',
    'closed',
  ],
  cautions: ['hot-hub', 'not-on-rubber', 'full-thread', 'lubricant', 'no-locker'],
} as const
const make = mover('damper-on', says)

/**
 * The damper on: measured, then by heat or by the installer's screw, home, and its bolt.
 *
 * @param school which of the two is chosen; left out: heat where it serves
 */
export function damperOnMove(snapshot: Snapshot, nowMs: number, school?: OnSchool): Move {
  if (isClosed(snapshot, 'damper-on')) return make('done', 'closed')
  const before = (['cover', 'seal-in'] as const).find(
    (s) => routeStages(snapshot).includes(s) && !isClosed(snapshot, s),
  )
  if (before) return make('stop', 'seal-first', { figures: { open: { word: `stage.${before}` } } })
  const damper = sectionOf(snapshot)?.damper ?? null
  if (!damper) return make('close-stage', 'no-damper')
  const state = readDamper(snapshot)
  const { press, thread, window, started } = state
  const figures = {
    interferenceMm: state.interferenceMm,
    minMm: damper.interference.minMm,
    maxMm: damper.interference.maxMm,
    forceN: press?.pressForceN ?? null,
    slipC: press ? Math.ceil(press.slipOnAtC) : null,
    maxC: damper.maxHeatC,
    turns: thread ? Math.floor(thread.turnsIn) : null,
    threadN: thread?.allowedN ?? null,
    seconds: window?.secondsToSlip == null ? null : Math.floor(window.secondsToSlip),
    travelMm: damper.travelMm,
    leftMm: state.leftMm === null ? null : Math.abs(state.leftMm),
  }
  if (!state.fit) return make('measure', 'grip', { figures })
  if (state.verdict !== 'in') return make('new-damper', state.verdict ?? 'loose', { caution: 'no-locker', figures })
  if (!started && state.slides)
    return make('slide', 'by-design', { head: 'slide-on', caution: 'not-on-rubber', figures })
  if (!started) {
    const byHeat = school === undefined ? state.heatServes : school === 'heat'
    if (byHeat && state.heatServes) {
      const cooled = state.slipsUntilAt !== null && Date.parse(state.slipsUntilAt) < nowMs
      if (!state.hot || cooled)
        return make('oven', cooled ? 'cooled' : 'heat-serves', {
          ...(cooled ? { head: 'oven-again' } : {}),
          caution: 'hot-hub',
          figures,
        })
      return make('slide', 'while-hot', { caution: 'hot-hub', figures })
    }
    if (!thread?.enough) return make('cannot', 'thread-short', { caution: 'full-thread', figures })
    const rest = restClocks(snapshot).find((c) => Date.parse(c.dueAt) > nowMs)
    if (rest)
      return make('wait-rest', 'lip-rests', {
        figures: { minutes: Math.max(1, Math.ceil((Date.parse(rest.dueAt) - nowMs) / 60_000)) },
      })
    return make('screw', 'thread-holds', { caution: 'full-thread', figures })
  }
  if (!state.home) return make('home', 'travel', { caution: 'not-on-rubber', figures })
  if (!isHome(state)) return make('home', 'not-home', { head: 'home-again', caution: 'not-on-rubber', figures })
  if (damper.joint !== null && jointOpen(snapshot, damper.joint, null))
    return make('bolt', 'holds', { caution: 'lubricant', figures })
  return make('close-stage', 'is-on', { figures })
}

/** The hub from the oven's door. */
export function clocks(snapshot: Snapshot): Clock[] {
  const { hot, slipsUntilAt, started } = readDamper(snapshot)
  if (!hot || !slipsUntilAt || started) return []
  const of = { name: '', stage: 'damper-on' as const, cylinder: null, place: 'front' }
  return [{ id: `hot-${hot.id}`, code: 'hot', ...of, fromAt: hot.at, dueAt: slipsUntilAt, ends: 'lost' }]
}

export const damperOn: StageLogic = {
  says,
  problems: (s) => {
    const damper = sectionOf(s)?.damper ?? null
    const state = readDamper(s)
    if (damper === null) return whole('no-sheet', sectionOf(s) === null, false)
    return [
      ...whole('damper-not-read', state.fit === null, false),
      ...whole('damper-loose', state.verdict !== null && state.verdict !== 'in', false),
      ...whole('damper-not-on', state.started === null, false),
      ...whole('damper-not-home', state.started !== null && !isHome(state), false),
      ...whole('bolt-open', damper.joint !== null && jointOpen(s, damper.joint, null), true),
    ]
  },
  move: (s, hand) => damperOnMove(s, hand.nowMs ?? 0),
  refuse: (s, act, nowMs) => {
    const early = (why: string) => ({ code: 'out-of-order', details: [why] })
    if (act.what === 'damper-hot') {
      if (sectionOf(s)?.damper?.kind === 'fluid') return early('never-heated')
      const maxC = sectionOf(s)?.damper?.maxHeatC
      return maxC !== undefined && act.ovenC > maxC + 1e-9 ? early('too-hot') : null
    }
    if (act.what !== 'start-damper') return null
    const state = readDamper(s)
    if (state.verdict !== 'in') return early('damper-loose')
    if (act.school === 'slide') return state.slides ? null : early('does-not-slide')
    if (act.school === 'heat') {
      if (!state.heatServes) return early('never-heated')
      if (!state.slipsUntilAt) return early('not-hot')
      return Date.parse(state.slipsUntilAt) < nowMs ? early('cooled') : null
    }
    return state.thread?.enough ? null : early('thread-short')
  },
}
