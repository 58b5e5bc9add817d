import { z } from 'zod'
import { numberOf, pressureOf } from '../../figure-types'
import { placeCode } from '../../job/place'
import { kind } from '../kind'

const at = { place: placeCode }
const words = z.string().max(300).default('')

/** The parts in the hand, in the order of the trade. */
export const faceSteps = [
  'drained',
  'ring-out',
  'pair',
  'soak',
  'bubbles',
  'jelly',
  'rolled',
  'clicked',
  'wiped',
] as const
export type FaceStep = (typeof faceSteps)[number]

/** Entries of the work on face seals. */
export const kinds = {
  /** A round of jacking screws off, or of nuts on: how far each was turned. */
  'nut-round': kind({
    rows: 'rounds',
    key: 'roundId',
    strikes: true,
    stage: 'face-seal',
    struckIn: 'face-seal',
    quiet: true,
    given: {
      ...at,
      way: z.enum(['off', 'on']),
      turns: z
        .array(numberOf({ least: 0, most: 20 }))
        .min(2)
        .max(12),
      /** It bound: nothing is forced. */
      binds: z.boolean().default(false),
    },
  }),
  'face-step': kind({
    rows: 'steps',
    key: 'stepId',
    strikes: true,
    stage: 'face-seal',
    struckIn: 'face-seal',
    quiet: true,
    given: { ...at, step: z.enum(faceSteps) },
  }),
  /** Low-pressure air put on, before it is filled: its time runs from here. */
  'air-on': kind({
    rows: 'airsOn',
    key: 'airOnId',
    strikes: true,
    stage: 'face-seal',
    struckIn: 'face-seal',
    quiet: true,
    given: { ...at, startKPa: pressureOf({ least: 0, most: 1000 }) },
  }),
  /** The same, read at its end. */
  'air-test': kind({
    rows: 'airs',
    key: 'airId',
    strikes: true,
    stage: 'face-seal',
    struckIn: 'face-seal',
    given: {
      ...at,
      startKPa: pressureOf({ least: 0, most: 1000 }),
      endKPa: pressureOf({ least: 0, most: 1000 }),
      words,
    },
  }),
}
