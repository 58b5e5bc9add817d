import { boreAndHone, type BoreAndHone } from '../../../barrel/bore-and-hone'
import { judgeBore, type JudgedBore } from '../../../barrel/judge-bore'
import { runClearance, type RunClearance } from '../../../barrel/run-clearance'
import { orNull } from '../../../errors'
import type { Snapshot } from '../../../job/snapshot'
import { clearanceSchools, stockSchools, type ClearanceSchool, type StockSchool } from '../kinds'
import { boreAt20, lastAt, readWorn, type BarrelSpot } from '../read-barrels'

const AMBIENT_C = 20
/** The least that a boring bar is set to, on the diameter, mm. */
const LEAST_CUT_MM = 0.002

/** The piston that goes into a barrel: a sleeve is bored to the first size, an oversize to its own. mm */
export function pistonMm(snapshot: Snapshot, spot: BarrelSpot): number {
  const { way, oversizeMm } = readWorn(snapshot, spot)
  return spot.of.piston.pistonMm + (way === 'oversize' ? (oversizeMm ?? 0) : 0)
}
/** What the wall that is bored grows by: a sleeve's own metal, or the barrel's. */
export function wallExpansionPerC(snapshot: Snapshot, spot: BarrelSpot): number {
  return readWorn(snapshot, spot).way === 'sleeve' ? spot.of.sleeve.expansionPerC : spot.of.barrel.expansionPerC
}
export const clearanceOf = ({ of: { piston } }: BarrelSpot, school: ClearanceSchool): number =>
  school === 'maker' ? piston.clearanceMm : piston.hotClearanceMm
export const stockOf = ({ of: { finish } }: BarrelSpot, school: StockSchool): number =>
  school === 'small' ? finish.smallStockMm : finish.generousStockMm

/** Cuts, stone and crosshatch from a bore to its piston, by two schools. */
export const boreBy = (
  snapshot: Snapshot,
  spot: BarrelSpot,
  boreNowMm: number,
  clearance: ClearanceSchool,
  stock: StockSchool,
): BoreAndHone | null =>
  orNull(() =>
    boreAndHone({
      pistonMm: pistonMm(snapshot, spot),
      clearanceMm: clearanceOf(spot, clearance),
      honeStockMm: stockOf(spot, stock),
      boreNowMm,
      maxCutOnDiameterMm: spot.of.finish.maxCutMm,
      // One that is set above what a cut takes is no lighter than that.
      finishCutMm: Math.min(spot.of.finish.finishCutMm ?? 0, spot.of.finish.maxCutMm),
      strokesPerMinute: spot.of.finish.strokesPerMinute,
      strokeLengthMm: spot.of.finish.strokeLengthMm,
      rpm: spot.of.finish.rpm,
      wantedCrosshatchDeg: spot.of.finish.crosshatchDeg,
      boringMarksMm: spot.of.finish.boringMarksMm,
      marksFactor: spot.of.finish.marksFactor,
    }),
  )
/** What a clearance leaves when all of it runs hot. */
export const hotBy = (snapshot: Snapshot, spot: BarrelSpot, clearanceMm: number): RunClearance | null => {
  const piston = pistonMm(snapshot, spot)
  return orNull(() =>
    runClearance({
      boreMm: piston + clearanceMm,
      pistonMm: piston,
      boreExpansionPerC: wallExpansionPerC(snapshot, spot),
      pistonExpansionPerC: spot.of.piston.expansionPerC,
      measuredAtC: AMBIENT_C,
      boreC: spot.of.barrel.runsC,
      pistonC: spot.of.piston.runsC,
      hotMinMm: spot.of.piston.hotMinMm,
    }),
  )
}

/** A bore on its way to its piston. Lengths mm at 20 °C. */
export interface BoreState {
  /** A torque plate is wanted and not on since the sleeve went in. */
  plateOff: boolean
  /** The cut that is next, on the diameter; nought where nothing is bored. */
  cutMm: number
  plan: ReturnType<typeof lastAt<'borePlans'>>
  /** What the figures ask for: the maker's clearance where it leaves enough hot, the small stock where it takes the marks. */
  asks: { clearance: ClearanceSchool; stock: StockSchool }
  clearance: ClearanceSchool
  stock: StockSchool
  /** Every school's figures, from the bore as it is now, or as it will first be. */
  schools: {
    clearances: { school: ClearanceSchool; clearanceMm: number; hot: RunClearance | null }[]
    stocks: { school: StockSchool; stockMm: number; bore: BoreAndHone | null }[]
  }
  boreNowMm: number | null
  bore: BoreAndHone | null
  hot: RunClearance | null
  /** Left for the stone; nought and less where it is there. */
  honeLeftMm: number | null
  finished: ReturnType<typeof lastAt<'finished'>>
  judged: JudgedBore | null
  sizeVerdict: 'in' | 'small' | 'large' | null
}

