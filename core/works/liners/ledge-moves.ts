import { passesFor } from '../../liner/plan-cut'
import { planeEnds } from '../../measure/fit-plane'
import { oddParts, partFigures, partFlag } from '../../plan/read-repair'
import { SLACK_MM } from '../../schema'
import { linerIn } from '../../job/apply'
import { readCutBore } from './cut-bore'
import { barePlane, readDeck } from './deck'
import { readLedges, type LedgeState } from './ledges'
import { freeShims } from './move-input'
import { isClosed } from '../../job/route'
import { inBore, plugsIn } from '../../job/tally'
import type { PlanBore, Shim, Snapshot, TakenPlan } from '../../job/snapshot'
import type { StageName } from '../../job/stages'

/** The next physical action of a stage that is not measured on the deck: codes and figures, no words. */
export interface StageMove {
  stage: StageName
  action: string
  reason: string
  caution: string | null
  /** Whether one button does it. */
  button: boolean
  cylinder: number | null
  stationDeg: number | null
  /** Lengths end in Mm, angles in Deg; leaves are a pack. */
  figures: Record<string, number | string | number[] | null>
}

/** A move of a stage: by a button unless it says otherwise. */
export function make(stage: StageName, action: string, reason: string, rest: Partial<StageMove> = {}): StageMove {
  return { stage, action, reason, caution: null, button: true, cylinder: null, stationDeg: null, figures: {}, ...rest }
}

/** The one in hand first, then the others round the engine. */
export function inTurn<T extends { cylinder: number }>(all: readonly T[], selected: number): T[] {
  const at = Math.max(
    0,
    all.findIndex((l) => l.cylinder === selected),
  )
  return [...all.slice(at), ...all.slice(0, at)]
}

/** What a ledge still asks for; null where it is measured and clean. */
function ledgeWants(l: LedgeState, stationsDeg: readonly number[], gaugeLive: boolean): StageMove | null {
  const dirt = l.marks.find((m) => m.kind === 'burr' || m.kind === 'old-seal')
  if (dirt)
    return make('counterbores', 'clean-ledge', dirt.kind, {
      cylinder: l.cylinder,
      stationDeg: dirt.atDeg,
      caution: dirt.kind === 'burr' ? 'file' : null,
      figures: { markId: dirt.id },
    })
  if (!l.complete || l.set?.closed?.zeroMoved) {
    const open = l.set?.closed?.zeroMoved
      ? stationsDeg
      : stationsDeg.filter((a) => l.stations.find((s) => s.angleDeg === a)?.valueMm == null)
    const stationDeg = open[0] ?? stationsDeg[0]!
    const reason = l.set?.closed?.zeroMoved ? 'zero-moved' : open.length === stationsDeg.length ? 'first' : 'continue'
    return make('counterbores', 'measure', reason, {
      cylinder: l.cylinder,
      stationDeg,
      caution: reason === 'first' ? 'clean' : null,
      figures: { n: stationsDeg.indexOf(stationDeg) + 1, of: stationsDeg.length },
    })
  }
  if (!l.set?.closed && gaugeLive) return make('counterbores', 'close-zero', 'zero-unchecked', { cylinder: l.cylinder })
  return null
}

/** The next move at the ledges. */
export function ledgeMove(snapshot: Snapshot, selected: number, gaugeLive: boolean): StageMove {
  if (isClosed(snapshot, 'counterbores')) return make('counterbores', 'done', 'closed')
  const turn = inTurn(readLedges(snapshot), selected)
  const waiting = turn.find((l) => ledgeWants(l, snapshot.stationsDeg, gaugeLive) !== null)
  if (waiting) {
    if (waiting === turn[0]) return ledgeWants(waiting, snapshot.stationsDeg, gaugeLive)!
    return make('counterbores', 'next-cylinder', 'next', { cylinder: waiting.cylinder })
  }
  const worn = turn
    .filter((l) => l.judgement?.verdict === 'out')
    .map((l) => l.cylinder)
    .sort((a, b) => a - b)
  return make('counterbores', 'close-stage', worn.length > 0 ? 'some-worn' : 'all-sound', {
    figures: { cylinders: worn.join(', ') },
  })
}

