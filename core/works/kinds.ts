import { z } from 'zod'
import type { Spot } from '../job/place'
import { rowsShape, type ActOf, type Kind, type Kinds, type RowsOf } from './kind'
import { entryCollections, stageLine, type EntryCollection, type StageName, type WorkName } from './stage-table'
import * as works from './works'

type Works = typeof works
type Intersection<U> = (U extends unknown ? (u: U) => void : never) extends (i: infer I) => void ? I : never

/** Works whose entries lie at the top of a snapshot and in tables of their own: those there were before kinds. */
const atTheTop = ['job', 'liners'] as const
type TopWork = (typeof atTheTop)[number]
/** Works whose entries lie grouped under their name. */
type GroupedWork = Exclude<keyof Works, TopWork>

type KindsOf<W extends keyof Works> = Works[W] extends { kinds: infer K extends Kinds } ? K : Record<never, never>
export type AllKinds = Intersection<{ [W in keyof Works]: KindsOf<W> }[keyof Works]>
/** Names of the acts that add an entry. */
export type EntryWhat = keyof AllKinds & string
/** What a person gives of a kind of entry, as its schemas. */
export type GivenOf<W extends EntryWhat> = AllKinds[W] extends { given: infer G extends z.ZodRawShape } ? G : never
/** Acts that add one entry to the job, and change nothing else. */
export type EntryAct = { [W in keyof Works]: KindsOf<W> extends Kinds ? ActOf<KindsOf<W>> : never }[keyof Works]

/** What a work may bring beside its stages. */
interface WorkData {
  kinds?: Kinds
  /** What it needs on the engine's sheet. */
  section?: z.ZodType
  /** Where on this unit it works, in order; left out: at the cylinders. */
  places?: (unit: { heads: readonly (readonly number[])[] }, section: never) => Spot[]
}
const named = Object.entries(works) as [WorkName, WorkData][]

interface PlacedKind extends Kind {
  work: WorkName
  /** Whether its entries lie under their work, not at the top of the snapshot. */
  grouped: boolean
}

/** Every kind of entry by the name of its act. */
export const kindOf: Readonly<Record<EntryWhat, PlacedKind>> = Object.fromEntries(
  named.flatMap(([work, { kinds = {} }]) =>
    Object.entries(kinds).map(([what, k]) => [what, { ...k, work, grouped: !isTop(work) }]),
  ),
) as unknown as Record<EntryWhat, PlacedKind>
export const entryWhats = Object.keys(kindOf) as EntryWhat[]
/** Every kind, with its name. */
export const allKinds = entryWhats.map((what) => ({ what, ...kindOf[what] }))

function isTop(work: WorkName): work is TopWork {
  return (atTheTop as readonly string[]).includes(work)
}

/** Whether the entries of a work lie under its name: those may be read figure by figure. */
export const isGrouped = (work: WorkName): boolean => !isTop(work)
/** Kinds by their works, as the schemas of acts and collections take them. */
export const kindsByWork: readonly [WorkName, Kinds][] = named.map(([work, { kinds = {} }]) => [work, kinds])

/** The collections at the top of a snapshot that are made of kinds. */
export const topRows = { ...rowsShape(works.job.kinds), ...rowsShape(works.liners.kinds) }
type Group<W extends keyof Works> = RowsOf<KindsOf<W>>
/** Collections of the other works, each under its name; absent while nothing is in it. */
export type Groups = { [W in GroupedWork]?: Group<W> }
const groupSchemas = named
  .filter(([work]) => !isTop(work))
  .map(([work, { kinds = {} }]) => [work, z.strictObject(rowsShape(kinds)).optional()])
export const groups = z.strictObject(Object.fromEntries(groupSchemas)) as unknown as z.ZodType<Groups>

