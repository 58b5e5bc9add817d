import { CARE } from '../../../bushing/drive-in'
import { openUnder, stageSteps } from '../../../job/step'
import type { Here } from '../../../job/turn'
import { judgeLower, judgeUpper, worstVerdict } from '../../../measure/verdict'
import { nothingSaid } from '../../../job/ask'
import { galleriesOpen } from '../galleries/steps'
import {
  lastAt,
  lieOf,
  mayGoIn,
  readBushing,
  rearFirst,
  sectionOf,
  seenHours,
  type HousingSpot,
} from '../read-bushings'
import { dirtyBefore } from '../read-galleries'
import {
  aimOf,
  codeAt,
  openHousings,
  readDrive,
  readForces,
  readHoles,
  readPlacing,
  shareByPin,
  toolFrom,
  type DriveState,
  type HoleState,
  type Placing,
} from '../read-placing'

const says = {
  actions: [
    'galleries-again',
    'aim',
    'first-look',
    'strike',
    'bring-back',
    'prove',
    'sliver',
    'next-place',
    'close-stage',
    'done',
  ],
  told: ['stop', 'cannot', 'stands-off', 'less-open'],
  heads: ['aim-turned', 'aim-no-pilot', 'strike-once', 'tap'],
  reasons: [
    'map-first',
    'cut-since',
    'flush-serves',
    'go-deeper',
    'stay-short',
    'edge-out',
    'two-holes',
    'count-from',
    'short',
    'too-far',
    'stands',
    'unproven',
    'hides-chips',
    'off-window',
    'no-look',
    'closed-some',
    'next',
    'all-in',
    'closed',
  ],
  cautions: ['strike', 'square', 'too-far', 'eyes', 'grease'],
  gates: ['not-clean', 'bushing-not-in', 'bushing-depth', 'hole-unproven', 'hole-closed'],
  orders: ['not-clean', 'wrong-bushing', 'rear-first', 'not-aimed', 'fewer-blows', 'hole-unproven'],
} as const
const { part, whole, first, logic } = stageSteps('bushings-in', says)

interface Driven extends DriveState {
  placing: Placing | null
  finished: boolean
  holes: HoleState[]
  /** One that was begun is finished first; else the rear one. */
  turn: boolean
}
const bushings = part({
  places: rearFirst,
  read: (s, h): Driven => {
    const open = openHousings(s)
    const next = open.find((o) => readDrive(s, o).aimed) ?? open[0]
    return {
      ...readDrive(s, h),
      placing: readPlacing(s, h),
      finished: lastAt(s, 'finished', h.place) !== null,
      holes: readHoles(s, h),
      turn: next?.place === h.place,
    }
  },
  figures: ({ snapshot, spot, state }) => {
    const { from, back } = aimOf(snapshot, spot)
    const { placing, drive, looks, depthMm } = state
    const tool = toolFrom(snapshot, spot, from)
    const hole = state.holes.find((o) => o.open === null)
    const known = hole && placing?.holes[hole.hole]
    return {
      fromMm: placing?.fromMm ?? null,
      toMm: placing?.toMm ?? null,
      depthMm,
      drivenFrom: { word: `cam.face.${from}` },
      otherSide: { word: `cam.face.${from === 'front' ? 'rear' : 'front'}` },
      back: { word: `cam.back.${back}` },
      forceN: readForces(snapshot, spot)?.[back] ?? null,
      pilotN: tool.pilotAt?.replace('housing-', '') ?? '',
      holes: seenHours(spot, lieOf(snapshot)).map((s) => String(s.oClock)),
      flush: Math.round(100 * (placing?.placed.atFlush[0]?.minShare ?? 0)),
      best: Math.round(100 * (placing?.placed.best?.minShare ?? 0)),
      overMm: depthMm !== null && placing?.toMm != null ? depthMm - placing.toMm : null,
      blows: drive?.blowsToNextLook ?? null,
      total: (looks.at(-1)?.blows ?? 0) + (drive?.blowsToNextLook ?? 0),
      leftMm: drive?.remainingMm ?? null,
      perBlowMm: drive?.perBlowMm ?? null,
      holeClock: hole ? String(seenHours(spot, lieOf(snapshot))[hole.hole]?.oClock ?? '') : null,
      pinMm: hole?.byDepth?.pinMm ?? null,
      wholeMm: known ? Math.min(known.bushingHoleMm, known.drillingMm) : null,
    }
  },
})
type H = Here<HousingSpot, Driven>
const bare = ({ state }: H) => !state.finished && !state.aimed
const going = ({ state }: H) => !state.finished && state.aimed
const stands = (h: H) =>
  going(h) && h.state.looks.length > 0 && h.state.drive?.verdict !== 'too-far' && h.state.drive?.verdict !== 'short'
