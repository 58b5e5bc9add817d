import { z } from 'zod'
import { id } from '../../job/base'
import { placeCode } from '../../job/place'
import { angleOf, lengthOf, temperatureOf } from '../../figure-types'
import { lengthFromZeroMm } from '../../schema'
import { stageEntry as entry } from '../kind'

const words = z.string().max(300).default('')
const at = { place: placeCode }
/** What a figure was measured with: the gauge and what it can tell. */
const by = { gaugeId: id.nullable(), uncertaintyMm: lengthFromZeroMm }
/** No barrel, sleeve or piston is smaller or larger across. */
const acrossMm = lengthOf({ least: 10, most: 1000, by: ['bore'] })
const outsideMm = lengthOf({ least: 10, most: 1000, by: ['outside'] })
const partC = temperatureOf({ least: -40, most: 200 })
/** Depths from the top, each in two directions, by a bore gauge that was set by a master, with the part as warm as it was. */
const bySet = {
  levels: z
    .array(
      z.strictObject({
        depthMm: lengthOf({ least: 0, most: 2000, by: ['rule'], rough: true }),
        thrustMm: acrossMm,
        alongMm: acrossMm,
      }),
    )
    .min(1)
    .max(12),
  partC,
  masterMm: acrossMm,
  ...by,
}
/** A bore at two places, as warm as the part was. */
const bore = { boreMm: z.tuple([acrossMm, acrossMm]), partC, ...by }
/** How a seat or a flange lies round its edge, four stations, below the top or above it. */
const edgesMm = z.array(lengthOf({ least: -50, most: 50, by: ['depth'] })).length(4)

export const wallLooks = ['sound', 'old-marks', 'scored'] as const
export type WallLook = (typeof wallLooks)[number]
export const barrelWays = ['keep', 'oversize', 'sleeve', 'new'] as const
export type BarrelWay = (typeof barrelWays)[number]
export const pinSchools = ['pin', 'trust'] as const
export type PinSchool = (typeof pinSchools)[number]
export const clearanceSchools = ['maker', 'hot'] as const
export type ClearanceSchool = (typeof clearanceSchools)[number]
export const stockSchools = ['small', 'generous'] as const
export type StockSchool = (typeof stockSchools)[number]
export const readySteps = ['edges', 'washed', 'oiled'] as const
export type ReadyStep = (typeof readySteps)[number]

/** Entries of the work on barrels. */
export const kinds = {
  'measure-barrel': entry('measured', 'measuredId', 'barrel-measure', {
    ...at,
    ...bySet,
    wall: z.enum(wallLooks),
    words,
  }),
  'decide-barrel': entry('decided', 'decidedId', 'barrel-measure', { ...at, way: z.enum(barrelWays) }, true),
  'measure-sleeve': entry('sleeves', 'sleeveId', 'barrel-fit', {
    ...at,
    outerMm: z.tuple([outsideMm, outsideMm]),
    innerMm: acrossMm,
    flangeMm: lengthOf({ least: 0.1, most: 100, by: ['outside', 'depth'] }),
    ...by,
  }),
  /** The barrel bored for its sleeve, measured after each cut; the first is as it is. */
  'bore-barrel': entry('bored', 'boredId', 'barrel-fit', { ...at, ...bore }),
  /** The seat of the flange, its depth at four stations. */
  'cut-seat-ring': entry('rings', 'ringId', 'barrel-fit', { ...at, edgesMm, ...by }),
  'choose-pin': entry('pinChoices', 'pinChoiceId', 'barrel-fit', { ...at, school: z.enum(pinSchools) }, true),
  /** Ports lined up by marks before it is hot. */
  'mark-ports': entry('portMarks', 'portMarkId', 'barrel-fit', at, true),
  /** Out of the oven: its clock runs from here. */
  'barrel-hot': entry(
    'heated',
    'heatedId',
    'barrel-sleeve',
    {
      ...at,
      ovenC: temperatureOf({ least: 0, most: 400 }),
      ambientC: temperatureOf({ least: -40, most: 60 }),
      sleeveC: temperatureOf({ least: -200, most: 200 }),
    },
    true,
  ),
  /** Dropped in: home all round, or stuck on the way. */
  'sleeve-drops': entry('drops', 'dropId', 'barrel-sleeve', { ...at, home: z.boolean() }, true),
  /** Cold: how its flange stands above the top at four stations, and whether a port stands in the stream. */
  'flange-stands': entry('flanges', 'flangeId', 'barrel-sleeve', {
    ...at,
    edgesMm,
    portsClear: z.boolean(),
    ...by,
  }),
  /** A torque plate on the top of the barrel, as its head will be. */
  'plate-on': entry('platesOn', 'plateId', 'barrel-bore', at, true),
  'lap-top': entry('lapped', 'lapId', 'barrel-sleeve', at, true),
  'pin-in': entry('pins', 'pinId', 'barrel-sleeve', at, true),
  'plan-bore': entry(
    'borePlans',
    'borePlanId',
    'barrel-bore',
    { ...at, clearance: z.enum(clearanceSchools), stock: z.enum(stockSchools) },
    true,
  ),
  /** The bore measured cold: as it is, after a cut, after a step of the stone. */
  'bore-cut': entry('cuts', 'barrelCutId', 'barrel-bore', { ...at, ...bore }),
  'hone-step': entry('hones', 'honeId', 'barrel-bore', { ...at, ...bore }),
  'finish-bore': entry('finished', 'finishedId', 'barrel-bore', {
    ...at,
    ...bySet,
    marksLeft: z.boolean(),
    crosshatchDeg: angleOf({ least: 0, most: 179 }),
    words,
  }),
  'ready-step': entry('readied', 'readiedId', 'barrel-ready', { ...at, step: z.enum(readySteps) }, true),
}