/** What each work needs on the engine's sheet, under its name; absent where it is not filled in. */
type SectionsShape = {
  [W in keyof Works]: Works[W] extends { section: infer S extends z.ZodType } ? z.infer<S> : never
}
export type Sections = { [W in keyof SectionsShape as SectionsShape[W] extends never ? never : W]?: SectionsShape[W] }
export const sections = z.strictObject(
  Object.fromEntries(named.flatMap(([work, { section }]) => (section ? [[work, section.optional()]] : []))),
) as unknown as z.ZodType<Sections>

/** Where a work is done on a unit, in the order it is gone through: the cylinders, unless the work says otherwise. */
export function placesOf(work: WorkName, unit: { heads: readonly (readonly number[])[] }, of: Sections): Spot[] {
  const { places } = (works as unknown as Record<WorkName, WorkData>)[work]
  if (places) return places(unit, (of as Record<string, never>)[work]!)
  return unit.heads.flat().map((cylinder) => ({ cylinder, place: null }))
}

interface Entry {
  id: string
  seq: number
  personId: string
  at: string
  struck?: { personId: string; at: string; reason: string } | null
}
/** Whatever has the entries of a job in it. */
export interface HasEntries extends Partial<Record<EntryCollection, readonly unknown[]>> {
  works: Groups
}

/** A collection by its name: `pulls` at the top, `sleeves.tips` under its work. */
export type RowsName = EntryCollection | `${string}.${string}`
const nameOfKind = ({ grouped, work, rows }: PlacedKind) => (grouped ? `${work}.${rows}` : rows) as RowsName

/** Every collection of entries: what the signature of a job covers. */
export const allCollections: readonly RowsName[] = [
  ...entryCollections,
  ...allKinds.filter((k) => k.grouped).map(nameOfKind),
]

/** The entries of a collection; none where the job has none of that work. */
export function entriesOf(job: HasEntries, name: RowsName): readonly Entry[] {
  const [work, rows] = name.split('.') as [string, string | undefined]
  if (rows === undefined) return (job[work as EntryCollection] ?? []) as readonly Entry[]
  return ((job.works as Record<string, Record<string, readonly Entry[]>>)[work]?.[rows] ?? []) as readonly Entry[]
}

/** The job with the entries of a kind changed. */
export function withEntries<T extends HasEntries>(
  job: T,
  what: EntryWhat,
  change: (there: readonly Entry[]) => readonly Entry[],
): T {
  const k = kindOf[what]
  const next = change(entriesOf(job, nameOfKind(k)))
  if (!k.grouped) return { ...job, [k.rows]: next }
  const group = (job.works as Record<string, object>)[k.work] ?? emptyGroup(k.work)
  return { ...job, works: { ...job.works, [k.work]: { ...group, [k.rows]: next } } }
}

/** A work's collections with nothing in them. */
function emptyGroup(work: WorkName): Record<string, []> {
  return Object.fromEntries(allKinds.filter((k) => k.work === work).map((k) => [k.rows, []]))
}

/** The collection of a kind. */
export const rowsName = (what: EntryWhat): RowsName => nameOfKind(kindOf[what])

/** The collections of the grouped kinds that name a stage. */
const ownRows = (stage: StageName, quietToo = false) =>
  allKinds.filter((k) => k.grouped && k.stage === stage && (quietToo || !k.quiet)).map(nameOfKind)

/** The collections that the signature of a stage covers: those of its line, and of the kinds that name it. */
export function coveredBy(stage: StageName): readonly RowsName[] {
  if (stage === 'record') return allCollections
  return [...stageLine[stage].rows, ...ownRows(stage, true)]
}

/** The collections in which anything shows that a stage was begun. */
export function beginnings(stage: StageName): readonly RowsName[] {
  return [...stageLine[stage].begins, ...ownRows(stage)]
}

/** The collections that say a place is done in a stage; none where its sets of readings say so. */
export function donesOf(stage: StageName): readonly RowsName[] {
  return [...stageLine[stage].doneBy, ...ownRows(stage)]
}
