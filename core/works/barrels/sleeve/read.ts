import { orNull } from '../../../errors'
import { heatWindow, type HeatWindow } from '../../../fit/heat-window'
import type { Snapshot } from '../../../job/snapshot'
import type { PlaneFit } from '../../../measure/fit-plane'
import { planeOf, readFit, standsVerdict } from '../fit/read'
import { entriesAt, lastAt, type BarrelSpot } from '../read-barrels'
import type { BarrelSection } from '../section'

const AMBIENT_C = 20

/** A sleeve on its way in. */
export interface DropState {
  hot: ReturnType<typeof lastAt<'heated'>>
  window: HeatWindow | null
  /** When it drops in no longer; null where it is not hot. */
  dropsUntilAt: string | null
  /** The last try since it was last heated. */
  drop: ReturnType<typeof lastAt<'drops'>>
  home: boolean
  flange: ReturnType<typeof lastAt<'flanges'>>
  plane: PlaneFit | null
  stands: 'in' | 'near' | 'proud' | 'sunk' | null
  pinned: boolean
}

/** How far a sleeve is in its barrel. */
export function readDrop(snapshot: Snapshot, spot: BarrelSpot): DropState {
  const { of, place } = spot
  const { interferenceMm } = readFit(snapshot, spot)
  const hot = lastAt(snapshot, 'heated', place)
  const drop = lastAt(snapshot, 'drops', place, hot?.seq ?? Infinity)
  const shrinkMm = hot ? of.sleeve.expansionPerC * of.sleeve.outerMm * (hot.ambientC - hot.sleeveC) : 0
  const window =
    hot && interferenceMm !== null
      ? orNull(() =>
          heatWindow({
            massKg: of.oven.massKg,
            heatCapacityJPerKgC: of.oven.heatCapacityJPerKgC,
            filmWPerM2C: of.oven.filmWPerM2C,
            areaM2: of.oven.areaM2,
            ambientC: hot.ambientC,
            partC: hot.ovenC,
            // A chilled sleeve is smaller for as long as it stays cold.
            interferenceMm: interferenceMm - shrinkMm,
            slipClearanceMm: of.oven.slipClearanceMm,
            expansionPerC: of.barrel.expansionPerC,
            interfaceMm: of.sleeve.outerMm,
          }),
        )
      : null
  const home = drop?.home === true
  const lapped = lastAt(snapshot, 'lapped', place)
  const flange = lastAt(snapshot, 'flanges', place, home ? Math.max(drop!.seq, lapped?.seq ?? -1) : Infinity)
  const plane = flange ? planeOf(flange.edgesMm, of.sleeve.flangeOuterMm) : null
  const standsBy = () => {
    const edges = flange!.edgesMm.map((mm) => standsVerdict(of, mm, flange!.uncertaintyMm))
    if (edges.includes('shallow')) return 'proud' as const
    return edges.includes('deep') ? ('sunk' as const) : edges.includes('near') ? ('near' as const) : ('in' as const)
  }
  return {
    hot,
    window,
    dropsUntilAt:
      hot && window?.secondsToSlip != null
        ? new Date(Date.parse(hot.at) + window.secondsToSlip * 1000).toISOString()
        : null,
    drop,
    home,
    flange,
    plane,
    stands: flange ? standsBy() : null,
    pinned: lastAt(snapshot, 'pins', place, drop?.seq ?? Infinity) !== null,
  }
}
/** How warm a barrel is by now, out of the oven in still air; null where none is hot. */
export function barrelNowC({ hot, window, home }: DropState, nowMs: number): number | null {
  if (!hot || !window || home) return null
  const seconds = Math.max(0, (nowMs - Date.parse(hot.at)) / 1000)
  return hot.ambientC + (hot.ovenC - hot.ambientC) * Math.exp(-seconds / window.timeConstantS)
}
/** The gap between barrel and sleeve at a temperature of the barrel; below nought it grips. mm */
export const dropGapMm = (of: BarrelSection, interferenceMm: number, barrelC: number, sleeveC = AMBIENT_C): number =>
  of.sleeve.outerMm *
    (of.barrel.expansionPerC * (barrelC - AMBIENT_C) - of.sleeve.expansionPerC * (sleeveC - AMBIENT_C)) -
  interferenceMm

/** How often it was tried hot. */
export const heatsOf = (snapshot: Snapshot, place: string): number => entriesAt(snapshot, 'heated', place).length
