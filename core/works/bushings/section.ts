import { z } from 'zod'
import { poisson } from '../../fit/rings'
import { lengthFromZeroMm, lengthMm, mark, share, stressMPa, thicknessMm, torqueNm, windowMm } from '../../schema'

export const faces = ['front', 'rear'] as const
export type Face = (typeof faces)[number]
/** What is on the back of a bushing as it goes in: two schools. */
export const backs = ['dry', 'film'] as const
export type Back = (typeof backs)[number]

/** An oil drilling of a housing. */
const drilling = z.strictObject({
  /** By the book: engine upright, seen from the front; 12 is up. */
  oClock: z.number('must be an hour of the clock').gt(0, 'must be more than zero').max(12, 'is no hour of the clock'),
  sizeMm: thicknessMm,
  /** Its middle from the face that the bushing enters from. */
  fromFaceMm: lengthMm,
  /** A groove or chamfer round it forgives a turn. */
  groove: z.boolean(),
  feeds: z.string().trim().max(40),
})

const housing = z.strictObject({
  boreMm: thicknessMm,
  outerMm: thicknessMm,
  widthMm: thicknessMm,
  /** Its front face from the front of the block. */
  fromFrontMm: lengthFromZeroMm,
  entersFrom: z.enum(faces),
  journalMm: thicknessMm,
  drillings: z.array(drilling).min(1).max(6),
})
export type Housing = z.infer<typeof housing>

/** A kind of bushing: where it may go, and its holes in the order of that housing's drillings. */
const bushingCode = z.strictObject({
  code: mark,
  positions: z.array(z.int().min(1).max(99)).min(1).max(99),
  outerMm: thicknessMm,
  innerMm: thicknessMm,
  widthMm: thicknessMm,
  holes: z
    .array(z.strictObject({ sizeMm: thicknessMm, fromTrailingMm: lengthMm }))
    .min(1)
    .max(6),
})
export type BushingCode = z.infer<typeof bushingCode>

/** A passage of the oil circuit, between two of its nodes; `housing-3` is a housing. */
const passage = z.strictObject({
  id: mark,
  from: mark,
  to: mark,
  deadEnd: z.boolean(),
  /** The plug that closes its end; null where it has none. */
  plug: z.string().trim().min(1).max(40).nullable(),
})
export type Passage = z.infer<typeof passage>

/** What the sheet says of the camshaft, its housings and bushings, and the oil's way to them. */
export const section = z
  .strictObject({
    housings: z.array(housing).min(1).max(24),
    boreTolMm: lengthFromZeroMm,
    journalTolMm: lengthFromZeroMm,
    codes: z.array(bushingCode).min(1).max(60),
    interference: windowMm,
    clearance: windowMm,
    metal: z.strictObject({
      housingModulusMPa: stressMPa,
      housingPoisson: poisson,
      bushingModulusMPa: stressMPa,
      bushingPoisson: poisson,
      bushingYieldMPa: stressMPa,
    }),
    /** Of each oil hole, the share that must be open. */
    wantedShare: share,
    /** How far an edge may stand out of its housing. */
    edgeOutMm: lengthFromZeroMm,
    /** What the book puts on the back of a bushing; null where it does not say. */
    back: z.enum(backs).nullable(),
    /** The camshaft turns with no more than this. */
    turningNm: torqueNm,
    endFloat: windowMm,
    backlash: windowMm,
    /** Wipes running that must come out clean; more where a drilling ends blind. */
    cleanWipes: z.int().min(1).max(20),
    deadEndWipes: z.int().min(1).max(20),
    passages: z.array(passage).max(60),
  })
  .superRefine(({ housings, codes, passages }, context) => {
    const wrong = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    housings.forEach((h, i) => {
      if (h.outerMm <= h.boreMm) wrong(['housings', i, 'outerMm'], 'must be larger than its bore')
      if (h.journalMm >= h.boreMm) wrong(['housings', i, 'journalMm'], 'must be smaller than the bore')
      if (i > 0 && h.fromFrontMm < housings[i - 1]!.fromFrontMm + housings[i - 1]!.widthMm)
        wrong(['housings', i, 'fromFrontMm'], 'must lie behind the one before it')
    })
    codes.forEach((c, i) => {
      if (c.innerMm >= c.outerMm) wrong(['codes', i, 'innerMm'], 'must be smaller than its outside')
      if (codes.findIndex((o) => o.code === c.code) < i) wrong(['codes', i, 'code'], `${c.code} stands twice`)
      if (c.positions.some((p) => p > housings.length)) wrong(['codes', i, 'positions'], 'names a housing there is not')
    })
    passages.forEach((p, i) => {
      if (passages.findIndex((o) => o.id === p.id) < i) wrong(['passages', i, 'id'], `${p.id} stands twice`)
      if (p.from === p.to) wrong(['passages', i, 'to'], 'must lead somewhere else')
    })
  })
export type BushingSection = z.infer<typeof section>