/** The next move over the box of parts. */
export function partsMove(snapshot: Snapshot): StageMove {
  if (isClosed(snapshot, 'parts')) return make('parts', 'done', 'closed')
  const liners = snapshot.liners.filter((l) => l.fitted === null || l.fitted.jobId === snapshot.job.id)
  const bores = snapshot.engine.heads.flat().length
  const measured = liners.filter((l) => partFigures(l) !== null)
  const next = liners.find((l) => partFigures(l) === null)
  if (liners.length === 0) return make('parts', 'add', 'no-liners', { figures: { bores } })
  if (next)
    return make('parts', 'measure', measured.length < bores ? 'too-few-measured' : 'one-left', {
      figures: { label: next.label, partId: next.id, measured: measured.length, bores },
    })
  const odd = [...liners.filter((l) => partFlag(l, 'liner') !== 'good')]
  return make('parts', 'close-stage', odd.length > 0 ? 'some-odd' : 'all-measured', {
    figures: { count: odd.length, labels: odd.map((l) => l.label).join(', '), offMm: oddParts.liner.offMm },
  })
}

/** The plan that is being worked to; null before one is taken. */
export function planInForce(snapshot: Snapshot): TakenPlan | null {
  return [...snapshot.plans].sort((a, b) => a.seq - b.seq).at(-1) ?? null
}

/** The next move where a plan is chosen. */
export function planMove(snapshot: Snapshot): StageMove {
  if (isClosed(snapshot, 'repair-plan')) return make('repair-plan', 'done', 'closed')
  const open = readLedges(snapshot).filter((l) => !l.complete)
  if (open.length > 0)
    return make('repair-plan', 'ledges-first', 'not-measured', {
      figures: { cylinders: open.map((l) => l.cylinder).join(', ') },
    })
  const plan = planInForce(snapshot)
  if (!plan) return make('repair-plan', 'take', 'compare', { button: false })
  return make('repair-plan', 'close-stage', 'taken', {
    figures: {
      school: plan.school,
      cuts: plan.bores.filter((b) => b.cutMm > SLACK_MM).length,
      shims: plan.bores.filter((b) => b.shimMm > SLACK_MM).length,
    },
  })
}

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
  move: StageMove | null
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
): Partial<StageMove> {
  const { minMm, maxMm, aimMm } = snapshot.sheet.limits
  const inside = (liftMm: number) =>
    bareCentreMm - halfLeanMm + liftMm >= minMm - SLACK_MM && bareCentreMm + halfLeanMm + liftMm <= maxMm + SLACK_MM
  const nearest = <T>(all: T[], lift: (t: T) => number) =>
    all
      .filter((t) => inside(lift(t)))
      .sort((a, b) => Math.abs(bareCentreMm + lift(a) - aimMm) - Math.abs(bareCentreMm + lift(b) - aimMm))[0]
  const shim = nearest(freeShims(snapshot), (s) => s.actualMm)
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
  const other = nearest(others, (o) => o.liftMm)
  if (other)
    return {
      reason: 'other-liner',
      button: false,
      figures: { label: other.l.label, expectMm: bareCentreMm + other.liftMm },
    }
  return { reason: 'machine-shop', button: false, caution: 'machine-shop', figures: { wantMm: aimMm - bareCentreMm } }
}

