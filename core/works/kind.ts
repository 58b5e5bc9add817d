import { z } from 'zod'
import { entry, id, strike, when } from '../job/base'
import { instruments, storedForm } from '../figure-types'
import type { StageName } from './stage-table'

/** One sort of entry a person makes: what it is called, where it lies, and what of it is given. */
export interface Kind<
  Rows extends string = string,
  Key extends string = string,
  Given extends z.ZodRawShape = z.ZodRawShape,
  Strikes extends boolean = boolean,
> {
  /** Its collection: at the top of a snapshot, or under its work. */
  rows: Rows
  /** What names it in its act. */
  key: Key
  /** Whether it can be struck out. */
  strikes: Strikes
  /** The stage it belongs to: once that is closed, nothing is added. */
  stage: StageName
  /** The stage in which `strike-entry` may strike it out; null where that act does not. */
  struckIn: StageName | null
  /** It lies under its stage, but says nothing of how far that is: such entries neither begin a stage nor end a place in it. */
  quiet?: boolean
  /** What a person gives of it; id, who, when and its place come with the occasion. */
  given: Given
}
/** The kinds of a work, by the names of their acts. Once stored, a name is for ever; a kind only gains fields with defaults. */
export type Kinds = Readonly<Record<string, Kind>>

/** A kind of entry, with its literal names kept for the types. */
export function kind<
  const Rows extends string,
  const Key extends string,
  Given extends z.ZodRawShape,
  const Strikes extends boolean,
>(of: Kind<Rows, Key, Given, Strikes>): Kind<Rows, Key, Given, Strikes> {
  return of
}

/** A kind of entry that is made and struck out in one stage. @param quiet it says nothing of how far that stage is */
export const stageEntry = <
  const R extends string,
  const K extends string,
  S extends StageName,
  G extends z.ZodRawShape,
>(
  rows: R,
  key: K,
  stage: S,
  given: G,
  quiet = false,
) => kind({ rows, key, strikes: true, stage, struckIn: stage, quiet, given })

/** What is left of an entry's schema for a kind: without id, who, when, place and strike. */
export const madeByOccasion = { id: true, seq: true, personId: true, at: true } as const

/** The limits in force when it was made, which the server notes; left out where it did not: those of its place in the log. */
const inForce = { sheetId: id.optional() }

/** What an entry that was read figure by figure carries beside its figures; all of it may be left out. */
export const byTurn = {
  /** When its first figure was taken; it was made with its last. */
  fromAt: when.optional(),
  /** The entry whose place it takes, and why: that one is struck out with it. */
  replaces: z.strictObject({ id, reason: z.string().trim().min(1).max(300) }).optional(),
  /** Figures that were read more than once, by their keys, each reading kept: the entry has their mean. */
  repeats: z.record(z.string().max(80), z.array(z.number()).min(2).max(12)).optional(),
  /** What its figures were taken with, by the sort of instrument; no gauge where none was named: nobody knows how sure they are. */
  takenWith: z
    .array(
      z.strictObject({
        by: z.enum(instruments),
        gaugeId: id.nullable(),
        /** k = 2, in the unit of what it reads, by the shop's rule; null where it is not known. */
        uncertainty: z.number().min(0).max(10_000).nullable().optional(),
      }),
    )
    .max(8)
    .optional(),
} as const
export type ByTurn = z.infer<z.ZodObject<typeof byTurn>>
export type TakenWith = NonNullable<ByTurn['takenWith']>

/** An entry of a kind as it stands in a snapshot. */
export type EntryOf<K extends Kind> = z.infer<z.ZodObject<typeof entry & typeof inForce & K['given']>> &
  ByTurn &
  (K['strikes'] extends true ? { struck: z.infer<typeof strike> } : unknown)
/** The act that adds one: what was left out is filled by its defaults. */
export type ActOf<K extends Kinds> = {
  [W in keyof K & string]: { what: W } & { [Id in K[W]['key']]: string } & z.input<z.ZodObject<K[W]['given']>> & ByTurn
}[keyof K & string]
/** The collections of these kinds. */
export type RowsOf<K extends Kinds> = { [W in keyof K as K[W]['rows']]: EntryOf<K[W]>[] }

/** What is given of a kind, as it may stand in what is stored. */
export const storedGiven = (of: Kind) =>
  Object.fromEntries(Object.entries(of.given).map(([name, schema]) => [name, storedForm(schema)]))

/** The schema of one entry, as it may be stored. */
export function entrySchema(of: Kind) {
  return z.strictObject({
    ...entry,
    ...inForce,
    ...byTurn,
    ...storedGiven(of),
    ...(of.strikes ? { struck: strike } : {}),
  })
}

type RowsShape<K extends Kinds> = {
  [W in keyof K as K[W]['rows']]: z.ZodDefault<z.ZodArray<z.ZodType<EntryOf<K[W]>>>>
}
/** The collections of these kinds as a part of a snapshot's schema; each is empty where it is left out. */
export function rowsShape<K extends Kinds>(kinds: K): RowsShape<K> {
  return Object.fromEntries(
    Object.values(kinds).map((k) => [k.rows, z.array(entrySchema(k)).default([])]),
  ) as unknown as RowsShape<K>
}

/** The schemas of the acts that add such entries: what comes in is bounded. @param turns they may be read figure by figure */
export function actSchemas(kinds: Kinds, turns: boolean) {
  return Object.entries(kinds).map(([what, { key, given }]) =>
    z.strictObject({ what: z.literal(what), [key]: id, ...given, ...(turns ? byTurn : {}) }),
  )
}