const unproven = ({ state }: H) => state.holes.find((o) => o.open === null) ?? null
const yields = ({ state }: H) => !state.turn

const aim = bushings.turn({
  entry: 'aim-bushing',
  fields: {
    aimFor: { words: 'cam.school', offered: ({ snapshot, spot }) => aimOf(snapshot, spot).aimFor },
    from: { words: 'cam.face', offered: ({ snapshot, spot }) => aimOf(snapshot, spot).from },
    back: { words: 'cam.back', offered: ({ snapshot, spot }) => aimOf(snapshot, spot).back },
    rolledDeg: ({ snapshot }) => lieOf(snapshot).rolledDeg,
    seenFrom: ({ snapshot }) => lieOf(snapshot).seenFrom,
  },
  after: {
    'not-clean': ({ snapshot, spot }) => dirtyBefore(snapshot, spot.place).length > 0,
    'wrong-bushing': ({ snapshot, spot }) => !mayGoIn(readBushing(snapshot, spot)),
    'rear-first': ({ snapshot, spot }) =>
      rearFirst(snapshot).some((r) => r.n > spot.n && !lastAt(snapshot, 'finished', r.place)),
  },
})
/** A look at its depth: the blows of the drum so far, or as they were counted; and whether it was driven back. */
const looked = (blows: 'none' | 'counted', back: boolean | null) =>
  bushings.turn({
    entry: 'look-bushing',
    fields: {
      blows:
        blows === 'none'
          ? () => 0
          : { usual: ({ state }) => (state.looks.at(-1)?.blows ?? 0) + (state.drive?.blowsToNextLook ?? 0) },
      edgeMm: {
        // Before the first blow it stands out of its housing by most of its width: negative.
        about: ({ snapshot, spot, state }) =>
          state.looks.length === 0 ? -(codeAt(snapshot, spot)?.widthMm ?? 0) || null : null,
      },
      back: back === null ? { usual: false } : () => back,
    },
    said: ({ state: { placing } }, { edgeMm }, { uncertaintyMm }) => {
      if (edgeMm === undefined || placing?.fromMm == null || placing.toMm === null) return nothingSaid
      const lower = judgeLower(edgeMm, placing.fromMm, uncertaintyMm)
      // Short of it is on its way; beyond it is too far.
      const verdict =
        lower === 'out' ? 'unsure' : worstVerdict([lower, judgeUpper(edgeMm, placing.toMm, uncertaintyMm)])
      return { verdicts: { edgeMm: verdict }, lines: [] }
    },
    after: { 'not-aimed': ({ state }) => !state.aimed },
    refuses: ({ state }, act) => (!act.back && act.blows < (state.looks.at(-1)?.blows ?? 0) ? 'fewer-blows' : null),
  })
const proof = bushings.turn({
  entry: 'prove-hole',
  fields: {
    hole: (h) => unproven(h)?.hole ?? 0,
    pinMm: {},
    // With no pin at hand a light tells.
    light: { words: 'cam.lights', when: (_, { pinMm }) => pinMm === null, needed: () => true },
  },
  said: ({ snapshot, state, ...h }, { pinMm }) => {
    const hole = unproven({ snapshot, state, ...h })
    const known = hole && state.placing?.holes[hole.hole]
    if (!known || pinMm == null) return nothingSaid
    const share = shareByPin(known, pinMm)
    const verdict = share >= sectionOf(snapshot)!.wantedShare - 1e-9 ? 'in' : 'out'
    return {
      verdicts: { pinMm: verdict },
      lines: [{ word: 'open', figures: { share: Math.round(100 * share) }, verdict }],
    }
  },
})
const finished = bushings.turn({
  entry: 'finish-bushing',
  fields: {},
  after: { 'hole-unproven': (h) => unproven(h) !== null },
})

