import { nothingSaid } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import { judgeUpper } from '../../../measure/verdict'
import type { Clock } from '../../clock'
import type { CoverStep } from '../kinds'
import { boltTurns, isOpen, tightenBolt } from '../../fasteners/turns'
import { readCover, readSweep, type CoverState } from '../read-cover'
import { coveredEnds, sectionOf, type EndSpot } from '../read-front'
import { trustSweep } from '../schools'
import { LEAST_STATIONS, sweepRows, sweptSofar } from '../sweeps'

const says = {
  actions: [
    'sheet-first',
    'clean',
    'sealant',
    'snug',
    'sweep',
    'move',
    'bolts',
    'tight',
    'next-place',
    'close-stage',
    'done',
  ],
  told: ['stop', 'cannot', 'stands-off'],
  heads: [
    'sweep-again',
    'clean-again',
    'nothing',
    'move-straight',
    'move-right',
    'move-right-tip',
    'move-up',
    'move-up-tip',
    'move-tip',
  ],
  reasons: [
    'no-section',
    'cam-first',
    'three-meet',
    'corners',
    'corners-any',
    'lost',
    'can-move',
    'by-dial',
    'looked',
    'off-centre',
    'stands',
    'stands-unsure',
    'rail-or-centre',
    'holes',
    'dowelled',
    'next',
    'all-good',
    'no-cover',
    'closed',
  ],
  cautions: ['sealant-skin', 'crank-low', 'snug-only', 'book-torque'],
  gates: ['cover-not-on', 'cover-not-swept', 'cover-off-centre', 'bolts-open-at'],
  orders: ['not-snug', 'tight-already', 'clean-first', 'sweep-first'],
} as const
const { part, first, logic } = stageSteps('cover', says)

type H = Here<EndSpot, CoverState>
const covers = part({
  places: coveredEnds,
  read: readCover,
  figures: ({ spot, state: { set, sweep } }) => {
    const cover = spot.of.cover!
    const move = set?.move
    return {
      end: { word: `front.end.${spot.place}` },
      sealant: cover.sealant,
      minutes: cover.skinMin,
      runoutMm: set?.runoutMm ?? null,
      runoutMaxMm: cover.runoutMaxMm,
      doubtMm: sweep ? cover.doubtMm[sweep.centredBy] : null,
      needsRunoutMm: (set?.after ?? set?.needs)?.runoutMm ?? null,
      needsStepMm: (set?.after ?? set?.needs)?.stepMm ?? null,
      rightMm: move ? Math.abs(move.rightMm) : null,
      upMm: move ? Math.abs(move.upMm) : null,
      side: move ? { word: move.rightMm >= 0 ? 'front.right' : 'front.left' } : null,
      height: move ? { word: move.upMm >= 0 ? 'front.up' : 'front.down' } : null,
      tipMm: move ? Math.abs((move.turnDeg * Math.PI * cover.railLeftMm) / 180) : null,
      tipEnd: move ? { word: move.turnDeg >= 0 ? 'front.left' : 'front.right' } : null,
    }
  },
})
/** A step of a cover on its way on. */
const stepped = (step: CoverStep) =>
  covers.turn({
    entry: 'cover-step',
    fields: { step: () => step },
    refuses: ({ state }, act) => {
      if (act.step === 'sealant' || act.step === 'snug') return state.clean ? null : 'clean-first'
      return act.step === 'tight' && !state.set ? 'sweep-first' : null
    },
  })
const swept = covers.turn({
  entry: 'sweep-cover',
  fields: { centredBy: { words: 'front.centred' }, sweep: sweepRows, leftStepMm: {}, rightStepMm: {} },
  said: ({ spot }, { centredBy, sweep, leftStepMm, rightStepMm }, { uncertaintyMm }) => {
    const { runoutMaxMm, stepMaxMm } = spot.of.cover!
    const stations = sweptSofar(sweep)
    const set =
      stations.length >= LEAST_STATIONS
        ? readSweep(spot, { sweep: stations, leftStepMm: leftStepMm ?? 0, rightStepMm: rightStepMm ?? 0 })
        : null
    const rail = { leftStepMm, rightStepMm }
    const verdicts = Object.entries(rail).flatMap(([key, mm]) =>
      mm === undefined ? [] : [[key, judgeUpper(Math.abs(mm), stepMaxMm, uncertaintyMm)] as const],
    )
    if (!set) return { ...nothingSaid, verdicts: Object.fromEntries(verdicts) }
    const verdict = centredBy ? (trustSweep(spot, { centredBy, uncertaintyMm }, set.runoutMm) ?? 'unsure') : 'unsure'
    return {
      verdicts: Object.fromEntries(verdicts),
      lines: [{ word: 'runout', figures: { runoutMm: set.runoutMm, maxMm: runoutMaxMm }, verdict }],
    }
  },
  after: { 'not-snug': ({ state }) => !state.snug },
})
const moved = covers.turn({
  entry: 'move-cover',
  fields: {
    rightMm: ({ state }) => state.set?.move?.rightMm ?? 0,
    upMm: ({ state }) => state.set?.move?.upMm ?? 0,
    turnDeg: ({ state }) => state.set?.move?.turnDeg ?? 0,
  },
  after: { 'tight-already': ({ state }) => state.tight },
})

