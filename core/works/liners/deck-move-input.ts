import { z } from 'zod'
import type { Figures, MoveOf, Says } from '../../job/move'
import {
  angleDeg,
  cylinderNumber,
  headList,
  lengthFromZeroMm,
  lengthMm,
  reading,
  refuseTwice,
  thicknessMm,
} from '../../schema'
import { shimmedWindow } from '../../liner/plan-cut'
import { measuredStages } from '../../job/stages'

const cylinderInput = z.strictObject({
  cylinder: cylinderNumber,
  /** One value a station, the mean of what was read there; of the present stack only. */
  readings: z.array(reading.extend({ repeats: z.int().min(1).max(1000) })).max(100),
  /** Expanded uncertainty of one reading, mm; a station's value has it over the root of its repeats. */
  uncertaintyMm: lengthFromZeroMm,
  set: z.enum(['none', 'open', 'closed']),
  zeroMoved: z.boolean(),
  /** A cut or a shim since the last set, and the protrusion it should have left. */
  changed: z.strictObject({ kind: z.enum(['cut', 'shim', 'shim-out', 'barred']), expectMm: lengthMm }).nullable(),
  shimInMm: lengthFromZeroMm,
  /** The rings that came with the liner leave no room for a shim. */
  noShim: z.boolean().default(false),
  depthMm: lengthFromZeroMm.nullable(),
  frettingMm: lengthFromZeroMm,
})
export type MoveCylinder = z.infer<typeof cylinderInput>

export const nextMoveInput = z
  .strictObject({
    stage: z.enum(measuredStages),
    closed: z.boolean(),
    /** The cylinder in hand; null lets the core pick. */
    selected: cylinderNumber.nullable(),
    /** A gauge is connected and streams. */
    gaugeLive: z.boolean(),
    heads: headList,
    stationsDeg: z.array(angleDeg).min(3),
    spec: z.strictObject({
      minMm: lengthMm,
      maxMm: lengthMm,
      aimMm: lengthMm,
      withinLinerMaxMm: lengthFromZeroMm,
      adjacentMaxMm: lengthFromZeroMm.nullable(),
      headRangeMaxMm: lengthFromZeroMm.nullable(),
      maxLedgeDepthMm: lengthFromZeroMm.nullable(),
      holdDownNm: z.number().min(0).nullable(),
      /** The window that counts where a shim lies; left out where one holds for all. */
      shimmed: shimmedWindow.nullish(),
    }),
    shop: z.strictObject({
      shimStockMm: z.array(thicknessMm).max(1000),
      leavesMm: z.array(thicknessMm).min(1).max(60),
      maxLeavesPerPack: z.int().min(1).max(6),
      maxPassMm: thicknessMm,
      finishMm: lengthFromZeroMm,
      cutterBiasMm: lengthMm,
      cleanupMm: lengthFromZeroMm,
    }),
    cylinders: z.array(cylinderInput).min(1).max(99),
  })
  .superRefine((input, context) => {
    const numbers = input.cylinders.map((c) => c.cylinder)
    refuseTwice(
      numbers,
      context,
      (i) => ['cylinders', i, 'cylinder'],
      (n) => `cylinder ${n} is given twice`,
    )
    if (input.selected !== null && !numbers.includes(input.selected)) {
      context.addIssue({
        code: 'custom',
        message: `cylinder ${input.selected} is not on this engine`,
        path: ['selected'],
      })
    }
  })
export type NextMoveInput = z.infer<typeof nextMoveInput>

/** What the moves of a deck can say; its stages share their sentences. */
export const deckSays = {
  actions: [
    'measure',
    'close-zero',
    'repeat',
    'repeat-anew',
    'decide',
    'shim',
    'shim-out',
    'cut',
    'next-cylinder',
    'close-stage',
    'back-to-trial',
    'done',
  ],
  told: ['blocked'],
  reasons: [
    'first',
    'continue',
    'after-cut',
    'after-shim',
    'after-shim-out',
    'after-barred',
    'zero-moved',
    'rough-readings',
    'baseline',
    'zero-unchecked',
    'leans',
    'fretted',
    'low',
    'high',
    'stepped',
    'head-range',
    'on-the-line',
    'too-close',
    'past-max-depth',
    'no-shim-thick-enough',
    'no-leaf-thin-enough',
    'all-inside',
    'two-sets',
    'shifted',
    'closed',
    'waits-first',
    'waits-open',
    'waits-changed',
    'waits-zero',
    'waits-line',
    'waits-outside',
    'outside-low',
    'outside-high',
    'outside-spread',
    'outside-step',
    'outside-head',
  ],
  cautions: ['clamp', 'clamp-by-book', 'chips', 'chamfer', 'lead-decides', 'machine-shop', 'seals-out'],
  heads: [
    'cut-rough',
    'cut-finish',
    'cut-rough-shim-out',
    'cut-finish-shim-out',
    'shim-swap',
    'decide-cut',
    'decide-shim',
  ],
} as const satisfies Says

type DeckMove = MoveOf<typeof deckSays>
export type MoveAction = DeckMove['action']
export type MoveReason = DeckMove['reason']

/** The figures of a deck's move. Lengths mm. */
export interface DeckFigures {
  leavesMm?: number[]
  packMm?: number
  passKind?: 'rough' | 'finish'
  /** Every pass that is planned from here, this one first. */
  passes?: { kind: 'rough' | 'finish'; packMm: number }[]
  totalCutMm?: number
  expectMm?: number
  endMm?: number
  shimMm?: number
  shimOutMm?: number
  tiltMm?: number
  highAtDeg?: number | null
  cleanCutMm?: number
  frettingMm?: number
  depthMm?: number
  limitMm?: number
  valueMm?: number
  uncertaintyMm?: number
  more?: number
  stepMm?: number
  neighbour?: number
  holdDownNm?: number | null
  stationNumber?: number
  stationCount?: number
  rangeMm?: number
  /** Which of two windows counts once it is done, where the sheet has two. */
  window?: 'bare' | 'shimmed'
  windowMinMm?: number
  windowMaxMm?: number
  /** Of what is told of several. */
  cylinders?: number[]
}

/** The next physical action on a deck. */
export type NextMove = Omit<DeckMove, 'figures'> & { figures: DeckFigures & Figures }
