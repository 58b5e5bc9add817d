import { z } from 'zod'
import { share } from '../../schema'

/** What a leak can be. `other` is never left out: something nobody thought of. */
export const leakKinds = [
  'washer',
  'sleeve-seat',
  'sleeve-seal',
  'head-gasket',
  'liner-sunk',
  'liner-seal',
  'head-crack',
  'oil-cooler',
  'water-pump',
  'hose',
  'radiator',
  'cap',
  'other',
] as const
export type LeakKind = (typeof leakKinds)[number]
/** Those that let coolant out of the engine: looked for before anything is opened. */
export const outside: readonly LeakKind[] = ['water-pump', 'hose', 'radiator', 'cap']
/** Those that sit at one cylinder. */
export const atCylinders: readonly LeakKind[] = ['washer', 'sleeve-seat', 'sleeve-seal', 'liner-seal']

/** What can be tried, each in its own minutes. */
export const leakTests = [
  'fuel-in-coolant',
  'oil-look',
  'gas-chemical',
  'bubbles-idle',
  'fuel-air',
  'pressure-sump',
  'soap',
  'cut-out',
  'leak-down',
  'look-down',
  'protrusion',
  'look-outside',
  'cap-test',
  'cooler-test',
] as const
export type LeakTest = (typeof leakTests)[number]

const cost = z.number().min(0).max(1e9)
/** Tests that look for nothing but what lies outside. */
export const outsideTests: readonly LeakTest[] = ['look-outside', 'cap-test']

/** What the ladder reckons with: how usual each cause is, what opening up for it in vain costs, and how each test shows it. */
const wholeTable = z.strictObject({
  causes: z.record(z.enum(leakKinds), z.strictObject({ prior: z.number().min(0).max(1e4), openUpCost: cost })),
  tests: z.record(
    z.enum(leakTests),
    z.strictObject({
      minutes: z.number().gt(0).max(1e4),
      /** Tests that see the same thing. */
      group: z.string().max(30).nullable(),
      /** Tried cylinder by cylinder, or once for the engine. */
      each: z.boolean(),
      shows: z.record(z.enum(leakKinds), share),
      /** At another cylinder than the one tried. */
      elsewhere: share,
    }),
  ),
  /** From which chance on a cause is taken as found. */
  sureAt: share.gt(0.5),
})
export type LeakTable = z.infer<typeof wholeTable>

const shows = (
  washer: number,
  sleeveSeat: number,
  sleeveSeal: number,
  headGasket: number,
  linerSunk: number,
  linerSeal: number,
  headCrack: number,
  oilCooler: number,
  other: number,
  // What lies outside shows in no test of what lies inside, but for the eye.
  ofOutside = 0.02,
): Record<LeakKind, number> => ({
  washer,
  'sleeve-seat': sleeveSeat,
  'sleeve-seal': sleeveSeal,
  'head-gasket': headGasket,
  'liner-sunk': linerSunk,
  'liner-seal': linerSeal,
  'head-crack': headCrack,
  'oil-cooler': oilCooler,
  'water-pump': ofOutside,
  hose: ofOutside,
  radiator: ofOutside,
  cap: ofOutside,
  other,
})

/**
 * The table a shop begins with: a starting guess, to be mended by what its own jobs showed. What
 * coolant, fuel and gas can do follows from where each cause lies; how usual each is, nobody measured.
 */
