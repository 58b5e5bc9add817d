import { z } from 'zod'
import { id } from '../../job/base'
import { placeCode } from '../../job/place'
import { angleOf, lengthOf, numberOf, temperatureOf } from '../../figure-types'
import { angleDeg, lengthFromZeroMm, lengthMm, mark } from '../../schema'
import { kind } from '../kind'
import { lipWays, outsideWays } from './section'

const words = z.string().max(300).default('')
const at = { place: placeCode }
/** What a figure was measured with: the gauge and what it can tell. */
const by = { gaugeId: id.nullable(), uncertaintyMm: lengthFromZeroMm }
const turnedDeg = angleOf({ least: -360, most: 720 })
/** Across a hub, a nose or a seal: none is smaller or larger. */
const hubMm = lengthOf({ least: 5, most: 600, by: ['bore'] })
const noseMm = lengthOf({ least: 5, most: 600, by: ['outside'] })
const sealMm = lengthOf({ least: 5, most: 600, by: ['outside'] })
/** How far something stands behind a face, or out of it. */
const depthMm = lengthOf({ least: -500, most: 500, by: ['depth'] })
const trackMm = lengthOf({ least: 0, most: 500, by: ['rule', 'depth'] })
/** A dial at a station. */
const station = z.strictObject({
  angleDeg: angleOf({ least: 0, most: 360 }),
  valueMm: lengthOf({ least: -50, most: 50, by: ['dial'] }),
})
const sweep = z.array(station).min(3).max(36)
const stepMm = lengthOf({ least: -20, most: 20, by: ['feeler', 'depth'] })

export const freeSteps = ['marked', 'studs', 'off'] as const
export type FreeStep = (typeof freeSteps)[number]
export const mountSteps = ['clean', 'on', 'tight'] as const
export type MountStep = (typeof mountSteps)[number]
export const faceLooks = ['sound', 'heat-checked', 'cracked'] as const
export const teethLooks = ['sound', 'worn', 'broken'] as const
export const flywheelSurfaces = ['face', 'bore'] as const
export type FlywheelSurface = (typeof flywheelSurfaces)[number]
export const rubberLooks = ['sound', 'cracked', 'bulged'] as const
export const removalWays = ['hook', 'screws', 'puller'] as const
export type RemovalWay = (typeof removalWays)[number]
export const trackFeels = ['none', 'felt', 'catches'] as const
export const coverSteps = ['clean', 'sealant', 'snug', 'tight'] as const
export type CoverStep = (typeof coverSteps)[number]
export const centringWays = ['tool', 'damper', 'dial'] as const
export type CentringWay = (typeof centringWays)[number]
/** A flange-bolted damper slides on by design. */
export const onSchools = ['heat', 'screw', 'slide'] as const
export type OnSchool = (typeof onSchools)[number]

