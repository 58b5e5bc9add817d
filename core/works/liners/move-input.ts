import type { Deck } from './deck'
import type { NextMoveInput } from './deck-move-input'
import { isClosed } from '../../job/route'
import { roomForShim } from './rings'
import { shimmedSpec } from './windows'
import type { Shim, Snapshot } from '../../job/snapshot'

/** Shims that may go into this job: on the shelf, nowhere fitted. */
export function freeShims(snapshot: Snapshot): Shim[] {
  return snapshot.shims.filter((s) => s.fitted === null)
}

/**
 * The shim nearest to a thickness, mm, among the free ones and the one that lies in this
 * cylinder; null where there is none.
 */
export function shimOfThickness(snapshot: Snapshot, thicknessMm: number, cylinder: number | null): Shim | null {
  const here = (s: Shim) => s.fitted?.jobId === snapshot.job.id && s.fitted.cylinder === cylinder
  const usable = snapshot.shims.filter((s) => s.fitted === null || here(s))
  const byFit = usable.sort((a, b) => Math.abs(a.actualMm - thicknessMm) - Math.abs(b.actualMm - thicknessMm))
  return byFit[0] ?? null
}

/** The state of a deck as `next-move` asks for it. */
export function moveInput(snapshot: Snapshot, deck: Deck, selected: number | null, gaugeLive: boolean): NextMoveInput {
  const { limits } = snapshot.sheet
  return {
    stage: deck.stage,
    closed: isClosed(snapshot, deck.stage),
    selected,
    gaugeLive,
    heads: snapshot.engine.heads,
    stationsDeg: snapshot.stationsDeg,
    spec: { ...limits, shimmed: shimmedSpec(snapshot.sheet) },
    shop: { ...snapshot.tooling, shimStockMm: freeShims(snapshot).map((s) => s.actualMm) },
    cylinders: deck.cylinders.map((c) => ({
      cylinder: c.cylinder,
      readings: c.stations.flatMap((s) =>
        s.valueMm === null ? [] : [{ angleDeg: s.angleDeg, valueMm: s.valueMm, repeats: s.readings.length }],
      ),
      uncertaintyMm: c.uncertaintyMm,
      set: c.set === null ? 'none' : c.set.closed ? 'closed' : 'open',
      zeroMoved: c.set?.closed?.zeroMoved ?? false,
      changed: c.changed ? { kind: c.changed.kind, expectMm: c.changed.expectMm } : null,
      shimInMm: c.shimIn?.thicknessMm ?? 0,
      noShim: !roomForShim(snapshot, c.cylinder),
      depthMm: c.depthMm,
      frettingMm: deck.stage === 'trial-fit' ? c.frettingMm : 0,
    })),
  }
}
