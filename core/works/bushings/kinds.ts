import { z } from 'zod'
import { angleOf, countOf, lengthOf, numberOf, shareOf, type Instrument, type Sized } from '../../figure-types'
import { angleDeg, lengthFromZeroMm, mark } from '../../schema'
import { id } from '../../job/base'
import { placeCode } from '../../job/place'
import { kind } from '../kind'
import { backs, faces } from './section'

const words = z.string().max(300).default('')
const at = { place: placeCode }
/** What a figure was measured with: the gauge and what it can tell. */
const by = { gaugeId: id.nullable(), uncertaintyMm: lengthFromZeroMm }
const hour = numberOf({ least: 0.1, most: 12, by: ['eye'] })
/** No camshaft runs in less or more. */
const acrossMm = (...gauges: Instrument[]) => lengthOf({ least: 3, most: 500, by: gauges })
const twoWays = (of: Sized) => z.tuple([of, of])
/** How far a shaft goes to and fro, or its gear. */
const playMm = lengthOf({ least: 0, most: 20, by: ['dial', 'feeler'] })

/** What an old bushing looks like. */
export const oldLooks = ['sound', 'grey', 'copper', 'folded', 'layers', 'spun'] as const
export type OldLook = (typeof oldLooks)[number]
/** What a wipe brings out of a drilling. */
export const wipeFinds = ['clean', 'grey', 'glitter', 'chips'] as const
export type WipeFind = (typeof wipeFinds)[number]
export const feels = ['free', 'drags', 'binds'] as const