/** How far the bore of a barrel is. */
export function readBore(snapshot: Snapshot, spot: BarrelSpot): BoreState {
  const { of, place } = spot
  const plan = lastAt(snapshot, 'borePlans', place)
  const since = lastAt(snapshot, 'drops', place)?.seq ?? -1
  const cut = lastAt(snapshot, 'cuts', place, since)
  const hone = lastAt(snapshot, 'hones', place, since)
  const last = cut && hone ? (cut.seq > hone.seq ? cut : hone) : (hone ?? cut)
  const expansionPerC = wallExpansionPerC(snapshot, spot)
  const boreNowMm = last ? boreAt20(last, expansionPerC) : null
  // Before it is measured a sleeve is as small as it came.
  const worn = readWorn(snapshot, spot)
  const startMm =
    boreNowMm ?? (worn.way === 'sleeve' ? of.sleeve.innerMm : (worn.judged?.largestMm ?? of.barrel.boreMm))
  const clearances = clearanceSchools.map((school) => {
    const clearanceMm = clearanceOf(spot, school)
    return { school, clearanceMm, hot: hotBy(snapshot, spot, clearanceMm) }
  })
  const clearanceAsked = clearances.find((c) => c.hot?.enough)?.school ?? 'hot'
  const clearance = plan?.clearance ?? clearanceAsked
  const stocks = stockSchools.map((school) => ({
    school,
    stockMm: stockOf(spot, school),
    bore: boreBy(snapshot, spot, startMm, clearance, school),
  }))
  const stockAsked = stocks.find((s) => s.bore?.marksGone)?.school ?? 'generous'
  const stock = plan?.stock ?? stockAsked
  const bore = boreNowMm === null ? null : boreBy(snapshot, spot, boreNowMm, clearance, stock)
  const finished = lastAt(snapshot, 'finished', place, last?.seq ?? Infinity)
  const finishMm = bore?.finishMm ?? pistonMm(snapshot, spot) + clearanceOf(spot, clearance)
  const judged = finished
    ? judgeBore({
        levels: finished.levels,
        partC: finished.partC,
        expansionPerC,
        newMm: finishMm,
        maxMm: finishMm + of.finish.finishTolMm,
        taperMaxMm: of.barrel.taperMaxMm,
        outOfRoundMaxMm: of.barrel.outOfRoundMaxMm,
        pistonMm: pistonMm(snapshot, spot),
        uncertaintyMm: finished.uncertaintyMm,
      })
    : null
  const sizeOf = (j: JudgedBore) => {
    if (j.verdicts.size === 'out') return 'large' as const
    return j.smallestMm < finishMm - of.finish.finishTolMm - finished!.uncertaintyMm
      ? ('small' as const)
      : ('in' as const)
  }
  const nextCutMm = bore ? (bore.boringCuts === 1 ? (bore.lastCutMm ?? bore.cutEachMm) : bore.cutEachMm) : 0
  return {
    plateOff: of.finish.torquePlate && lastAt(snapshot, 'platesOn', place, since) === null,
    // Nobody sets a bar to less: what is left then is the stone's.
    cutMm: nextCutMm < LEAST_CUT_MM ? 0 : nextCutMm,
    plan,
    asks: { clearance: clearanceAsked, stock: stockAsked },
    clearance,
    stock,
    schools: { clearances, stocks },
    boreNowMm,
    bore,
    hot: clearances.find((c) => c.school === clearance)?.hot ?? null,
    honeLeftMm: boreNowMm === null ? null : finishMm - boreNowMm,
    finished,
    judged,
    sizeVerdict: judged ? sizeOf(judged) : null,
  }
}

/** The size a bore is to end at. mm */
export const finishMmOf = (snapshot: Snapshot, spot: BarrelSpot, { bore, clearance }: BoreState): number =>
  bore?.finishMm ?? pistonMm(snapshot, spot) + clearanceOf(spot, clearance)

/** Whether a finished bore may run. */
export const finishStands = ({ judged, sizeVerdict, finished }: BoreState): boolean =>
  judged !== null &&
  sizeVerdict === 'in' &&
  judged.verdicts.taper !== 'out' &&
  judged.verdicts.round !== 'out' &&
  !finished!.marksLeft
