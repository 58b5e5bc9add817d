import { nothingSaid, type Said } from '../../../job/ask'
import { atCylinder, type Spot } from '../../../job/place'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import { isAtPressure } from '../../../measure/test-pressure'
import type { Clock } from '../../clock'
import { heldPressure, holdDueAt, readHold, readIn, sectionOf, sleeveScope, type HoldState } from '../read-sleeves'

const says = {
  actions: ['begin', 'read', 'send-back', 'again', 'close-stage', 'done'],
  told: ['stop', 'wait', 'wait-cure', 'on-the-line', 'wet-elsewhere'],
  reasons: [
    'in-first',
    'cures',
    'look-down',
    'off-pressure',
    'stands',
    'over',
    'wet-ring',
    'wet-compound',
    'elsewhere',
    'dropped',
    'on-the-line',
    'rose',
    'held',
    'closed',
  ],
  cautions: ['pressure', 'not-filled'],
  gates: ['no-test', 'not-at-pressure', 'wet', 'wet-elsewhere', 'dropped', 'unsure'],
  orders: ['cures', 'no-hold'],
} as const
const { part, whole, first, logic } = stageSteps('coolant-test', says)

/** Sleeves whose compound may not be filled yet, and until when. */
export function curing(snapshot: Snapshot, nowMs: number): { cylinder: number; untilMs: number }[] {
  return sleeveScope(snapshot).flatMap((cylinder) => {
    const { curedAt } = readIn(snapshot, cylinder)
    const untilMs = curedAt ? Date.parse(curedAt) : 0
    return untilMs > nowMs ? [{ cylinder, untilMs }] : []
  })
}
const minutesLeft = (untilMs: number, nowMs: number) => Math.max(1, Math.ceil((untilMs - nowMs) / 60_000))

type H = Here<Spot, HoldState>
const system = whole(readHold, ({ snapshot, state }) => {
  const { result, wet } = state
  const test = sectionOf(snapshot)?.test
  return {
    wantKPa: test?.kPa ?? null,
    minutes: test?.minutes ?? null,
    cylinders: wet,
    dropKPa: result?.dropKPa ?? null,
    allowedKPa: test?.allowedDropKPa ?? null,
    startKPa: state.start?.startKPa ?? null,
  }
})
const cures = ({ snapshot, nowMs }: H) => curing(snapshot, nowMs).length > 0
const dueMs = ({ snapshot }: H) => Date.parse(holdDueAt(snapshot) ?? '') || 0
const stands = ({ state }: H) => state.start !== null && state.end === null
/** A wet hole is mended where its sleeve is on this job; until then what the pressure did says no more. */
const wetHere = (h: H) => h.state.wet.some((c) => sleeveScope(h.snapshot).includes(c))
const failed = (h: H) => !wetHere(h) && (h.state.result?.verdict === 'out' || h.state.result?.verdict === 'rose')

/** What a test gauge that nobody named is taken to be uncertain by. */
const UNNAMED_KPA = 1

const begin = system.turn({
  entry: 'hold-start',
  fields: {
    startKPa: { about: ({ snapshot }) => sectionOf(snapshot)?.test.kPa ?? null },
    startC: {},
    uncertaintyKPa: (_, __, by) => by.uncertaintyKPa ?? UNNAMED_KPA,
  },
  after: { cures },
  said: ({ snapshot }, { startKPa }): Said => {
    const wantKPa = sectionOf(snapshot)?.test.kPa
    if (startKPa === undefined || wantKPa === undefined) return nothingSaid
    return { verdicts: { startKPa: isAtPressure(startKPa, wantKPa) ? 'in' : 'out' }, lines: [] }
  },
})
/** A test that was begun at another pressure than the sheet's is none. */
const offPressure = ({ snapshot, state: { start } }: H) => {
  const wantKPa = sectionOf(snapshot)?.test.kPa
  return start !== null && wantKPa !== undefined && !isAtPressure(start.startKPa, wantKPa)
}
const end = system.turn({
  entry: 'hold-end',
  fields: {
    holdId: ({ state }) => state.start?.id ?? '',
    endKPa: { about: ({ state }) => state.start?.startKPa ?? null },
    endC: {},
    wet: {},
  },
  after: { 'no-hold': ({ state }) => state.start === null },
  said: ({ snapshot, state: { start }, nowMs }, { endKPa, endC }): Said => {
    const section = sectionOf(snapshot)
    if (!start || !section || endKPa === undefined || endC === undefined) return nothingSaid
    const result = heldPressure(section, start, { endKPa, endC, at: new Date(nowMs).toISOString() })
    const verdict = result.verdict === 'rose' ? 'out' : result.verdict
    const { dropKPa } = result
    return {
      verdicts: { endKPa: verdict },
      lines: [{ word: 'drop', figures: { dropKPa, allowedKPa: section.test.allowedDropKPa }, verdict }],
    }
  },
})