/** Entries of the work on cam bushings. */
export const kinds = {
  /** How the block lies: rolled clockwise as seen from the front, and from where it is looked at. */
  'lay-block': kind({
    rows: 'lies',
    key: 'lieId',
    strikes: true,
    stage: 'cam-spin',
    struckIn: 'cam-spin',
    quiet: true,
    given: { rolledDeg: angleDeg, seenFrom: z.enum(faces) },
  }),
  /** The camshaft as it turns in the block still: float, backlash, marks. */
  'read-cam': kind({
    rows: 'before',
    key: 'camReadId',
    strikes: true,
    stage: 'cam-out',
    struckIn: 'cam-out',
    given: {
      endFloatMm: playMm.nullable(),
      backlashMm: playMm.nullable(),
      photographed: z.boolean(),
      followersUp: z.boolean(),
      ...by,
      words,
    },
  }),
  'cam-shaft-out': kind({
    rows: 'shaftOut',
    key: 'shaftOutId',
    strikes: true,
    stage: 'cam-out',
    struckIn: 'cam-out',
    given: { words },
  }),
  /** A journal of the camshaft, in two directions. */
  'measure-journal': kind({
    rows: 'journals',
    key: 'journalId',
    strikes: true,
    stage: 'cam-out',
    struckIn: 'cam-out',
    given: { ...at, mm: twoWays(acrossMm('outside')), ...by },
  }),
  /** The plug behind the last bushing: out, and in again. */
  'cam-plug': kind({
    rows: 'camPlugs',
    key: 'camPlugId',
    strikes: true,
    stage: 'cam-spin',
    struckIn: 'cam-spin',
    quiet: true,
    given: { fitted: z.boolean() },
  }),
  /** An old bushing out, labelled, with what it shows. */
  'bushing-out': kind({
    rows: 'out',
    key: 'outId',
    strikes: true,
    stage: 'bushings-out',
    struckIn: 'bushings-out',
    given: {
      ...at,
      looks: z.enum(oldLooks),
      /** Where copper shows: how much of its round, and about which hour of the upright engine. */
      copperShare: shareOf({ least: 0, most: 1 }).default(0),
      copperOClock: hour.nullable(),
      /** Whether its hole stood over its drilling as found. */
      holeInLine: z.boolean(),
      words,
    },
  }),
  /** All grinding, washing and painting of the block is done: by name. */
  'last-block-work': kind({
    rows: 'blockDone',
    key: 'blockDoneId',
    strikes: true,
    stage: 'galleries',
    struckIn: 'galleries',
    quiet: true,
    given: { words },
  }),
  'gallery-plug': kind({
    rows: 'plugs',
    key: 'plugId',
    strikes: true,
    stage: 'galleries',
    struckIn: 'galleries',
    quiet: true,
    given: { passage: mark, out: z.boolean() },
  }),
  /** A drilling brushed and wiped. */
  'wipe-gallery': kind({
    rows: 'wipes',
    key: 'wipeId',
    strikes: true,
    stage: 'galleries',
    struckIn: 'galleries',
    given: { passage: mark, found: z.enum(wipeFinds) },
  }),
  /** A housing bored clean: two directions, and where its drillings really lie. */
  'measure-housing': kind({
    rows: 'housings',
    key: 'housingId',
    strikes: true,
    stage: 'bushing-map',
    struckIn: 'bushing-map',
    quiet: true,
    given: {
      ...at,
      boreMm: twoWays(acrossMm('bore')),
      drillingsMm: z.array(lengthOf({ least: -100, most: 1000, by: ['depth', 'rule'] }).nullable()).max(6),
      ...by,
    },
  }),
  /** A bushing of the box, as it lies for a housing: its code and its outside. */
  'note-bushing': kind({
    rows: 'read',
    key: 'bushingId',
    strikes: true,
    stage: 'bushing-map',
    struckIn: 'bushing-map',
    given: { ...at, code: mark, outerMm: acrossMm('outside'), ...by },
  }),
  /** Block and bushing marked for this lie, the bushing started square. */
  'aim-bushing': kind({
    rows: 'aimed',
    key: 'aimId',
    strikes: true,
    stage: 'bushings-in',
    struckIn: 'bushings-in',
    quiet: true,
    given: {
      ...at,
      from: z.enum(faces),
      back: z.enum(backs),
      /** The school: edges flush, or holes matched. */
      aimFor: z.enum(['holes', 'flush']),
      rolledDeg: angleDeg,
      seenFrom: z.enum(faces),
    },
  }),
  /** A look between blows: how far the driven edge stands below the face, negative out of it; `back` after it was driven the other way. */
  'look-bushing': kind({
    rows: 'looks',
    key: 'lookId',
    strikes: true,
    stage: 'bushings-in',
    struckIn: 'bushings-in',
    quiet: true,
    given: {
      ...at,
      blows: countOf({ least: 0, most: 10_000 }),
      edgeMm: lengthOf({ least: -500, most: 500, by: ['depth', 'rule'] }),
      back: z.boolean().default(false),
      ...by,
    },
  }),
  /** A hole proven, by the largest pin that passes or by a look with a light. */
  'prove-hole': kind({
    rows: 'proofs',
    key: 'proofId',
    strikes: true,
    stage: 'bushings-in',
    struckIn: 'bushings-in',
    quiet: true,
    given: {
      ...at,
      hole: z.int().min(0).max(5),
      /** The largest pin that passes; 0 where none does; null where a light was used. */
      pinMm: lengthOf({ least: 0, most: 100, by: ['outside'] }).nullable(),
      light: z.enum(['round', 'part', 'dark']).nullable(),
    },
  }),
  /** Slivers off, and it is in. */
  'finish-bushing': kind({
    rows: 'finished',
    key: 'finishId',
    strikes: true,
    stage: 'bushings-in',
    struckIn: 'bushings-in',
    given: { ...at, words },
  }),
  'cam-shaft-in': kind({
    rows: 'shaftIn',
    key: 'shaftInId',
    strikes: true,
    stage: 'cam-spin',
    struckIn: 'cam-spin',
    given: { asPhotographed: z.boolean(), words },
  }),
  'read-cam-again': kind({
    rows: 'after',
    key: 'camAgainId',
    strikes: true,
    stage: 'cam-spin',
    struckIn: 'cam-spin',
    given: { endFloatMm: playMm, backlashMm: playMm, ...by },
  }),
  /** The camshaft turned: by a spring scale on an arm, or by what the hand felt. */
  'turn-cam': kind({
    rows: 'turned',
    key: 'turnId',
    strikes: true,
    stage: 'cam-spin',
    struckIn: 'cam-spin',
    given: {
      armMm: lengthOf({ least: 10, most: 3000, by: ['rule'], rough: true }).nullable(),
      readings: z
        .array(
          z.strictObject({
            angleDeg: angleOf({ least: 0, most: 360 }),
            pullN: numberOf({ least: -10_000, most: 10_000 }),
          }),
        )
        .max(72),
      feel: z.enum(feels).nullable(),
    },
  }),
  /** Bluing at a housing: where it marks, by the upright engine's clock; null where it does not. */
  'blue-housing': kind({
    rows: 'blued',
    key: 'blueId',
    strikes: true,
    stage: 'cam-spin',
    struckIn: 'cam-spin',
    given: { ...at, oClock: hour.nullable() },
  }),
  /** A high spot taken down by hand, and flushed. */
  'ease-bushing': kind({
    rows: 'eased',
    key: 'easeId',
    strikes: true,
    stage: 'cam-spin',
    struckIn: 'cam-spin',
    given: { ...at, words },
  }),
}
