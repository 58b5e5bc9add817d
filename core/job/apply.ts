import { latest } from './order'
import { packThicknessMm } from '../liner/pack'
import { gaugeUncertaintyMm, uncertaintyByRuleMm } from '../measure/uncertainty'
import { SLACK_MM } from '../schema'
import { SIGNATURE_VERSION } from './signature-version'
import type { JobAct } from './acts'
import { addEntry, strikeEntry } from './entries'
import { standingOf } from './stations'
import type { Placement, Snapshot } from './snapshot'

/** Whether a zero that came back at `zeroMm` has moved more than the gauge's uncertainty explains. */
export function zeroMoved(zeroMm: number | null, gaugeUncertainty: number): boolean {
  return zeroMm !== null && Math.abs(zeroMm) > gaugeUncertainty + SLACK_MM
}

/** An act with what surrounds it: who, when, and its place in the order of acts. */
export interface Occasion {
  seq: number
  at: string
  personId: string
}

function addOnce<T>(rows: readonly T[], row: T, same: (other: T) => boolean): T[] {
  return rows.some(same) ? [...rows] : [...rows, row]
}

/** A row struck out, once; the others as they are. */
function strike<T extends { id: string; struck: { personId: string; at: string; reason: string } | null }>(
  rows: readonly T[],
  id: string,
  as: NonNullable<T['struck']>,
): T[] {
  return rows.map((row) => (row.id === id && !row.struck ? { ...row, struck: as } : row))
}

/** What was given, without what was left out. */
function given<T extends object>(of: T): { [K in keyof T]: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]: Exclude<T[K], undefined>
  }
}

/** Liners as they stand in this job after what was placed and pulled. */
function lieLiners(snapshot: Snapshot): Snapshot['liners'] {
  const inHere = new Map<string, number>()
  for (const cylinder of snapshot.engine.heads.flat()) {
    const standing = linerIn(snapshot, cylinder)
    if (standing?.linerId) inHere.set(standing.linerId, cylinder)
  }
  const jobId = snapshot.job.id
  return snapshot.liners.map((l) => {
    const cylinder = inHere.get(l.id)
    if (cylinder !== undefined) return { ...l, fitted: { jobId, cylinder } }
    return l.fitted?.jobId === jobId ? { ...l, fitted: null } : l
  })
}

/** The latest placement in a bore: which liner stands in it, or that it was taken out or pulled since; null where none was recorded. */
export function linerIn(snapshot: Pick<Snapshot, 'placements' | 'pulls'>, cylinder: number): Placement | null {
  const placed = latest(snapshot.placements.filter((p) => p.cylinder === cylinder))
  if (!placed) return null
  const pulled = standingOf(snapshot.pulls, cylinder).some((p) => p.seq > placed.seq)
  return pulled ? { ...placed, linerId: null } : placed
}

/** Shims as they lie after what was fitted in this job. */
function lieShims(snapshot: Snapshot): Snapshot {
  const inHere = new Map<string, number>()
  const fits = snapshot.shimFits.filter((f) => f.struck === null)
  const cuts = snapshot.cuts.filter((c) => c.struck === null)
  for (const cylinder of snapshot.engine.heads.flat()) {
    const last = latest(fits.filter((f) => f.cylinder === cylinder))
    const cutAfter = cuts.some((c) => c.cylinder === cylinder && last && c.seq > last.seq)
    if (last?.shimId && !cutAfter) inHere.set(last.shimId, cylinder)
  }
  const jobId = snapshot.job.id
  const shims = snapshot.shims.map((s) => {
    const cylinder = inHere.get(s.id)
    if (cylinder !== undefined) return { ...s, fitted: { jobId, cylinder } }
    return s.fitted?.jobId === jobId ? { ...s, fitted: null } : s
  })
  return { ...snapshot, shims }
}

/** Shims and liners as they lie by what was fitted and placed in this job. */
export function lieParts(snapshot: Snapshot): Snapshot {
  return { ...lieShims(snapshot), liners: lieLiners(snapshot) }
}

/**
 * The snapshot after an act, as the server will have it too. Carrying out the same act
 * twice changes nothing; an act on something unknown changes nothing.
 */
