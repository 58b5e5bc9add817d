import { among, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import type { StageLogic } from '../stage-logic'
import { holdDueAt, readHold, readIn, sectionOf, sleeveScope } from './read-sleeves'

const says = {
  actions: ['begin', 'read', 'send-back', 'again', 'close-stage', 'done'],
  told: ['stop', 'wait', 'wait-cure'],
  reasons: [
    'in-first',
    'cures',
    'look-down',
    'stands',
    'over',
    'wet',
    'dropped',
    'on-the-line',
    'rose',
    'held',
    'closed',
  ],
  cautions: ['pressure', 'not-filled'],
} as const
const make = mover('coolant-test', says)

/** Sleeves whose compound may not be filled yet, and until when. */
export function curing(snapshot: Snapshot, nowMs: number): { cylinder: number; untilMs: number }[] {
  return sleeveScope(snapshot).flatMap((cylinder) => {
    const { curedAt } = readIn(snapshot, cylinder)
    const untilMs = curedAt ? Date.parse(curedAt) : 0
    return untilMs > nowMs ? [{ cylinder, untilMs }] : []
  })
}

const minutesLeft = (untilMs: number, nowMs: number) => Math.max(1, Math.ceil((untilMs - nowMs) / 60_000))

/** The next move at the coolant's side. @param nowMs the time now: compound cures, pressure stands */
export function coolantTestMove(snapshot: Snapshot, nowMs: number): Move {
  if (isClosed(snapshot, 'coolant-test')) return make('done', 'closed')
  if (!isClosed(snapshot, 'sleeves-in')) return make('stop', 'in-first')
  const wet = curing(snapshot, nowMs)
  if (wet.length > 0)
    return make('wait-cure', 'cures', {
      caution: 'not-filled',
      figures: {
        cylinders: wet.map((w) => w.cylinder),
        minutes: minutesLeft(Math.max(...wet.map((w) => w.untilMs)), nowMs),
      },
    })
  const section = sectionOf(snapshot)
  const { start, end, result, wet: holes } = readHold(snapshot)
  if (!start)
    return make('begin', 'look-down', {
      caution: 'pressure',
      figures: { wantKPa: section?.test.kPa ?? null, minutes: section?.test.minutes ?? null },
    })
  if (!end) {
    const due = holdDueAt(snapshot)
    const untilMs = due ? Date.parse(due) : 0
    return untilMs > nowMs
      ? make('wait', 'stands', { caution: 'pressure', figures: { minutes: minutesLeft(untilMs, nowMs) } })
      : make('read', 'over', { caution: 'pressure' })
  }
  const figures = {
    cylinders: holes,
    dropKPa: result?.dropKPa ?? null,
    allowedKPa: section?.test.allowedDropKPa ?? null,
  }
  if (holes.length > 0) return make('send-back', 'wet', { cylinder: holes[0]!, figures })
  if (result?.verdict === 'out') return make('again', 'dropped', { figures })
  if (result?.verdict === 'rose') return make('again', 'rose', { figures })
  return make('close-stage', result?.verdict === 'unsure' ? 'on-the-line' : 'held', { figures })
}

/** The pressure that stands. */
export function clocks(snapshot: Snapshot): Clock[] {
  const { start } = readHold(snapshot)
  const dueAt = holdDueAt(snapshot)
  if (!start || !dueAt) return []
  const of = { name: '', stage: 'coolant-test' as const, cylinder: null, place: null }
  return [{ id: `hold-${start.id}`, code: 'hold', ...of, fromAt: start.at, dueAt, ends: 'ready' }]
}

/** The coolant's side under pressure, with a look down every hole. */
export const coolantTest: StageLogic = {
  says,
  problems: (s) => {
    const { end, result, wet } = readHold(s)
    return [
      ...whole('earlier-open', !isClosed(s, 'sleeves-in'), false),
      ...whole('no-test', end === null, false),
      ...among('wet', [...wet], false),
      ...whole('dropped', result?.verdict === 'out' || result?.verdict === 'rose', true),
      ...whole('unsure', result?.verdict === 'unsure', true),
    ]
  },
  move: (s, hand) => coolantTestMove(s, hand.nowMs ?? 0),
  refuse: (s, act, nowMs) =>
    act.what === 'hold-start' && curing(s, nowMs).length > 0 ? { code: 'out-of-order', details: ['cures'] } : null,
}
