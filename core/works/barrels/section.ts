import { z } from 'zod'
import { expansionPerC, poisson } from '../../fit/rings'
import { placeCode } from '../../job/place'
import { friction, lengthFromZeroMm, stressMPa, temperatureC, thicknessMm, windowMm } from '../../schema'

const rate = z.number().gt(0).max(1e6)
const metal = { modulusMPa: stressMPa, poisson, yieldMPa: stressMPa, expansionPerC }

/** The barrels themselves: aluminium or iron, alike on one unit. Diameters mm at 20 °C. */
const barrel = z.strictObject({
  boreMm: thicknessMm,
  /** The largest a bore may be worn with its own piston. */
  wornMaxMm: thicknessMm,
  taperMaxMm: lengthFromZeroMm,
  outOfRoundMaxMm: lengthFromZeroMm,
  /** Pistons there are, larger by so much. */
  oversizesMm: z.array(thicknessMm).max(6),
  /** What a bore needs beyond its largest reading to be round and clean again. */
  cleanUpMm: lengthFromZeroMm,
  outerMm: thicknessMm,
  lengthMm: thicknessMm,
  ...metal,
  /** How hot it runs. */
  runsC: temperatureC,
})
const piston = z.strictObject({
  pistonMm: thicknessMm,
  expansionPerC,
  runsC: temperatureC,
  /** What must be left hot, on the diameter. */
  hotMinMm: lengthFromZeroMm,
  /** The maker's clearance, and the wider one for hot use. */
  clearanceMm: lengthFromZeroMm,
  hotClearanceMm: lengthFromZeroMm,
})
const sleeve = z.strictObject({
  outerMm: thicknessMm,
  /** Its bare bore, small on purpose. */
  innerMm: thicknessMm,
  flangeMm: thicknessMm,
  flangeOuterMm: thicknessMm,
  ...metal,
  interference: windowMm,
  friction,
  /** What rough peaks lose when it is shrunk in. */
  smoothingMm: lengthFromZeroMm,
  /** How its flange may stand above the barrel's top: below nought is sunk. */
  proud: windowMm,
  /** What it is chilled to; null where it goes in as warm as the shop. */
  chillC: temperatureC.nullable(),
})
const oven = z.strictObject({
  maxHeatC: temperatureC,
  slipClearanceMm: lengthFromZeroMm,
  massKg: z.number().gt(0).max(1000),
  heatCapacityJPerKgC: z.number().gt(0).max(1e5),
  filmWPerM2C: z.number().gt(0).max(1e5),
  areaM2: z.number().gt(0).max(100),
})
const finish = z.strictObject({
  /** The most a cut takes on the diameter. */
  maxCutMm: thicknessMm,
  /** How light the last cut is, on the diameter; null where the sheet wants none. */
  finishCutMm: thicknessMm.nullable().default(null),
  /** Whether it is honed under load, a torque plate on its top. */
  torquePlate: z.boolean().default(false),
  /** Boring marks, peak to valley, and how many times them the stone takes a side. */
  boringMarksMm: lengthFromZeroMm,
  marksFactor: z.number().min(0).max(1000),
  /** Left for the stone on the diameter, by the two schools. */
  smallStockMm: thicknessMm,
  generousStockMm: thicknessMm,
  /** What a step of the stone takes before it is measured. */
  stoneMm: thicknessMm,
  /** How near the finished size must be. */
  finishTolMm: lengthFromZeroMm,
  strokesPerMinute: rate,
  strokeLengthMm: thicknessMm,
  rpm: rate,
  crosshatchDeg: z.number().gt(0).lt(180),
})
/** What a way costs and how long it lasts, as the shop reckons. */
const cost = z.strictObject({ money: z.number().min(0).max(1e7), lastsH: z.number().min(0).max(1e6) })

/** What the sheet says of barrels that get a sleeve shrunk in. */
export const section = z.strictObject({
  names: z.array(z.string().trim().min(1).max(60)).min(1).max(12),
  barrel,
  piston,
  sleeve,
  oven,
  /** A pin at the seam of the flange against turning; null where there is no room for one. */
  pin: z.strictObject({ pinMm: thicknessMm, depthMm: thicknessMm, leastWallMm: lengthFromZeroMm }).nullable(),
  finish,
  costs: z.strictObject({ oversize: cost, sleeve: cost, barrel: cost }),
  /** The joint of its studs, by its code among the fasteners; null where the sheet does not say. */
  joint: placeCode.nullable(),
})
export type BarrelSection = z.infer<typeof section>