/** What sits in a bore, as a move tells it. */
function stopperOf(snapshot: Snapshot, cylinder: number): Record<string, string | number> {
  const { item, count } = inBore(snapshot, cylinder)!
  return { item, count }
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
  const restMm = !cuts ? 0 : ends ? ends.highMm + wanted.shimMm - plan.targetMm : Math.max(0, wanted.cutMm - takenMm)
  const settled = restMm < Math.max(thinnest(snapshot), (limits.maxMm - limits.minMm) / 6)
  const highMm = ends?.highMm ?? plan.targetMm - wanted.shimMm + restMm
  const passes = cuts && !settled ? passesFor(snapshot.tooling, highMm, restMm).passes : []
  const done = (move: StageMove | null): WorkBore => ({
    cylinder,
    wanted,
    measuredHighMm: ends?.highMm ?? null,
    restMm,
    takenMm,
    depthMm: state.depthMm,
    move,
  })
  const step = (action: string, reason: string, rest: Partial<StageMove> = {}) =>
    done(make('cut', action, reason, { cylinder, ...rest }))
  const plugged = plugsIn(snapshot).includes(cylinder)
  const refit = () =>
    step('refit', lastCut > plan.seq ? 'after-pass' : 'trial', {
      caution: 'clamp',
      figures: {
        linerId: wanted.linerId,
        label: snapshot.liners.find((l) => l.id === wanted.linerId)?.label ?? '',
        turnDeg: wanted.rotationDeg,
        rotation: wanted.rotationDeg,
        torque: limits.holdDownNm,
      },
    })

  const mayMeasure = wanted.linerId === null || placed?.linerId === wanted.linerId
  if (cuts && bore.unmeasured)
    return mayMeasure
      ? step('measure', 'after-pass', {
          caution: 'clamp',
          figures: { expectMm: since.at(-1)?.cut.expectMm ?? 0, torque: limits.holdDownNm },
        })
      : refit()
  if (cuts && !settled) {
    const pass = passes[0]
    if (!pass) return step('blocked', 'no-leaf-thin-enough', { button: false, figures: { restMm } })
    if (limits.maxLedgeDepthMm !== null && state.depthMm + pass.packMm > limits.maxLedgeDepthMm + SLACK_MM) {
      return step('blocked', 'past-max-depth', {
        button: false,
        caution: 'machine-shop',
        figures: { depthMm: state.depthMm, limitMm: limits.maxLedgeDepthMm },
      })
    }
    // The last pass goes by the measured height, not by arithmetic alone.
    if (!ends && pass.kind === 'finish')
      return mayMeasure
        ? step('measure', 'before-last', { caution: 'clamp', figures: { expectMm: highMm, torque: limits.holdDownNm } })
        : refit()
    if (placed?.linerId) return step('liner-out', 'before-pass', { caution: 'heavy' })
    if (!plugged) return step('plug-in', 'chips', { caution: 'tally' })
    return step('cut', ends ? 'measured' : 'arithmetic', {
      caution: 'chips',
      figures: {
        kind: pass.kind,
        leaves: pass.leavesMm,
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
  if (cuts && ends && bareMean !== null && ends.lowMm + wanted.shimMm < limits.minMm - SLACK_MM) {
    return step('too-deep', 'machine-shop', {
      ...afterTooDeep(snapshot, cylinder, bareMean, (ends.highMm - ends.lowMm) / 2),
      cylinder,
    })
  }
  const wantsShim = wanted.shimMm > SLACK_MM
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
        expectMm: (bareMean ?? plan.targetMm - shim.actualMm) + shim.actualMm,
      },
    })
  }
  if (wanted.linerId !== null && placed?.linerId !== wanted.linerId) return refit()
  if (!whole || state.changed || state.set!.seq < plan.seq)
    return step('measure', 'at-the-end', {
      caution: 'clamp',
      figures: { expectMm: state.changed?.expectMm ?? plan.targetMm, torque: limits.holdDownNm },
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
export function cutMove(snapshot: Snapshot, selected: number): StageMove {
  if (isClosed(snapshot, 'cut')) return make('cut', 'done', 'closed')
  const work = readWork(snapshot)
  if (work.length === 0) return make('cut', 'plan-first', 'no-plan')
  const turn = inTurn(work, selected)
  if (turn[0]?.move) return turn[0].move
  const waiting = turn.find((w) => w.move !== null)
  if (waiting) return make('cut', 'next-cylinder', 'next', { cylinder: waiting.cylinder })
  const plugs = plugsIn(snapshot)
  if (plugs[0] !== undefined)
    return make('cut', 'plug-out', 'finished', {
      cylinder: plugs[0],
      caution: 'tally',
      figures: stopperOf(snapshot, plugs[0]),
    })
  return make('cut', 'close-stage', 'all-done')
}