/** Entries of the work at the ends of the crank. */
export const kinds = {
  /** The old damper looked at: index lines, rim, rubber. */
  'judge-damper': kind({
    rows: 'dampers',
    key: 'damperId',
    strikes: true,
    stage: 'damper-off',
    struckIn: 'damper-off',
    given: {
      indexDeg: turnedDeg.default(0),
      runoutMm: lengthOf({ least: 0, most: 100, by: ['dial'] }).nullable(),
      rubber: z.enum(rubberLooks).default('sound'),
      /** What decides of a fluid-filled one: its hours, and dents in its housing. */
      ranH: numberOf({ least: 0, most: 1e6 }).nullable().default(null),
      dented: z.boolean().default(false),
      ...by,
      words,
    },
  }),
  /** Its bolt or bolts out, with the crank held. */
  'damper-bolt-out': kind({
    rows: 'damperBoltsOut',
    key: 'boltOutId',
    strikes: true,
    stage: 'damper-off',
    struckIn: 'damper-off',
    quiet: true,
    given: {},
  }),
  'pull-damper': kind({
    rows: 'pulled',
    key: 'pulledId',
    strikes: true,
    stage: 'damper-off',
    struckIn: 'damper-off',
    given: { screws: mark, words },
  }),
  'seal-out': kind({
    rows: 'sealsOut',
    key: 'sealOutId',
    strikes: true,
    stage: 'seal-out',
    struckIn: 'seal-out',
    given: {
      ...at,
      way: z.enum(removalWays),
      scratched: z.boolean(),
      /** Where a scratch lies, inward from the housing's face; null where there is none. */
      scratchFromMm: trackMm.nullable().default(null),
      scratchToMm: trackMm.nullable().default(null),
      words,
    },
  }),
  /** A track on the shaft, inward from the housing's face. */
  'note-track': kind({
    rows: 'tracks',
    key: 'trackId',
    strikes: true,
    stage: 'seal-out',
    struckIn: 'seal-out',
    quiet: true,
    given: {
      ...at,
      fromMm: trackMm.default(0),
      toMm: trackMm.default(0),
      feel: z.enum(trackFeels),
      trackMm: lengthOf({ least: 0, most: 20, by: ['depth'] }).nullable(),
    },
  }),
  'cover-off': kind({
    rows: 'coversOff',
    key: 'coverOffId',
    strikes: true,
    stage: 'seal-out',
    struckIn: 'seal-out',
    quiet: true,
    given: { ...at },
  }),
  'cover-step': kind({
    rows: 'coverSteps',
    key: 'coverStepId',
    strikes: true,
    stage: 'cover',
    struckIn: 'cover',
    quiet: true,
    given: { ...at, step: z.enum(coverSteps) },
  }),
  /** A cover swept from the crank, and its rail by straight edge and feeler. */
  'sweep-cover': kind({
    rows: 'sweeps',
    key: 'sweepId',
    strikes: true,
    stage: 'cover',
    struckIn: 'cover',
    given: {
      ...at,
      centredBy: z.enum(centringWays),
      sweep,
      leftStepMm: stepMm,
      rightStepMm: stepMm,
      ...by,
    },
  }),
  'move-cover': kind({
    rows: 'coverMoves',
    key: 'coverMoveId',
    strikes: true,
    stage: 'cover',
    struckIn: 'cover',
    quiet: true,
    given: { ...at, rightMm: lengthMm, upMm: lengthMm, turnDeg: angleDeg },
  }),
  /** A new seal out of the drawer, measured: look-alikes differ by a millimetre. */
  'note-seal': kind({
    rows: 'seals',
    key: 'sealId',
    strikes: true,
    stage: 'seal-in',
    struckIn: 'seal-in',
    quiet: true,
    given: { ...at, outerMm: sealMm, innerMm: sealMm },
  }),
  /** Its lip and its outside as they go in, over the taper, started square. */
  'start-seal': kind({
    rows: 'started',
    key: 'startedId',
    strikes: true,
    stage: 'seal-in',
    struckIn: 'seal-in',
    quiet: true,
    given: { ...at, lip: z.enum(lipWays), outside: z.enum(outsideWays) },
  }),
  /** A round of the press: every screw by the same part of a turn. */
  'press-round': kind({
    rows: 'rounds',
    key: 'roundId',
    strikes: true,
    stage: 'seal-in',
    struckIn: 'seal-in',
    quiet: true,
    given: { ...at, turns: z.number().gt(0).max(20) },
  }),
  /** How deep its outer face stands, at four stations. */
  'seal-depth': kind({
    rows: 'depths',
    key: 'depthId',
    strikes: true,
    stage: 'seal-in',
    struckIn: 'seal-in',
    given: { ...at, edgesMm: z.array(depthMm).length(4), ...by },
  }),
  /** Hub and nose, each at two places. */
  'measure-hub': kind({
    rows: 'fits',
    key: 'fitId',
    strikes: true,
    stage: 'damper-on',
    struckIn: 'damper-on',
    quiet: true,
    given: { hubMm: z.tuple([hubMm, hubMm]), noseMm: z.tuple([noseMm, noseMm]), ...by },
  }),
  /** Out of the oven: its clock runs from here. */
  'damper-hot': kind({
    rows: 'hot',
    key: 'hotId',
    strikes: true,
    stage: 'damper-on',
    struckIn: 'damper-on',
    quiet: true,
    given: { ovenC: temperatureOf({ least: -40, most: 500 }), ambientC: temperatureOf({ least: -40, most: 60 }) },
  }),
  /** On the nose, keyed: slid on hot, or drawn by the installer's screw. */
  'start-damper': kind({
    rows: 'startedOn',
    key: 'startId',
    strikes: true,
    stage: 'damper-on',
    struckIn: 'damper-on',
    quiet: true,
    given: { school: z.enum(onSchools) },
  }),
  /** Its travel, from a face to the hub before and after. */
  'damper-home': kind({
    rows: 'homes',
    key: 'homeId',
    strikes: true,
    stage: 'damper-on',
    struckIn: 'damper-on',
    given: { beforeMm: depthMm, afterMm: depthMm, ...by },
  }),
  'read-tdc': kind({
    rows: 'tops',
    key: 'topId',
    strikes: true,
    stage: 'tdc',
    struckIn: 'tdc',
    given: { forwardDeg: turnedDeg, backwardDeg: turnedDeg, markDeg: turnedDeg },
  }),
  'set-pointer': kind({
    rows: 'pointers',
    key: 'pointerId',
    strikes: true,
    stage: 'tdc',
    struckIn: 'tdc',
    quiet: true,
    given: { byDeg: angleDeg },
  }),
  'free-flywheel': kind({
    rows: 'flywheelFreed',
    key: 'freedId',
    strikes: true,
    stage: 'flywheel-off',
    struckIn: 'flywheel-off',
    quiet: true,
    given: { step: z.enum(freeSteps) },
  }),
  'look-flywheel': kind({
    rows: 'flywheelLooks',
    key: 'lookId',
    strikes: true,
    stage: 'flywheel-off',
    struckIn: 'flywheel-off',
    given: { face: z.enum(faceLooks), teeth: z.enum(teethLooks), words },
  }),
  'mount-flywheel': kind({
    rows: 'flywheelMounted',
    key: 'mountedId',
    strikes: true,
    stage: 'flywheel-on',
    struckIn: 'flywheel-on',
    quiet: true,
    given: { step: z.enum(mountSteps) },
  }),
  /** Its face by a dial on the housing, or the housing's bore by one on the crank. */
  'sweep-flywheel': kind({
    rows: 'flywheelSweeps',
    key: 'flySweepId',
    strikes: true,
    stage: 'flywheel-on',
    struckIn: 'flywheel-on',
    given: { surface: z.enum(flywheelSurfaces), sweep, ...by },
  }),
}
