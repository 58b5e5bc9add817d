import { nothingSaid } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import type { Spot } from '../../../job/place'
import type { Clock } from '../../clock'
import { jointAt } from '../../fasteners/read-joint'
import { boltTurns, isOpen, tightenBolt } from '../../fasteners/turns'
import type { OnSchool } from '../kinds'
import { isHome, mayGoOn, readDamper } from '../read-damper'
import { sectionOf } from '../read-front'
import { clocks as restClocks } from '../seal/steps'

const says = {
  actions: ['sheet-first', 'measure', 'new-damper', 'oven', 'slide', 'screw', 'home', 'bolt', 'close-stage', 'done'],
  told: ['stop', 'wait-rest', 'cannot', 'fit-near'],
  heads: ['oven-again', 'home-again', 'slide-on'],
  reasons: [
    'no-section',
    'seal-first',
    'no-damper',
    'grip',
    'loose',
    'too-loose',
    'too-tight',
    'yields',
    'near',
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
  gates: ['damper-not-read', 'damper-loose', 'damper-unsure', 'damper-not-on', 'damper-not-home', 'bolt-open'],
  orders: [
    'never-heated',
    'too-hot',
    'damper-loose',
    'does-not-slide',
    'not-hot',
    'cooled',
    'thread-short',
    'lip-rests',
  ],
} as const
const { whole, first, logic } = stageSteps('damper-on', says)

const readOn = (s: Snapshot) => {
  const damper = sectionOf(s)?.damper ?? null
  return {
    ...readDamper(s),
    damper,
    bolts: jointAt(s, damper?.joint, null),
    /** When every dry lip has rested, ms; nought where none need to. */
    restedMs: Math.max(0, ...restClocks(s).map((c) => Date.parse(c.dueAt))),
  }
}
type H = Here<Spot, ReturnType<typeof readOn>>
const putting = whole(readOn, ({ state: { damper, interferenceMm, press, thread, window, leftMm } }) => ({
  interferenceMm,
  minMm: damper?.interference.minMm ?? null,
  maxMm: damper?.interference.maxMm ?? null,
  forceN: press?.pressForceN ?? null,
  slipC: press ? Math.ceil(press.slipOnAtC) : null,
  maxC: damper?.maxHeatC ?? null,
  turns: thread ? Math.floor(thread.turnsIn) : null,
  threadN: thread?.allowedN ?? null,
  seconds: window?.secondsToSlip == null ? null : Math.floor(window.secondsToSlip),
  travelMm: damper?.travelMm ?? null,
  leftMm: leftMm === null ? null : Math.abs(leftMm),
}))
const cooled = ({ state, nowMs }: H) => state.slipsUntilAt !== null && Date.parse(state.slipsUntilAt) < nowMs
const rests = ({ state, nowMs }: H) => state.restedMs > nowMs

const places =
  (part: string) =>
  ({ state }: H) =>
    [1, 2].map((n) => ({ figures: { n }, spot: `${part}-${n}`, about: state.damper?.noseMm ?? null }))
const measured = putting.turn({
  entry: 'measure-hub',
  fields: { hubMm: { each: places('hub') }, noseMm: { each: places('nose') } },
  judged: ({ state: { verdict } }) => verdict && (verdict === 'in' ? 'in' : verdict === 'near' ? 'unsure' : 'out'),
})
const heated = putting.turn({
  entry: 'damper-hot',
  fields: { ovenC: {}, ambientC: { usual: 20 } },
  said: ({ state: { damper, press } }, { ovenC }) => {
    if (ovenC === undefined || !damper) return nothingSaid
    const serves = ovenC <= damper.maxHeatC + 1e-9 && (!press || ovenC >= press.slipOnAtC)
    return { verdicts: { ovenC: serves ? 'in' : 'out' }, lines: [] }
  },
  after: { 'never-heated': ({ state }) => state.damper?.kind === 'fluid' },
  refuses: ({ state: { damper } }, act) => (damper && act.ovenC > damper.maxHeatC + 1e-9 ? 'too-hot' : null),
})
/** On the nose, by one of the schools: each only where it serves. */
const started = (school: (h: H) => OnSchool) =>
  putting.turn({
    entry: 'start-damper',
    fields: { school },
    after: { 'damper-loose': ({ state }) => !mayGoOn(state) },
    refuses: (h, act) => {
      const { slides, heatServes, slipsUntilAt, thread } = h.state
      if (act.school === 'slide') return slides ? null : 'does-not-slide'
      if (act.school === 'heat') {
        if (!heatServes) return 'never-heated'
        return !slipsUntilAt ? 'not-hot' : cooled(h) ? 'cooled' : null
      }
      return !thread?.enough ? 'thread-short' : rests(h) ? 'lip-rests' : null
    },
  })
const bySlide = started(({ state }) => (state.slides ? 'slide' : 'heat'))
const byScrew = started(() => 'screw')
const homed = putting.turn({
  entry: 'damper-home',
  fields: { beforeMm: {}, afterMm: {} },
  judged: ({ state }) => (isHome(state) ? 'in' : 'out'),
})

const notOn = { code: 'damper-not-on', soft: false } as const
const fits = ({ state }: H) => state.damper !== null && mayGoOn(state) && state.started === null
const byHeat = (h: H) => fits(h) && !h.state.slides && h.state.heatServes
const drawn = (h: H) => fits(h) && !h.state.slides && !h.state.heatServes
/** The damper on: measured, then by heat where it serves or else by the installer's screw, home, and its bolt. */
export const damperOn = logic({
  parts: [
    first(
      (s) => sectionOf(s) !== null,
      'stop',
      'seal-first',
      (open) => ({ open: { word: `stage.${open}` } }),
      {
        action: 'sheet-first',
        reason: 'no-section',
      },
    ),
    putting.of(
      [
        {
          action: 'measure',
          when: ({ state }) => state.damper !== null && state.fit === null,
          gate: { code: 'damper-not-read', soft: false },
          reason: 'grip',
          turn: measured,
        },
        {
          action: 'new-damper',
          when: ({ state }) => state.damper !== null && state.fit !== null && !mayGoOn(state),
          gate: { code: 'damper-loose', soft: false },
          reason: ({ state: { verdict } }) =>
            verdict === null || verdict === 'in' || verdict === 'near' ? 'loose' : verdict,
          caution: 'no-locker',
          turn: measured,
        },
        {
          action: 'slide',
          when: (h) => fits(h) && h.state.slides,
          gate: notOn,
          head: 'slide-on',
          reason: 'by-design',
          caution: 'not-on-rubber',
          turn: bySlide,
        },
        {
          action: 'oven',
          when: (h) => byHeat(h) && (!h.state.slipsUntilAt || cooled(h)),
          gate: notOn,
          head: (h) => (cooled(h) ? 'oven-again' : 'oven'),
          reason: (h) => (cooled(h) ? 'cooled' : 'heat-serves'),
          caution: 'hot-hub',
          turn: heated,
        },
        {
          action: 'slide',
          when: (h) => byHeat(h) && h.state.slipsUntilAt !== null && !cooled(h),
          gate: notOn,
          reason: 'while-hot',
          caution: 'hot-hub',
          turn: bySlide,
        },
        {
          action: 'cannot',
          when: (h) => drawn(h) && !h.state.thread?.enough,
          gate: notOn,
          reason: 'thread-short',
          caution: 'full-thread',
        },
        {
          action: 'wait-rest',
          when: (h) => drawn(h) && h.state.thread?.enough === true && rests(h),
          gate: notOn,
          reason: 'lip-rests',
          figures: ({ state, nowMs }) => ({ minutes: Math.max(1, Math.ceil((state.restedMs - nowMs) / 60_000)) }),
        },
        {
          action: 'screw',
          when: (h) => drawn(h) && h.state.thread?.enough === true && !rests(h),
          gate: notOn,
          reason: 'thread-holds',
          caution: 'full-thread',
          turn: byScrew,
        },
        {
          action: 'home',
          when: ({ state }) => state.started !== null && state.home === null,
          gate: { code: 'damper-not-home', soft: false },
          reason: 'travel',
          caution: 'not-on-rubber',
          turn: homed,
        },
        {
          action: 'home',
          when: ({ state }) => state.home !== null && !isHome(state),
          gate: { code: 'damper-not-home', soft: false },
          head: 'home-again',
          reason: 'not-home',
          caution: 'not-on-rubber',
          turn: homed,
        },
        {
          action: 'bolt',
          when: ({ state }) => state.started !== null && isOpen(state),
          gate: { code: 'bolt-open', soft: true },
          reason: 'holds',
          caution: 'lubricant',
          turn: tightenBolt,
        },
        {
          action: 'fit-near',
          when: ({ state }) => state.damper !== null && state.verdict === 'near',
          gate: { code: 'damper-unsure', soft: true },
          reason: 'near',
          doubt: true,
        },
      ],
      // Who chooses the screw where heat serves draws it on by that.
      [byScrew, ...boltTurns],
    ),
  ],
  closes: (s) => {
    const { damper, interferenceMm } = readOn(s)
    return damper ? { reason: 'is-on', figures: { interferenceMm } } : { reason: 'no-damper' }
  },
})

/** The hub from the oven's door. */
export function clocks(snapshot: Snapshot): Clock[] {
  const { hot, slipsUntilAt, started } = readDamper(snapshot)
  if (!hot || !slipsUntilAt || started) return []
  const of = { name: '', stage: 'damper-on' as const, cylinder: null, place: 'front' }
  return [{ id: `hot-${hot.id}`, code: 'hot', ...of, fromAt: hot.at, dueAt: slipsUntilAt, ends: 'lost' }]
}
