import { nothingSaid } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import type { Spot } from '../../../job/place'
import { judgeUpper } from '../../../measure/verdict'
import { boltTurns, isOpen, tightenBolt } from '../../fasteners/turns'
import type { FlywheelSurface, MountStep } from '../kinds'
import { flywheelScrap, readBore, readFace, readFlywheel } from '../read-flywheel'
import { sectionOf } from '../read-front'
import { clocks as restClocks } from '../seal/steps'
import { LEAST_STATIONS, sweepRows, sweptSofar } from '../sweeps'

const says = {
  actions: ['sheet-first', 'clean', 'on', 'bolts', 'tight', 'sweep-face', 'sweep-bore', 'close-stage', 'done'],
  told: ['stop', 'wait-rest', 'bore-lies-off'],
  heads: ['clean-again', 'on-new'],
  reasons: [
    'no-section',
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
  gates: ['flywheel-not-on', 'flywheel-not-swept', 'flywheel-runs-out', 'housing-off'],
  orders: ['clean-first', 'on-first', 'tight-first'],
} as const
const { whole, first, logic } = stageSteps('flywheel-on', says)

const readOn = (s: Snapshot) => ({
  ...readFlywheel(s),
  flywheel: sectionOf(s)?.flywheel ?? null,
  scrap: flywheelScrap(s)?.[0] ?? null,
  /** When the dry lip of the rear seal has rested, ms; nought where it need not. */
  restedMs: Math.max(0, ...restClocks(s).flatMap((c) => (c.place === 'rear' ? [Date.parse(c.dueAt)] : []))),
})
type H = Here<Spot, ReturnType<typeof readOn>>
const mounting = whole(readOn, ({ state: { flywheel, face, bore, scrap } }) => ({
  massKg: flywheel?.massKg ?? null,
  studs: flywheel?.guideStuds ?? null,
  circleMm: flywheel?.faceCircleMm ?? null,
  runoutMm: face?.tiltMm ?? null,
  maxMm: flywheel?.faceRunoutMaxMm ?? null,
  // Dirt or a burr lies where the face comes out.
  highAtDeg: face?.highAtDeg ?? null,
  boreMm: bore?.runoutMm ?? null,
  boreMaxMm: flywheel?.boreRunoutMaxMm ?? null,
  rightMm: bore ? Math.abs(bore.xMm) : null,
  side: bore ? { word: bore.xMm > 0 ? 'front.left' : 'front.right' } : null,
  upMm: bore ? Math.abs(bore.yMm) : null,
  height: bore ? { word: bore.yMm > 0 ? 'front.down' : 'front.up' } : null,
  why: { word: `front.wheel-scrap.${scrap ?? 'none'}` },
}))
const mounted = (step: MountStep) =>
  mounting.turn({
    entry: 'mount-flywheel',
    fields: { step: () => step },
    refuses: ({ state }, act) => {
      if (act.step === 'on') return state.clean ? null : 'clean-first'
      return act.step === 'tight' && !state.on ? 'on-first' : null
    },
  })
const swept = (surface: FlywheelSurface) =>
  mounting.turn({
    entry: 'sweep-flywheel',
    fields: { surface: () => surface, sweep: sweepRows },
    said: ({ state: { flywheel } }, { sweep }, { uncertaintyMm }) => {
      const stations = sweptSofar(sweep)
      if (!flywheel || stations.length < LEAST_STATIONS) return nothingSaid
      const runoutMm =
        surface === 'face'
          ? readFace(flywheel, { sweep: stations })?.tiltMm
          : readBore(flywheel, { sweep: stations })?.runoutMm
      const maxMm = surface === 'face' ? flywheel.faceRunoutMaxMm : flywheel.boreRunoutMaxMm
      if (runoutMm === undefined || maxMm === null) return nothingSaid
      const verdict = judgeUpper(runoutMm, maxMm, Math.SQRT2 * uncertaintyMm)
      return { verdicts: {}, lines: [{ word: 'runout', figures: { runoutMm, maxMm }, verdict }] }
    },
    refuses: ({ state }, act) => (act.surface === 'face' && !state.tight ? 'tight-first' : null),
  })

const notOn = { code: 'flywheel-not-on', soft: false } as const
const notSwept = { code: 'flywheel-not-swept', soft: true } as const
const has = ({ state }: H) => state.flywheel !== null
const unswept = (h: H) => has(h) && h.state.tight && h.state.face === null
const rests = ({ state, nowMs }: H) => state.restedMs > nowMs
/** The flywheel on: clean, along its studs, tight by the book, its face and the housing's bore by the dial. */
export const flywheelOn = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'seal-first', undefined, {
      action: 'sheet-first',
      reason: 'no-section',
    }),
    mounting.of(
      [
        {
          action: 'clean',
          when: (h) => has(h) && !h.state.clean,
          gate: notOn,
          reason: 'flush',
          caution: 'no-crumb',
          turn: mounted('clean'),
        },
        {
          action: 'on',
          when: (h) => has(h) && !h.state.on,
          gate: notOn,
          head: ({ state }) => (state.scrap ? 'on-new' : 'on'),
          reason: ({ state }) => (state.scrap ? 'scrap' : 'mark-to-mark'),
          caution: 'heavy-wheel',
          turn: mounted('on'),
        },
        {
          action: 'bolts',
          when: (h) => has(h) && isOpen(h.state),
          gate: notOn,
          reason: 'holds',
          caution: 'wheel-torque',
          turn: tightenBolt,
        },
        {
          action: 'tight',
          when: (h) => has(h) && !h.state.tight,
          gate: notOn,
          reason: 'holds',
          caution: 'wheel-torque',
          turn: mounted('tight'),
        },
        {
          // The dial needs the crank turned, and a dry lip must rest before it is.
          action: 'wait-rest',
          when: (h) => unswept(h) && rests(h),
          gate: notSwept,
          reason: 'lip-rests',
          figures: ({ state, nowMs }) => ({ minutes: Math.max(1, Math.ceil((state.restedMs - nowMs) / 60_000)) }),
        },
        {
          action: 'sweep-face',
          when: (h) => unswept(h) && !rests(h),
          gate: notSwept,
          reason: 'true-face',
          caution: 'end-play',
          turn: swept('face'),
        },
        {
          action: 'clean',
          when: ({ state }) => state.faceVerdict === 'out',
          gate: { code: 'flywheel-runs-out', soft: true },
          head: 'clean-again',
          reason: ({ state }) => (state.mounts > 1 ? 'wobbles-still' : 'wobbles'),
          caution: 'no-crumb',
          turn: mounted('clean'),
        },
        {
          action: 'sweep-bore',
          when: (h) => has(h) && h.state.flywheel!.boreRunoutMaxMm !== null && h.state.bore === null,
          gate: notSwept,
          reason: 'true-bore',
          caution: 'lift-crank',
          turn: swept('bore'),
        },
        {
          action: 'bore-lies-off',
          when: ({ state }) => state.boreVerdict === 'out',
          gate: { code: 'housing-off', soft: true },
          reason: 'bore-off',
          doubt: true,
        },
      ],
      boltTurns,
    ),
  ],
  closes: (s) => {
    const { flywheel, face } = readOn(s)
    if (!flywheel) return { reason: 'no-flywheel' }
    return { reason: 'is-on', figures: { runoutMm: face?.tiltMm ?? null, maxMm: flywheel.faceRunoutMaxMm } }
  },
})
