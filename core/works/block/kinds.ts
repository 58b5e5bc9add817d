import { z } from 'zod'
import { id } from '../../job/base'
import { angleOf, lengthOf } from '../../figure-types'
import { cylinderNumber, lengthFromZeroMm, lengthMm, temperatureC, thicknessMm } from '../../schema'
import { stageEntry as entry } from '../kind'

/** What a figure was measured with: the gauge and what it can tell. */
const by = { gaugeId: id.nullable(), uncertaintyMm: lengthFromZeroMm }
export const flatFaces = ['deck', 'head'] as const
/** What a straight edge is laid on: the block's deck, or the head's face. */
export type FlatFace = (typeof flatFaces)[number]
/** A point of a face: along it from its front edge, across it from its middle line, mm. */
const point = z.tuple([lengthFromZeroMm, lengthMm])

/** Entries around the liners: pistons, deck, gasket, the bore of a liner that stays, the pin that proves its clocking. */
export const kinds = {
  'take-piston': entry('pistons', 'pistonId', 'pistons-out', {
    cylinder: cylinderNumber,
    /** What is marked on the cap and on its rod. */
    mark: z.string().trim().min(1).max(20),
  }),
  'lay-out': entry('laidOut', 'layOutId', 'pistons-out', { photographed: z.boolean() }, true),
  'read-line': entry('flats', 'flatId', 'deck-check', {
    on: z.enum(flatFaces),
    /** The head under which it lies, the front one 1. */
    head: z.int().min(1).max(24),
    from: point,
    to: point,
    /** The thickest leaf that goes under anywhere along it, mm; 0 where none does. */
    gapMm: lengthOf({ least: 0, most: 5, by: ['feeler'] }),
    /** The thinnest leaf that does not; null where nobody tried. */
    notMm: lengthOf({ least: 0.005, most: 10, by: ['feeler'] }).nullable(),
  }),
  'read-fire-ring': entry('fireRings', 'fireRingId', 'deck-check', {
    cylinder: cylinderNumber,
    /** Thickness of the old gasket's fire ring at the stations of its liner. */
    readings: z
      .array(
        z.strictObject({
          angleDeg: angleOf({ least: 0, most: 360 }),
          valueMm: lengthOf({ least: 0.01, most: 20, by: ['outside'] }),
        }),
      )
      .min(1)
      .max(36),
    ...by,
  }),
  'gauge-liner': entry(
    'bores',
    'boreId',
    'look',
    {
      cylinder: cylinderNumber,
      levels: z
        .array(z.strictObject({ depthMm: lengthFromZeroMm, thrustMm: thicknessMm, alongMm: thicknessMm }))
        .min(1)
        .max(12),
      partC: temperatureC,
      /** What the bore gauge was set by. */
      masterMm: thicknessMm,
      ...by,
    },
    true,
  ),
  'bar-over': entry('barrings', 'barringId', 'trial-fit', { words: z.string().max(300).default('') }, true),
  'try-pilot': entry('pilots', 'pilotId', 'fit', { cylinder: cylinderNumber, drops: z.boolean() }, true),
}
