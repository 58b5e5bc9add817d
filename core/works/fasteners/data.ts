import { z } from 'zod'
import { placedBolt } from '../../fasten/tighten-order'
import { torqueUnits } from '../../units/torque-units'
import { placeCode } from '../../job/place'
import { angleOf, lengthOf, torqueOf } from '../../figure-types'
import { cylinderNumber, friction, mark, share, stressMPa, thicknessMm, torqueNm } from '../../schema'
import { LARGEST_TORQUE_NM } from '../../units/format-torque'
import { kind } from '../kind'

/** What is on a thread: each has its usual friction. */
export const threadConditions = ['dry', 'oiled', 'greased', 'locker'] as const
export type ThreadCondition = (typeof threadConditions)[number]
/** Friction that is usual for each; a sheet's own figure comes first. Source: VDI 2230, table of friction classes. */
export const usualFriction: Record<ThreadCondition, number> = { dry: 0.18, oiled: 0.13, greased: 0.1, locker: 0.14 }

/** One joint of the engine's sheet: what is tightened, in which order, to what. */
export const joint = z.strictObject({
  code: placeCode,
  name: z.string().trim().min(1).max(60),
  torqueNm,
  tolNm: z.number().min(0).max(1e4),
  /** The shares of the torque in which the book draws it down. */
  stages: z.array(share.gt(0)).min(1).max(8),
  /** What the book assumes on the thread. */
  condition: z.enum(threadConditions),
  frictionAssumed: friction,
  screw: z.strictObject({ majorMm: thicknessMm, pitchMm: thicknessMm, faceMeanMm: thicknessMm, proofMPa: stressMPa }),
  /** A further turn after the torque, degrees; null for none. */
  angleDeg: z.number().min(0).max(720).nullable(),
  gripMm: thicknessMm.nullable(),
  /** Where its bolts are, seen from above or onto the face, y up. */
  bolts: z.array(placedBolt).min(1).max(80),
  /** The book's order by marks; empty where it has none. */
  order: z.array(mark).max(80),
  /** The longest a bolt may have become and still go in again; null where the book has none. */
  freeLengthMaxMm: thicknessMm.nullable(),
  washer: z.strictObject({ outerMm: thicknessMm, innerMm: thicknessMm, allowMPa: stressMPa }).nullable(),
})
export type Joint = z.infer<typeof joint>

/** The joints of an engine that its sheet tells of. */
export const section = z.strictObject({ joints: z.array(joint).max(40) })
export type FastenerSection = z.infer<typeof section>

/** A bolt by itself, from under its head to its end. */
const boltLengthMm = lengthOf({ least: 5, most: 1500, by: ['outside', 'rule'] })

/** Which of several alike that belong to no cylinder: the pad, the end; null where there is one. */
const place = { place: placeCode.nullable().default(null) }
/** What a bolt took. */
export const kinds = {
  'tighten-bolt': kind({
    rows: 'tightenings',
    key: 'tighteningId',
    strikes: true,
    stage: 'record',
    struckIn: 'record',
    quiet: true,
    given: {
      joint: placeCode,
      /** Which one of several alike: the cylinder it belongs to; null for a joint that is there once. */
      cylinder: cylinderNumber.nullable(),
      ...place,
      bolt: mark,
      /** Which round of the book it was, 0 the first. */
      round: z.int().min(0).max(20),
      torqueNm: torqueOf({ least: 0, most: LARGEST_TORQUE_NM }),
      angleDeg: angleOf({ least: 0, most: 720, by: ['wrench', 'protractor'] }).nullable(),
      /** What the wrench itself showed: a figure and its unit. */
      shown: z.number().min(0).max(1e7),
      unit: z.enum(torqueUnits),
      source: z.enum(['wrench', 'typed', 'hand']),
      /** What is on the thread now. */
      condition: z.enum(threadConditions),
    },
  }),
  /** A bolt held against the book before it goes in again. */
  'measure-bolt': kind({
    rows: 'lengths',
    key: 'lengthId',
    strikes: true,
    stage: 'record',
    struckIn: 'record',
    quiet: true,
    given: { joint: placeCode, cylinder: cylinderNumber.nullable(), ...place, bolt: mark, freeLengthMm: boltLengthMm },
  }),
  /** The witness mark drawn over bolt and part: the last step. */
  'mark-joint': kind({
    rows: 'witnesses',
    key: 'witnessId',
    strikes: true,
    stage: 'record',
    struckIn: 'record',
    quiet: true,
    given: { joint: placeCode, cylinder: cylinderNumber.nullable(), ...place },
  }),
}