export function applyAct(snapshot: Snapshot, act: JobAct, occasion: Occasion): Snapshot {
  const { seq, at, personId } = occasion
  const by = { personId, at }
  switch (act.what) {
    case 'open-set': {
      const gauge = snapshot.gauges.find((g) => g.id === act.gaugeId)
      if (!gauge) return snapshot
      const { what: _, setId, ...rest } = act
      const set = {
        masterMm: null,
        place: null,
        clampNm: null,
        id: setId,
        seq,
        ...by,
        ...given(rest),
        sheetId: snapshot.sheet.id,
        rule: snapshot.rule,
        uncertaintyMm: uncertaintyByRuleMm(snapshot.rule, gauge),
        closed: null,
        struck: null,
      }
      return { ...snapshot, sets: addOnce(snapshot.sets, set, (s) => s.id === setId) }
    }
    case 'take-reading': {
      const { what: _, readingId, ...rest } = act
      return {
        ...snapshot,
        readings: addOnce(
          snapshot.readings,
          { id: readingId, seq, ...by, ...rest, struck: null },
          (r) => r.id === readingId,
        ),
      }
    }
    case 'strike-reading': {
      return { ...snapshot, readings: strike(snapshot.readings, act.readingId, { ...by, reason: act.reason }) }
    }
    case 'hand-over': {
      const { readings } = snapshot
      const given = act.readings.flatMap(({ readingId, newId }) => {
        const reading = readings.find((r) => r.id === readingId && r.setId === act.setId && !r.struck)
        return reading && !readings.some((r) => r.id === newId) ? [{ ...reading, id: newId, seq, ...by }] : []
      })
      const struck = act.readings.reduce(
        (rows, { readingId }) => strike(rows, readingId, { ...by, reason: 'handed-over' }),
        readings,
      )
      return { ...snapshot, readings: [...struck, ...given] }
    }
    case 'strike-set':
      return { ...snapshot, sets: strike(snapshot.sets, act.setId, { ...by, reason: act.reason }) }
    case 'close-set':
    case 'close-sets': {
      const ids = act.what === 'close-set' ? [act.setId] : act.setIds
      const sets = snapshot.sets.map((s) => {
        if (!ids.includes(s.id) || s.closed) return s
        const gauge = snapshot.gauges.find((g) => g.id === s.gaugeId)
        const u = gauge ? gaugeUncertaintyMm(gauge.repeatabilityMm, gauge.resolutionMm) : s.uncertaintyMm
        return { ...s, closed: { ...by, zeroMm: act.zeroMm, zeroMoved: zeroMoved(act.zeroMm, u) } }
      })
      return { ...snapshot, sets }
    }
    case 'reopen-sets':
      return {
        ...snapshot,
        sets: snapshot.sets.map((s) => (act.setIds.includes(s.id) ? { ...s, closed: null } : s)),
      }
    case 'cut-pass': {
      const { what: _, cutId, ...rest } = act
      const cut = {
        biasMm: snapshot.tooling.cutterBiasMm,
        unmeasured: '',
        id: cutId,
        seq,
        ...by,
        ...given(rest),
        packMm: packThicknessMm(act.leavesMm),
        struck: null,
      }
      return lieShims({ ...snapshot, cuts: addOnce(snapshot.cuts, cut, (c) => c.id === cutId) })
    }
    case 'strike-cut': {
      return lieShims({ ...snapshot, cuts: strike(snapshot.cuts, act.cutId, { ...by, reason: act.reason }) })
    }
    case 'fit-shim': {
      const shim = snapshot.shims.find((s) => s.id === act.shimId)
      const { what: _, fitId, ...rest } = act
      const fit = { id: fitId, seq, ...by, ...rest, thicknessMm: shim?.actualMm ?? 0, struck: null }
      return lieShims({ ...snapshot, shimFits: addOnce(snapshot.shimFits, fit, (f) => f.id === fitId) })
    }
    case 'strike-shim': {
      return lieShims({ ...snapshot, shimFits: strike(snapshot.shimFits, act.fitId, { ...by, reason: act.reason }) })
    }
    case 'end-as-it-stands':
    case 'close-stage':
    case 'reopen-stage': {
      const ends = act.what === 'end-as-it-stands'
      const closure = {
        seq,
        ...by,
        stage: ends ? ('record' as const) : act.stage,
        closes: act.what !== 'reopen-stage',
        note: ends ? act.why : act.note,
        ...(ends ? { ended: act.open.map((o) => ({ ...o, stage: o.stage ?? null })) } : {}),
        hash: '',
        sealVersion: SIGNATURE_VERSION,
        storedAt: null,
        kept: null,
        judged: null,
      }
      return { ...snapshot, closures: addOnce(snapshot.closures, closure, (c) => c.seq === seq) }
    }
    case 'adopt-sheet': {
      const sheet = snapshot.sheets.find((s) => s.id === act.sheetId)
      return sheet ? { ...snapshot, sheet } : snapshot
    }
    case 'strike-wear':
      return { ...snapshot, wearMarks: strike(snapshot.wearMarks, act.markId, { ...by, reason: act.reason }) }
    case 'place-liner': {
      const { what: _, placementId, ...rest } = act
      const placements = addOnce(
        snapshot.placements,
        { id: placementId, seq, ...by, ...rest },
        (p) => p.id === placementId,
      )
      return lieParts({ ...snapshot, placements })
    }
    case 'take-plan': {
      const { what: _, planId, ...rest } = act
      return {
        ...snapshot,
        plans: addOnce(snapshot.plans, { id: planId, seq, ...by, ...given(rest) }, (p) => p.id === planId),
      }
    }
    case 'strike-entry':
      return lieParts(strikeEntry(snapshot, act.entryId, { ...by, reason: act.reason }))
    case 'log-pull':
      // What is pulled stands in its bore no longer.
      return lieParts(addEntry(snapshot, act, occasion))
    case 'change-job': {
      const { what: _, ...change } = act
      return { ...snapshot, job: { ...snapshot.job, ...given(change) } }
    }
    case 'archive-job':
      return { ...snapshot, job: { ...snapshot.job, archived: act.archived } }
    default:
      return addEntry(snapshot, act, occasion)
  }
}