export const startLeakTable: LeakTable = {
  causes: {
    washer: { prior: 16, openUpCost: 120 },
    'sleeve-seat': { prior: 6.4, openUpCost: 480 },
    'sleeve-seal': { prior: 12.8, openUpCost: 480 },
    'head-gasket': { prior: 17.6, openUpCost: 2400 },
    'liner-sunk': { prior: 8, openUpCost: 2400 },
    'liner-seal': { prior: 6.4, openUpCost: 3600 },
    'head-crack': { prior: 4.8, openUpCost: 2400 },
    'oil-cooler': { prior: 4.8, openUpCost: 380 },
    'water-pump': { prior: 5, openUpCost: 320 },
    hose: { prior: 7, openUpCost: 60 },
    radiator: { prior: 5, openUpCost: 450 },
    cap: { prior: 3, openUpCost: 25 },
    other: { prior: 3.2, openUpCost: 1200 },
  },
  tests: {
    'fuel-in-coolant': {
      minutes: 5,
      group: null,
      each: false,
      shows: shows(0.03, 0.15, 0.9, 0.02, 0.02, 0.02, 0.1, 0.02, 0.1),
      elsewhere: 0.02,
    },
    'oil-look': {
      minutes: 5,
      group: null,
      each: false,
      shows: shows(0.03, 0.05, 0.08, 0.2, 0.2, 0.85, 0.2, 0.85, 0.15),
      elsewhere: 0.05,
    },
    'gas-chemical': {
      minutes: 15,
      group: 'gas',
      each: false,
      shows: shows(0.85, 0.9, 0.1, 0.9, 0.85, 0.1, 0.8, 0.02, 0.3),
      elsewhere: 0.05,
    },
    'bubbles-idle': {
      minutes: 10,
      group: 'gas',
      each: false,
      shows: shows(0.75, 0.85, 0.15, 0.85, 0.8, 0.1, 0.75, 0.03, 0.3),
      elsewhere: 0.05,
    },
    'fuel-air': {
      minutes: 25,
      group: null,
      each: false,
      shows: shows(0.02, 0.1, 0.92, 0.03, 0.02, 0.02, 0.1, 0.02, 0.05),
      elsewhere: 0.02,
    },
    'pressure-sump': {
      minutes: 40,
      group: null,
      each: false,
      shows: shows(0.02, 0.03, 0.05, 0.25, 0.2, 0.92, 0.3, 0.1, 0.15),
      elsewhere: 0.03,
    },
    soap: {
      minutes: 6,
      group: null,
      each: true,
      shows: shows(0.93, 0.15, 0.05, 0.02, 0.02, 0.02, 0.05, 0.01, 0.05),
      elsewhere: 0.03,
    },
    'cut-out': {
      minutes: 4,
      group: null,
      each: true,
      shows: shows(0.7, 0.7, 0.1, 0.4, 0.4, 0.05, 0.4, 0.02, 0.15),
      elsewhere: 0.1,
    },
    'leak-down': {
      minutes: 20,
      group: null,
      each: true,
      shows: shows(0.6, 0.85, 0.1, 0.75, 0.7, 0.1, 0.7, 0.02, 0.2),
      elsewhere: 0.1,
    },
    'look-down': {
      minutes: 20,
      group: null,
      each: true,
      shows: shows(0.03, 0.1, 0.92, 0.05, 0.03, 0.03, 0.15, 0.01, 0.05),
      elsewhere: 0.02,
    },
    protrusion: {
      minutes: 30,
      group: null,
      each: false,
      shows: shows(0.08, 0.08, 0.08, 0.35, 0.97, 0.15, 0.1, 0.05, 0.1),
      elsewhere: 0.05,
    },
    'look-outside': {
      minutes: 15,
      group: null,
      each: false,
      shows: { ...shows(0.03, 0.03, 0.03, 0.12, 0.05, 0.05, 0.05, 0.05, 0.15, 0.92), cap: 0.35 },
      elsewhere: 0.03,
    },
    'cap-test': {
      minutes: 5,
      group: null,
      each: false,
      shows: { ...shows(0.03, 0.03, 0.03, 0.03, 0.03, 0.03, 0.03, 0.03, 0.03, 0.03), cap: 0.95 },
      elsewhere: 0.03,
    },
    'cooler-test': {
      minutes: 45,
      group: null,
      each: false,
      shows: shows(0.01, 0.01, 0.01, 0.01, 0.01, 0.02, 0.01, 0.95, 0.02, 0.01),
      elsewhere: 0.01,
    },
  },
  sureAt: 0.85,
}

/** A table of before, with the causes and tests that came since as they are at the start. */
export function withAll(table: LeakTable): LeakTable {
  const tests = Object.fromEntries(
    leakTests.map((test) => {
      const start = startLeakTable.tests[test]
      const own = table.tests[test] as LeakTable['tests'][LeakTest] | undefined
      return [test, own ? { ...own, shows: { ...start.shows, ...own.shows } } : start]
    }),
  ) as LeakTable['tests']
  return { ...table, causes: { ...startLeakTable.causes, ...table.causes }, tests }
}
const isTable = (input: unknown): input is LeakTable =>
  typeof input === 'object' && input !== null && 'causes' in input && 'tests' in input

/** The table as it crosses a boundary: one that was kept before lacks what came since. */
export const leakTable = z.preprocess((input) => (isTable(input) ? withAll(input) : input), wholeTable)

/** The work that mends a cause; null where it is no work of this house. */
export const mendedBy = {
  washer: ['tips'],
  'sleeve-seat': ['sleeves', 'tips'],
  'sleeve-seal': ['sleeves', 'tips'],
  'head-gasket': ['strip', 'ledges', 'dry-fit', 'seals', 'check'],
  'liner-sunk': ['strip', 'ledges', 'dry-fit', 'seals', 'check'],
  'liner-seal': ['strip', 'dry-fit', 'seals', 'check'],
  'head-crack': null,
  'oil-cooler': null,
  'water-pump': null,
  hose: null,
  radiator: null,
  cap: null,
  other: null,
} as const satisfies Record<LeakKind, readonly string[] | null>

/** As many jobs as the starting guess is worth beside the shop's own. */
const GUESS_JOBS = 10

/**
 * The table with what is usual taken from the shop's own signed jobs: each cause by how often it was found, with the
 * starting guess worth ten jobs beside them, so that what was not found yet stays possible.
 *
 * @param counts how often each cause was found; those never found are left out
 * @returns the same table, its priors in parts of a hundred
 */
export function withOwnCounts(table: LeakTable, counts: Readonly<Partial<Record<LeakKind, number>>>): LeakTable {
  const guess = leakKinds.reduce((sum, k) => sum + startLeakTable.causes[k].prior, 0)
  const found = leakKinds.reduce((sum, k) => sum + (counts[k] ?? 0), 0)
  const causes = Object.fromEntries(
    leakKinds.map((k) => {
      const share = (GUESS_JOBS * startLeakTable.causes[k].prior) / guess + (counts[k] ?? 0)
      return [k, { ...table.causes[k], prior: Number(((100 * share) / (GUESS_JOBS + found)).toFixed(1)) }]
    }),
  ) as LeakTable['causes']
  return { ...table, causes }
}
