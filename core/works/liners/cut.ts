import { linerIn } from '../../job/apply'
import { among } from '../../job/gate'
import { clampCaution, inTurn, mover, type Figures, type Move } from '../../job/move'
import { leftMove } from '../../job/left-move'
import { isClosed } from '../../job/route'
import type { PlanBore, Shim, Snapshot, TakenPlan } from '../../job/snapshot'
import { inBore, plugsIn } from '../../job/tally'
import { passesFor } from '../../liner/plan-cut'
import { planeEnds } from '../../measure/fit-plane'
import { partFigures } from '../../plan/read-repair'
import { SLACK_MM } from '../../schema'
import type { StageLogic } from '../stage-logic'
import { readCutBore } from './cut-bore'
import { barePlane, readDeck } from './deck'
import { freeShims } from './move-input'
import { roomForShim } from './rings'
import { planAimMm, windowWith, type HeightWindow } from './windows'
import { planInForce } from './repair-plan'

const says = {
  actions: [
    'plan-first',
    'plug-in',
    'plug-out',
    'liner-out',
    'cut',
    'refit',
    'measure',
    'shim',
    'too-deep',
    'next-cylinder',
    'close-stage',
    'done',
  ],
  told: ['blocked'],
  reasons: [
    'no-plan',
    'chips',
    'before-pass',
    'before-shim',
    'measured',
    'arithmetic',
    'after-pass',
    'before-last',
    'trial',
    'at-the-end',
    'planned',
    'finished',
    'thicker-shim',
    'other-liner',
    'machine-shop',
    'no-leaf-thin-enough',
    'past-max-depth',
    'shim-not-here',
    'next',
    'all-done',
    'closed',
  ],
  cautions: ['clamp', 'clamp-by-book', 'tally', 'heavy', 'chamfer', 'cutter-chips', 'block-to-machine-shop'],
  heads: ['cut-rough', 'cut-finish', 'refit-as-marked'],
} as const
const make = mover('cut', says)

type Rest = NonNullable<Parameters<typeof make>[2]>

/** A bore of the work list: what is planned of it, what is done, and what comes next. */
export interface WorkBore {
  cylinder: number
  wanted: PlanBore
  /** The liner's high side without a shim as last measured since the last cut; null where it was not. */
  measuredHighMm: number | null
  /** Still to come off by that measurement, or by the plan's arithmetic before there is one, mm. */
  restMm: number
  takenMm: number
  depthMm: number
  move: Move | null
}

const thinnest = (snapshot: Snapshot) => Math.min(...snapshot.tooling.leavesMm)

/** A shim near enough to the planned thickness to be the planned one, on the shelf or in this bore. */
function shimFor(snapshot: Snapshot, cylinder: number, thicknessMm: number): Shim | null {
  const here = snapshot.shims.filter(
    (s) => s.fitted === null || (s.fitted.jobId === snapshot.job.id && s.fitted.cylinder === cylinder),
  )
  return (
    here
      .sort((a, b) => Math.abs(a.actualMm - thicknessMm) - Math.abs(b.actualMm - thicknessMm))
      .find((s) => Math.abs(s.actualMm - thicknessMm) < 0.02) ?? null
  )
}

/** What is still possible after a cut that went too deep. */
function afterTooDeep(
  snapshot: Snapshot,
  cylinder: number,
  bareCentreMm: number,
  halfLeanMm: number,
): Rest & { reason: Parameters<typeof make>[1] } {
  const inside = ({ minMm, maxMm }: HeightWindow, liftMm: number) =>
    bareCentreMm - halfLeanMm + liftMm >= minMm - SLACK_MM && bareCentreMm + halfLeanMm + liftMm <= maxMm + SLACK_MM
  const nearest = <T>(window: HeightWindow, all: T[], lift: (t: T) => number) =>
    all
      .filter((t) => inside(window, lift(t)))
      .sort(
        (a, b) => Math.abs(bareCentreMm + lift(a) - window.aimMm) - Math.abs(bareCentreMm + lift(b) - window.aimMm),
      )[0]
  const bare = windowWith(snapshot.sheet, false)
  const shims = roomForShim(snapshot, cylinder) ? freeShims(snapshot) : []
  const shim = nearest(windowWith(snapshot.sheet, true), shims, (s) => s.actualMm)
  if (shim)
    return {
      reason: 'thicker-shim',
      caution: 'chamfer',
      figures: { shimId: shim.id, shimMm: shim.actualMm, label: shim.label, expectMm: bareCentreMm + shim.actualMm },
    }
  const placed = snapshot.liners.find((l) => l.id === linerIn(snapshot, cylinder)?.linerId)
  const now = placed ? partFigures(placed)?.meanMm : undefined
  const others = snapshot.liners
    .filter((l) => l.fitted === null)
    .flatMap((l) => {
      const figures = partFigures(l)
      return figures && now !== undefined ? [{ l, liftMm: figures.meanMm - now }] : []
    })
  const other = nearest(bare, others, (o) => o.liftMm)
  if (other)
    return {
      reason: 'other-liner',
      button: false,
      figures: { label: other.l.label, expectMm: bareCentreMm + other.liftMm },
    }
  return {
    reason: 'machine-shop',
    button: false,
    caution: 'block-to-machine-shop',
    figures: { wantMm: bare.aimMm - bareCentreMm },
  }
}