/** A full blow may carry it past its window. */
const mayPass = ({ state: { drive, placing, depthMm } }: H) =>
  drive?.perBlowMm != null &&
  placing?.toMm != null &&
  depthMm !== null &&
  CARE * drive.perBlowMm > placing.toMm - depthMm
const notIn = { code: 'bushing-not-in', soft: false } as const
/** Bushings in: the rear one first, the front one last. */
export const bushingsIn = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'map-first'),
    whole(galleriesOpen).of([
      {
        action: 'galleries-again',
        when: ({ state, snapshot }) => state && openUnder(snapshot, 'bushings-in') === null,
        gate: { code: 'not-clean', soft: false },
        reason: 'cut-since',
      },
    ]),
    bushings.of(
      [
        {
          // Closed by somebody before the right one lay there.
          action: 'stop',
          when: (h) => bare(h) && !mayGoIn(readBushing(h.snapshot, h.spot)),
          gate: notIn,
          reason: 'map-first',
          yields,
        },
        {
          action: 'cannot',
          when: (h) => bare(h) && h.state.placing !== null && h.state.placing.targetMm === null,
          gate: notIn,
          reason: 'two-holes',
          yields,
        },
        {
          action: 'aim',
          when: (h) => bare(h) && h.state.placing?.targetMm !== null,
          gate: notIn,
          head: ({ snapshot, spot }) => {
            const { from } = aimOf(snapshot, spot)
            if (toolFrom(snapshot, spot, from).pilotAt === null) return 'aim-no-pilot'
            return from === spot.of.entersFrom ? 'aim' : 'aim-turned'
          },
          reason: ({ state: { placing } }) => {
            const verdict = placing?.placed.verdict ?? 'flush-serves'
            return placing?.edgeOut ? 'edge-out' : verdict === 'cannot' ? 'two-holes' : verdict
          },
          caution: ({ snapshot, spot }) => (aimOf(snapshot, spot).back === 'film' ? 'grease' : 'square'),
          turn: aim,
          yields,
        },
        {
          action: 'first-look',
          when: (h) => going(h) && h.state.looks.length === 0,
          gate: notIn,
          reason: 'count-from',
          caution: 'square',
          turn: looked('none', false),
          yields,
        },
        {
          action: 'bring-back',
          when: (h) => going(h) && h.state.drive?.verdict === 'too-far',
          gate: notIn,
          reason: 'too-far',
          caution: 'too-far',
          turn: looked('none', true),
          yields,
        },
        {
          action: 'strike',
          when: (h) => going(h) && h.state.drive?.verdict === 'short',
          gate: notIn,
          head: (h) => (mayPass(h) ? 'tap' : h.state.drive!.blowsToNextLook === 1 ? 'strike-once' : 'strike'),
          reason: 'short',
          caution: 'strike',
          turn: looked('counted', false),
          yields,
        },
        {
          action: 'prove',
          when: (h) => (stands(h) || h.state.finished) && unproven(h) !== null,
          gate: { code: 'hole-unproven', soft: false },
          reason: (h) => (h.state.depthMm === null || !unproven(h)?.byDepth ? 'unproven' : 'stands'),
          caution: 'eyes',
          turn: proof,
          yields: ({ state }) => !state.turn && !state.finished,
        },
        {
          action: 'sliver',
          when: (h) => stands(h) && unproven(h) === null,
          gate: notIn,
          reason: 'hides-chips',
          turn: finished,
          onward: true,
          yields,
        },
        {
          action: 'stands-off',
          when: ({ state }) => state.finished && state.drive?.verdict !== 'in',
          gate: { code: 'bushing-depth', soft: true },
          reason: ({ state }) => (state.depthMm === null || state.placing?.fromMm == null ? 'no-look' : 'off-window'),
          doubt: true,
        },
        {
          action: 'less-open',
          when: ({ state }) => state.holes.some((o) => o.open === false),
          gate: { code: 'hole-closed', soft: true },
          reason: 'closed-some',
          doubt: true,
        },
      ],
      [looked('counted', null)],
    ),
  ],
  next: { action: 'next-place', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-in' }),
})