const holes = part({
  places: (s) => sleeveScope(s).map(atCylinder),
  read: (s, { cylinder }) => readHold(s).wet.includes(cylinder),
  figures: ({ snapshot }) => ({ dropKPa: readHold(snapshot).result?.dropKPa ?? null }),
})

/** Holes of sleeves that nobody took out. */
const elsewhere = part({
  places: (s) =>
    s.engine.heads
      .flat()
      .filter((c) => !sleeveScope(s).includes(c))
      .map(atCylinder),
  read: (s, { cylinder }) => readHold(s).wet.includes(cylinder),
  anywhere: true,
  named: true,
})

/** The pressure that stands. */
export function clocks(snapshot: Snapshot): Clock[] {
  const { start } = readHold(snapshot)
  const dueAt = holdDueAt(snapshot)
  if (!start || !dueAt) return []
  const of = { name: '', stage: 'coolant-test' as const, cylinder: null, place: null }
  return [{ id: `hold-${start.id}`, code: 'hold', ...of, fromAt: start.at, dueAt, ends: 'ready' }]
}

/** The coolant's side under pressure, with a look down every hole. */
export const coolantTest = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'in-first'),
    system.of([
      {
        action: 'wait-cure',
        when: (h) => h.state.start === null && cures(h),
        gate: { code: 'no-test', soft: false },
        reason: 'cures',
        caution: 'not-filled',
        figures: ({ snapshot, nowMs }) => {
          const wet = curing(snapshot, nowMs)
          return {
            cylinders: wet.map((w) => w.cylinder),
            minutes: minutesLeft(Math.max(...wet.map((w) => w.untilMs)), nowMs),
          }
        },
      },
      {
        action: 'begin',
        when: (h) => h.state.start === null && !cures(h),
        gate: { code: 'no-test', soft: false },
        reason: 'look-down',
        caution: 'pressure',
        turn: begin,
      },
      {
        action: 'again',
        when: offPressure,
        gate: { code: 'not-at-pressure', soft: true },
        reason: 'off-pressure',
        caution: 'pressure',
        turn: begin,
      },
      {
        action: 'wait',
        when: (h) => stands(h) && dueMs(h) > h.nowMs,
        gate: { code: 'no-test', soft: false },
        reason: 'stands',
        caution: 'pressure',
        figures: (h) => ({ minutes: minutesLeft(dueMs(h), h.nowMs) }),
      },
      {
        action: 'read',
        when: (h) => stands(h) && dueMs(h) <= h.nowMs,
        gate: { code: 'no-test', soft: false },
        reason: 'over',
        caution: 'pressure',
        turn: end,
      },
      {
        action: 'again',
        when: failed,
        gate: { code: 'dropped', soft: true },
        reason: ({ state }) => (state.result!.verdict === 'rose' ? 'rose' : 'dropped'),
        turn: begin,
      },
    ]),
    holes.of([
      {
        action: 'send-back',
        when: ({ state }) => state,
        gate: { code: 'wet', soft: false },
        reason: ({ snapshot }) => (sectionOf(snapshot)?.kind === 'compound' ? 'wet-compound' : 'wet-ring'),
      },
    ]),
    elsewhere.of([
      {
        action: 'wet-elsewhere',
        when: ({ state }) => state,
        gate: { code: 'wet-elsewhere', soft: true },
        reason: 'elsewhere',
        doubt: true,
      },
    ]),
    system.of([
      {
        action: 'on-the-line',
        when: (h) => !wetHere(h) && h.state.result?.verdict === 'unsure',
        gate: { code: 'unsure', soft: true },
        reason: 'on-the-line',
        doubt: true,
      },
    ]),
  ],
  closes: (s) => {
    const { result } = readHold(s)
    return {
      reason: 'held',
      figures: { dropKPa: result?.dropKPa ?? null, allowedKPa: sectionOf(s)?.test.allowedDropKPa ?? null },
    }
  },
})