/** What sits in a bore, as a move tells it. */
function stopperOf(snapshot: Snapshot, cylinder: number): Figures {
  const { item, count } = inBore(snapshot, cylinder)!
  return { item: { word: `stopper.${item}` }, stopper: item, count }
}

function workOn(snapshot: Snapshot, wanted: PlanBore, plan: TakenPlan): WorkBore {
  const { cylinder } = wanted
  const state = readDeck(snapshot, 'trial-fit').cylinders.find((c) => c.cylinder === cylinder)!
  const bore = readCutBore(snapshot, cylinder)
  const since = bore.passes.filter((p) => p.cut.seq > plan.seq)
  const takenMm = since.reduce((sum, p) => sum + p.cut.packMm + p.cut.biasMm, 0)
  const placed = linerIn(snapshot, cylinder)
  const whole = state.complete && state.plane !== null && state.set !== null
  const lastCut = state.cuts.at(-1)?.seq ?? -Infinity
  const bare = whole && state.set!.seq > lastCut && state.set!.seq > plan.seq ? barePlane(state) : null
  const ends = bare && !state.changed ? planeEnds(bare) : null
  const cuts = wanted.cutMm > SLACK_MM
  const { limits } = snapshot.sheet
  const wantsShim = wanted.shimMm > SLACK_MM
  const window = windowWith(snapshot.sheet, wantsShim)
  const targetMm = planAimMm(snapshot.sheet, plan, wantsShim)
  const restMm = !cuts ? 0 : ends ? ends.highMm + wanted.shimMm - targetMm : Math.max(0, wanted.cutMm - takenMm)
  const settled = restMm < Math.max(thinnest(snapshot), (window.maxMm - window.minMm) / 6)
  const highMm = ends?.highMm ?? targetMm - wanted.shimMm + restMm
  const passes = cuts && !settled ? passesFor(snapshot.tooling, highMm, restMm).passes : []
  const done = (move: Move | null): WorkBore => ({
    cylinder,
    wanted,
    measuredHighMm: ends?.highMm ?? null,
    restMm,
    takenMm,
    depthMm: state.depthMm,
    move,
  })
  const step = (action: Parameters<typeof make>[0], reason: Parameters<typeof make>[1], rest: Rest = {}) =>
    done(make(action, reason, { cylinder, ...rest }))
  const plugged = plugsIn(snapshot).includes(cylinder)
  const refit = () =>
    step('refit', lastCut > plan.seq ? 'after-pass' : 'trial', {
      ...(wanted.rotationDeg === 0 ? { head: 'refit-as-marked' } : {}),
      caution: clampCaution(limits.holdDownNm),
      figures: {
        linerId: wanted.linerId,
        label: snapshot.liners.find((l) => l.id === wanted.linerId)?.label ?? '',
        turnDeg: wanted.rotationDeg,
        rotation: wanted.rotationDeg,
        holdDownNm: limits.holdDownNm,
      },
    })

  const mayMeasure = wanted.linerId === null || placed?.linerId === wanted.linerId
  if (cuts && bore.unmeasured)
    return mayMeasure
      ? step('measure', 'after-pass', {
          caution: clampCaution(limits.holdDownNm),
          figures: { expectMm: since.at(-1)?.cut.expectMm ?? 0, holdDownNm: limits.holdDownNm },
        })
      : refit()
  if (cuts && !settled) {
    const pass = passes[0]
    if (!pass) return step('blocked', 'no-leaf-thin-enough', { button: false, figures: { restMm } })
    if (limits.maxLedgeDepthMm !== null && state.depthMm + pass.packMm > limits.maxLedgeDepthMm + SLACK_MM) {
      return step('blocked', 'past-max-depth', {
        button: false,
        caution: 'block-to-machine-shop',
        figures: { depthMm: state.depthMm, limitMm: limits.maxLedgeDepthMm },
      })
    }
    // The last pass goes by the measured height, not by arithmetic alone.
    if (!ends && pass.kind === 'finish')
      return mayMeasure
        ? step('measure', 'before-last', {
            caution: clampCaution(limits.holdDownNm),
            figures: { expectMm: highMm, holdDownNm: limits.holdDownNm },
          })
        : refit()
    if (placed?.linerId) return step('liner-out', 'before-pass', { caution: 'heavy' })
    if (!plugged) return step('plug-in', 'chips', { caution: 'tally' })
    return step('cut', ends ? 'measured' : 'arithmetic', {
      head: `cut-${pass.kind}`,
      caution: 'cutter-chips',
      figures: {
        passKind: pass.kind,
        leavesMm: pass.leavesMm,
        packMm: pass.packMm,
        restMm,
        highMm,
        expectMm: pass.expectTrialMm,
        more: passes.length - 1,
        shimMm: wanted.shimMm,
      },
    })
  }
  const bareMean = bare?.centreMm ?? null
  if (cuts && ends && bareMean !== null && ends.lowMm + wanted.shimMm < window.minMm - SLACK_MM) {
    const { reason, ...rest } = afterTooDeep(snapshot, cylinder, bareMean, (ends.highMm - ends.lowMm) / 2)
    return step('too-deep', reason, rest)
  }
  if (wantsShim && state.shimIn === null) {
    const shim = shimFor(snapshot, cylinder, wanted.shimMm)
    if (!shim) return step('blocked', 'shim-not-here', { button: false, figures: { shimMm: wanted.shimMm } })
    if (placed?.linerId) return step('liner-out', 'before-shim', { caution: 'heavy' })
    return step('shim', 'planned', {
      caution: shim.chamfer === 'none' ? null : 'chamfer',
      figures: {
        shimId: shim.id,
        shimMm: shim.actualMm,
        label: shim.label,
        expectMm: (bareMean ?? targetMm - shim.actualMm) + shim.actualMm,
      },
    })
  }
  if (wanted.linerId !== null && placed?.linerId !== wanted.linerId) return refit()
  if (!whole || state.changed || state.set!.seq < plan.seq)
    return step('measure', 'at-the-end', {
      caution: clampCaution(limits.holdDownNm),
      // While it is being read, what was foretold stays what was foretold.
      figures: {
        expectMm: state.changed?.expectMm ?? state.prediction?.expectMm ?? targetMm,
        holdDownNm: limits.holdDownNm,
      },
    })
  if (plugged) return step('plug-out', 'finished', { caution: 'tally', figures: stopperOf(snapshot, cylinder) })
  return done(null)
}