/** Less than this nobody taps anything. */
const LEAST_TAP_MM = 0.005
/** Which of a move's three parts are told: what is none is not. */
function movesBy({ spot, state: { set } }: H) {
  const move = set?.move
  if (!move) return 'move' as const
  const tipMm = (move.turnDeg * Math.PI * spot.of.cover!.railLeftMm) / 180
  const [right, up, tip] = [move.rightMm, move.upMm, tipMm].map((mm) => Math.abs(mm) >= LEAST_TAP_MM)
  if (right && up) return tip ? ('move' as const) : ('move-straight' as const)
  if (right) return tip ? ('move-right-tip' as const) : ('move-right' as const)
  if (up) return tip ? ('move-up-tip' as const) : ('move-up' as const)
  return tip ? ('move-tip' as const) : ('move' as const)
}

const notOn = { code: 'cover-not-on', soft: false } as const
const offCentre = { code: 'cover-off-centre', soft: true } as const
/** A skin that closed before it was drawn down seals nothing. */
const lost = ({ state: { skinAt, tight }, nowMs }: H) => skinAt !== null && !tight && Date.parse(skinAt) < nowMs
const standing = ({ state }: H) => (state.trust === 'unsure' ? ('stands-unsure' as const) : ('stands' as const))
const setAs =
  (...verdicts: string[]) =>
  ({ state: { set } }: H) =>
    set !== null && verdicts.includes(set.verdict)
/** Covers on: clean, sealed, snug, centred and level, tightened, and looked at again. */
export const cover = logic({
  parts: [
    first(
      (s) => sectionOf(s) !== null,
      'stop',
      'cam-first',
      (open) => ({ open: { word: `stage.${open}` } }),
      {
        action: 'sheet-first',
        reason: 'no-section',
      },
    ),
    covers.of(
      [
        {
          action: 'clean',
          when: ({ state }) => !state.clean,
          gate: notOn,
          reason: 'three-meet',
          turn: stepped('clean'),
        },
        {
          action: 'sealant',
          when: ({ spot, state }) => spot.of.cover!.sealant !== null && !state.sealedAt,
          gate: notOn,
          reason: ({ spot }) => (spot.of.cover!.skinMin === null ? 'corners-any' : 'corners'),
          caution: 'sealant-skin',
          turn: stepped('sealant'),
        },
        {
          action: 'clean',
          when: lost,
          gate: notOn,
          head: 'clean-again',
          reason: 'lost',
          caution: 'sealant-skin',
          turn: stepped('clean'),
        },
        {
          action: 'snug',
          when: ({ state }) => !state.snug,
          gate: notOn,
          reason: 'can-move',
          caution: 'snug-only',
          turn: stepped('snug'),
        },
        {
          action: 'sweep',
          when: ({ state }) => !state.set && !state.tight,
          gate: notOn,
          reason: 'by-dial',
          caution: 'crank-low',
          turn: swept,
        },
        {
          action: 'move',
          when: (h) => setAs('move')(h) && !h.state.tight,
          head: movesBy,
          gate: offCentre,
          reason: 'off-centre',
          turn: moved,
        },
        {
          action: 'cannot',
          when: (h) => setAs('rail-or-centre', 'holes')(h) && !h.state.tight,
          gate: offCentre,
          reason: ({ state }) => (state.set!.verdict === 'holes' ? 'holes' : 'rail-or-centre'),
        },
        {
          action: 'bolts',
          when: ({ state }) => isOpen(state) && (state.set !== null || state.tight),
          gate: { code: 'bolts-open-at', soft: true },
          reason: (h) => (h.state.set ? standing(h) : 'looked'),
          caution: 'book-torque',
          turn: tightenBolt,
        },
        {
          action: 'tight',
          when: ({ state }) => !state.tight,
          gate: notOn,
          reason: standing,
          turn: stepped('tight'),
        },
        {
          action: 'sweep',
          when: ({ state }) => state.tight && !state.lookedAgain,
          gate: { code: 'cover-not-swept', soft: false },
          head: 'sweep-again',
          reason: 'looked',
          turn: swept,
          onward: true,
        },
        {
          action: 'stands-off',
          when: (h) => h.state.lookedAgain && setAs('move', 'rail-or-centre', 'holes', 'dowelled')(h),
          gate: offCentre,
          reason: ({ state }) => {
            const { verdict } = state.set!
            return verdict === 'dowelled' ? 'dowelled' : verdict === 'rail-or-centre' ? 'rail-or-centre' : 'holes'
          },
          doubt: true,
        },
      ],
      boltTurns,
    ),
  ],
  next: { action: 'next-place', reason: 'next', figures: (_, { place }) => ({ end: { word: `front.end.${place}` } }) },
  closes: (s) => (coveredEnds(s).length === 0 ? { reason: 'no-cover', head: 'nothing' } : { reason: 'all-good' }),
})

/** The sealant's skin. */
export function clocks(snapshot: Snapshot): Clock[] {
  return coveredEnds(snapshot).flatMap((end) => {
    const { sealedAt, skinAt, tight } = readCover(snapshot, end)
    if (!sealedAt || !skinAt || tight) return []
    const of = { name: end.of.cover!.sealant ?? '', stage: 'cover' as const, cylinder: null, place: end.place }
    return [{ id: `skin-${end.place}-${sealedAt}`, code: 'skin', ...of, fromAt: sealedAt, dueAt: skinAt, ends: 'lost' }]
  })
}
