import { z } from 'zod'
import { countOf, lengthOf, numberOf, pressureOf, temperatureOf, torqueOf } from '../../figure-types'
import { angleDeg, cylinderNumber, lengthFromZeroMm } from '../../schema'
import { id } from '../../job/base'
import { kind } from '../kind'

const words = z.string().max(300).default('')
const at = { cylinder: cylinderNumber }
const pressureKPa = pressureOf({ least: -100, most: 5000 })
const celsius = temperatureOf({ least: -40, most: 150 })
/** What a figure was measured with: the gauge and what it can tell. */
const by = { gaugeId: id.nullable(), uncertaintyMm: lengthFromZeroMm }
/** No bore of a head for an injector sleeve, and no mandrel for one, is smaller or larger across. */
const acrossMm = lengthOf({ least: 3, most: 150, by: ['bore'] })
const twoWays = z.tuple([acrossMm, acrossMm])
const washers = countOf({ least: 0, most: 6 })

export const removalSchools = ['tap', 'expanding'] as const
export const inSteps = ['film', 'oil', 'seated', 'yoke', 'drawn'] as const
export const boreDamage = ['none', 'light', 'marked', 'heavy'] as const

/** Entries of the work on injector sleeves. */
export const kinds = {
  /** The crank turned to a position, forward. */
  'bar-engine': kind({
    rows: 'barred',
    key: 'barId',
    strikes: true,
    stage: 'tips',
    struckIn: 'sleeves-out',
    quiet: true,
    given: { crankDeg: angleDeg },
  }),
  /** A soft rod through the hole: the piston is out of the way. */
  'prove-clear': kind({
    rows: 'proofs',
    key: 'proofId',
    strikes: true,
    stage: 'tips',
    struckIn: 'sleeves-out',
    quiet: true,
    given: { ...at, depthMm: lengthOf({ least: -100, most: 1000, by: ['rule'], rough: true }).nullable() },
  }),
  /** An injector out, with its trim code and the sealing washers that came with it. */
  'injector-out': kind({
    rows: 'injectors',
    key: 'injectorId',
    strikes: true,
    stage: 'sleeves-out',
    struckIn: 'sleeves-out',
    quiet: true,
    given: { ...at, trimCode: z.string().trim().max(40).default(''), washers },
  }),
  'sleeve-out': kind({
    rows: 'out',
    key: 'outId',
    strikes: true,
    stage: 'sleeves-out',
    struckIn: 'sleeves-out',
    given: {
      ...at,
      school: z.enum(removalSchools),
      peakNm: torqueOf({ least: 0, most: 2000 }).nullable(),
      chipsOut: z.boolean(),
      words,
    },
  }),
  /** A bore of the head: two directions, at the top and at the bottom. */
  'sleeve-bore': kind({
    rows: 'bores',
    key: 'boreId',
    strikes: true,
    stage: 'sleeve-bores',
    struckIn: 'sleeve-bores',
    given: {
      ...at,
      topMm: twoWays,
      bottomMm: twoWays,
      damage: z.enum(boreDamage),
      clean: z.boolean(),
      ...by,
      words,
    },
  }),
  /** A step of a sleeve going in. */
  'sleeve-step': kind({
    rows: 'steps',
    key: 'stepId',
    strikes: true,
    stage: 'sleeves-in',
    struckIn: 'sleeves-in',
    quiet: true,
    given: { ...at, step: z.enum(inSteps), mandrelMm: acrossMm.nullable() },
  }),
  /** A sleeve as it is in: how far its top stands below, and its bore where it was drawn. */
  'sleeve-in': kind({
    rows: 'in',
    key: 'inId',
    strikes: true,
    stage: 'sleeves-in',
    struckIn: 'sleeves-in',
    given: {
      ...at,
      boreMm: acrossMm.nullable(),
      topBelowMm: lengthOf({ least: -50, most: 100, by: ['depth'] }).nullable(),
      ...by,
      words,
    },
  }),
  /** The cooling system put under pressure. */
  'hold-start': kind({
    rows: 'holds',
    key: 'holdId',
    strikes: true,
    stage: 'coolant-test',
    struckIn: 'coolant-test',
    quiet: true,
    given: { startKPa: pressureKPa, startC: celsius, uncertaintyKPa: z.number().min(0).max(100) },
  }),
  /** The same, read at its end, with a look down every hole. */
  'hold-end': kind({
    rows: 'held',
    key: 'heldId',
    strikes: true,
    stage: 'coolant-test',
    struckIn: 'coolant-test',
    given: { holdId: id, endKPa: pressureKPa, endC: celsius, wet: z.array(cylinderNumber).max(99), words },
  }),
  /** A washer put under the injector. */
  'fit-washer': kind({
    rows: 'washers',
    key: 'washerId',
    strikes: true,
    stage: 'tips',
    struckIn: 'tips',
    quiet: true,
    given: { ...at, thicknessMm: lengthOf({ least: 0.1, most: 20, by: ['outside'] }) },
  }),
  /** Washers taken out again, counted. */
  'washers-out': kind({
    rows: 'washersOut',
    key: 'washersOutId',
    strikes: true,
    stage: 'tips',
    struckIn: 'tips',
    quiet: true,
    given: { ...at, count: washers },
  }),
  /** A seat cut deeper. */
  'cut-seat': kind({
    rows: 'seatCuts',
    key: 'seatCutId',
    strikes: true,
    stage: 'tips',
    struckIn: 'tips',
    quiet: true,
    given: { ...at, byMm: lengthOf({ least: 0.001, most: 10, by: ['depth'] }) },
  }),
  /** Where a tip stands below the fire deck. */
  'measure-tip': kind({
    rows: 'tips',
    key: 'tipId',
    strikes: true,
    stage: 'tips',
    struckIn: 'tips',
    given: { ...at, valueMm: lengthOf({ least: -50, most: 50, by: ['depth'] }), ...by, words },
  }),
  /** Soap water at the injector with the engine running. */
  'soap-look': kind({
    rows: 'soaped',
    key: 'soapId',
    strikes: true,
    stage: 'gas-test',
    struckIn: 'gas-test',
    given: { ...at, bubbles: z.boolean(), words },
  }),
  'return-flow': kind({
    rows: 'flows',
    key: 'flowId',
    strikes: true,
    stage: 'gas-test',
    struckIn: 'gas-test',
    quiet: true,
    given: { ...at, value: numberOf({ least: 0, most: 10_000 }) },
  }),
}