/** The work list: the plan in force, bore by bore, with what comes next in each; empty before a plan is taken. */
export function readWork(snapshot: Snapshot): WorkBore[] {
  const plan = planInForce(snapshot)
  return plan ? plan.bores.map((wanted) => workOn(snapshot, wanted, plan)) : []
}

/** The next move at the cutter. */
export function cutMove(snapshot: Snapshot, selected: number): Move {
  const left = leftMove(snapshot, 'cut')
  if (left) return left
  if (isClosed(snapshot, 'cut')) return make('done', 'closed')
  const work = readWork(snapshot)
  if (work.length === 0) return make('plan-first', 'no-plan')
  const turn = inTurn(work, selected)
  if (turn[0]?.move) return turn[0].move
  const waiting = turn.find((w) => w.move !== null)
  if (waiting) return make('next-cylinder', 'next', { cylinder: waiting.cylinder })
  const plugs = plugsIn(snapshot)
  if (plugs[0] !== undefined)
    return make('plug-out', 'finished', {
      cylinder: plugs[0],
      caution: 'tally',
      figures: stopperOf(snapshot, plugs[0]),
    })
  return make('close-stage', 'all-done')
}

/** Bores of which the plan still asks something; what is only to be counted out is named by itself. */
const notDone = (snapshot: Snapshot): number[] =>
  readWork(snapshot).flatMap(({ cylinder, move }) => (move && move.action !== 'plug-out' ? [cylinder] : []))

/** The cutter: the work list, bore by bore. */
export const cut: StageLogic = {
  says,
  problems: (s) => [...among('plug-in', plugsIn(s), false), ...among('not-as-planned', notDone(s), true)],
  move: (s, hand) => cutMove(s, hand.cylinder),
}
