import { z } from 'zod'
import type { TorqueUnit } from '../units/torque-units'
import { inner, sizingOf, type Sized } from '../figure-types'
import { kindOf, type AllKinds, type EntryAct, type EntryWhat, type GivenOf } from '../works/kinds'
import type { ByTurn } from '../works/kind'
import {
  answerAt,
  assembled,
  filled,
  nextAsk,
  nothingSaid,
  wordOfKey,
  type Answer,
  type Answers,
  type Ask,
  type Said,
} from './ask'
import { addEntry } from './entries'
import type { Figures } from './move'
import { spotOf, type Spot } from './place'
import type { Snapshot } from './snapshot'
import type { Hand } from './hand'

/** Where a step is done, and how it stands there now. */
export interface Here<P extends Spot = Spot, S = unknown> {
  snapshot: Snapshot
  /** The place, with what its part reads it as. */
  spot: P
  state: S
  /** Now, ms: whatever can wait is asked with it, never by a clock of its own. */
  nowMs: number
  /** What the person has in hand; null where it is asked for the gate: nobody's hand keeps a stage open. */
  hand: Hand | null
}

/** How good a figure is: by which gauge, and its uncertainty, mm. */
export interface MeasuredBy {
  gaugeId: string | null
  uncertaintyMm: number
  /** Of a pressure, where its gauge is named. */
  uncertaintyKPa?: number
  /** Of a torque: the unit its wrench is on, what it showed there, and how that came in. */
  wrench?: { unit: TorqueUnit; shown?: number; sent: boolean }
}

type OrBy<H, T> = T | ((here: H, sofar: Record<string, unknown>) => T)
interface Common<H> {
  /** What its sentence tells beside the place's own figures. */
  figures?: OrBy<H, Figures>
  /** The spot of the drawing; left out: its key. */
  spot?: string
  /** Of one that may be nothing: whether it is asked here at all. Left out: it is, and may be passed over. */
  when?: (here: H, sofar: Record<string, unknown>) => boolean
  /** It may be nothing, but not here: somebody must say it. */
  needed?: (here: H) => boolean
}
interface FigureSpec<H> extends Common<H> {
  about?: OrBy<H, number | null>
  usual?: OrBy<H, number | undefined>
  /** What it is where nothing went wrong: taken by Enter. */
  offered?: OrBy<H, number>
  /** What reads another figure may send it along: it is kept where it is not asked, too. */
  comes?: true
}
interface YesNoSpec<H> extends Common<H> {
  usual?: OrBy<H, boolean>
}
interface ChoiceSpec<H, O> extends Common<H> {
  /** Where its options have their words. */
  words: string
  options?: (here: H) => readonly O[]
  offered?: OrBy<H, O>
  usual?: OrBy<H, O>
}
interface TextSpec<H> extends Common<H> {
  usual?: OrBy<H, string>
  /** Codes that the sheet has for here: it is compared with them as it is read. */
  codes?: (here: H) => readonly string[]
}
/** Which of several: the figures of their sentences, and the spots of the drawing. */
export interface OneOfSeveral {
  figures?: Figures
  spot: string
  about?: number | null
  usual?: number
}
interface SeveralSpec<H> extends Common<H> {
  each: (here: H, sofar: Record<string, unknown>) => readonly OneOfSeveral[]
  /** One more by hand, after those; left out: there are no more. */
  more?: (here: H, row: number, sofar: Record<string, unknown>) => OneOfSeveral
}
interface RowsSpec<H, Shape extends z.ZodRawShape> extends Common<H> {
  rows: (here: H, sofar: Record<string, unknown>) => readonly OneOfSeveral[]
  /** One more by hand, after those; left out: there are no more. */
  more?: (here: H, row: number, sofar: Record<string, unknown>) => OneOfSeveral
  each: { [F in keyof Shape]: RowFieldSpec<H> }
}
interface RowFieldSpec<H> {
  /** The spot within its row. */
  spot: string
  about?: (here: H, row: number) => number | null
  usual?: (here: H, row: number) => number | undefined
}
interface PlacesSpec<H> extends Common<H> {
  usual?: OrBy<H, readonly number[]>
}

type Inner<S> = S extends z.ZodDefault<infer I> | z.ZodNullable<infer I> | z.ZodOptional<infer I> ? Inner<I> : S
type SpecOf<S, H> =
  Inner<S> extends Sized
    ? FigureSpec<H>
    : Inner<S> extends z.ZodBoolean
      ? YesNoSpec<H>
      : Inner<S> extends z.ZodEnum
        ? ChoiceSpec<H, z.infer<Inner<S>>>
        : Inner<S> extends z.ZodString
          ? TextSpec<H>
          : Inner<S> extends z.ZodArray<infer E>
            ? E extends z.ZodObject<infer Shape extends z.ZodRawShape>
              ? RowsSpec<H, Shape>
              : Inner<E> extends Sized
                ? SeveralSpec<H>
                : PlacesSpec<H>
            : Inner<S> extends z.ZodTuple
              ? SeveralSpec<H>
              : never
/** What comes with the occasion: the place, and what it was measured with. */
type Filled = 'place' | 'cylinder' | 'gaugeId' | 'uncertaintyMm'
type Needed<G> = { [F in keyof G]: F extends Filled ? never : undefined extends z.input<G[F]> ? never : F }[keyof G]
type May<G> = Exclude<keyof G, Needed<G> | Filled>
/** What is given: by the place, by what was answered or touched beside the questions, by what it is measured with. */
type Given<S, H> = (here: H, sofar: Record<string, unknown>, by: MeasuredBy) => z.input<S>
type FieldOf<S, H> = SpecOf<S, H> | Given<S, H>
/** Each field of an entry is asked (an object) or given (a function), exactly once; one with a default may be left out. */
export type Fields<G, H> = { [F in Needed<G>]: FieldOf<G[F], H> } & { [F in May<G>]?: FieldOf<G[F], H> }

type Sofar<T> = T extends readonly (infer E)[]
  ? readonly (Sofar<E> | undefined)[]
  : T extends object
    ? { [K in keyof T]?: Sofar<T[K]> }
    : T
/** What is answered so far, laid together as the entry will have it. */
export type SofarOf<W extends EntryWhat> = Sofar<z.input<z.ZodObject<GivenOf<W>>>>
/** The act of a kind. */
export type ActOfWhat<W extends EntryWhat> = Extract<EntryAct, { what: W }>

interface TurnSpec<W extends EntryWhat, H, Order extends string> {
  /** The kind it ends in. */
  entry: W
  fields: Fields<GivenOf<W>, H>
  /** What is known so far: a verdict a figure, and sentences of the whole. @param by what it is measured with */
  said?: (here: H, sofar: SofarOf<W>, by: MeasuredBy) => Said
  /** How its figures lie once all of it is answered, as the stage judges the entry that it comes to. @param then the place with the entry made */
  judged?: (then: H, sofar: SofarOf<W>) => 'in' | 'unsure' | 'out' | Said['verdicts'] | null
  /** What is done with it, and comes before it. */
  before?: (here: H, newId: () => string) => EntryAct[]
  /** Why it cannot be taken here and now, apart from its figures: the first that holds. */
  after?: { [O in Order]?: (here: H) => boolean }
  /** Why it cannot be taken with these figures; null where it can. */
  refuses?: (here: H, act: ActOfWhat<W>) => Order | null
}

/** What a move wants to know, asked one by one where the work is drawn, and what it comes to. */
export interface Turn<H = Here> {
  entry: EntryWhat
  asks(here: H, answers: Answers): Ask[]
  /** The key under which one more row is counted, of the first field that may have one; null where none may. */
  more: string | null
  said(here: H, answers: Answers, by: MeasuredBy): Said
  make(here: H, answers: Answers, by: MeasuredBy, newId: () => string, more?: ByTurn): EntryAct[]
  /** Codes that its refusals can have. */
  orders: readonly string[]
  /** What it can ask, by the words of its questions. */
  words: readonly string[]
  /** Where the choices of a field have their words. */
  choices: Readonly<Record<string, string>>
  refuses(here: H, act: EntryAct): string | null
}

type AnySpec = Common<Here> & {
  about?: unknown
  usual?: unknown
  offered?: unknown
  options?: (here: Here) => readonly string[]
  words?: string
  codes?: (here: Here) => readonly string[]
  comes?: true
  each?: unknown
  rows?: RowsSpec<Here, z.ZodRawShape>['rows']
  more?: RowsSpec<Here, z.ZodRawShape>['more']
}
/** Where it is kept how many rows were added by hand. */
export const MORE = '#'
const by = <T>(value: unknown, here: Here, sofar: Record<string, unknown>): T =>
  (typeof value === 'function' ? (value as (h: Here, s: unknown) => T)(here, sofar) : value) as T

const addedIn = (sofar: Record<string, unknown>, name: string, { more }: AnySpec): number =>
  more ? Number(sofar[MORE + name] ?? 0) : 0

const blank: Omit<Ask, 'key' | 'is' | 'word' | 'figures' | 'spot'> = {
  optional: false,
  usual: undefined,
  offered: undefined,
  quantity: null,
  least: -Infinity,
  most: Infinity,
  by: [],
  about: null,
  options: [],
  words: null,
  codes: [],
}

function figureAsk(key: string, schema: z.core.$ZodType, figures: Figures, spot: string, more: Partial<Ask>): Ask {
  const sizing = sizingOf(schema)
  if (!sizing) throw new RangeError(`${key} has no bounds: it cannot be asked.`)
  const { quantity, least, most, by: gauges } = sizing
  return {
    ...blank,
    key,
    is: 'figure',
    word: wordOfKey(key),
    figures,
    spot,
    quantity,
    least,
    most,
    by: gauges,
    ...more,
  }
}

const isNullable = (schema: z.core.$ZodType): boolean =>
  schema instanceof z.ZodNullable ||
  ((schema instanceof z.ZodDefault || schema instanceof z.ZodOptional) && isNullable(schema._zod.def.innerType))
const mayBeLeft = (schema: z.core.$ZodType) => schema instanceof z.ZodDefault || schema instanceof z.ZodOptional

/** The asks of one field of an entry. */
function asksOf(
  name: string,
  schema: z.core.$ZodType,
  spec: AnySpec,
  here: Here,
  sofar: Record<string, unknown>,
): Ask[] {
  const of = inner(schema)
  const figures = by<Figures | undefined>(spec.figures, here, sofar) ?? {}
  const spot = spec.spot ?? name
  if (spec.when && !spec.when(here, sofar)) return []
  const optional = (isNullable(schema) || mayBeLeft(schema)) && !spec.needed?.(here)
  const usual = by<Answer | undefined>(spec.usual, here, sofar)
  const plain = { ...blank, key: name, word: name, figures, spot, optional, usual }
  if (of instanceof z.ZodBoolean) return [{ ...plain, is: 'yes-no' }]
  if (of instanceof z.ZodEnum) {
    const options = spec.options?.(here) ?? (of.options as string[])
    return [{ ...plain, is: 'choice', options, words: spec.words ?? null, offered: by(spec.offered, here, sofar) }]
  }
  if (of instanceof z.ZodString)
    return [{ ...plain, is: spec.codes ? 'code' : 'text', codes: spec.codes?.(here) ?? [] }]
  if (of instanceof z.ZodArray && inner(of.element) instanceof z.ZodObject) {
    const { shape } = inner(of.element) as z.ZodObject
    const each = spec.each as RowsSpec<Here, z.ZodRawShape>['each']
    const rows = [...spec.rows!(here, sofar)]
    for (let n = 0; n < addedIn(sofar, name, spec); n++) rows.push(spec.more!(here, rows.length, sofar))
    return rows.flatMap((row, i) =>
      Object.entries(each).map(([field, own]) =>
        figureAsk(`${name}.${i}.${field}`, shape[field]!, { ...figures, ...row.figures }, `${own.spot}@${row.spot}`, {
          about: own.about?.(here, i) ?? null,
          usual: own.usual?.(here, i),
        }),
      ),
    )
  }
  if (of instanceof z.ZodTuple || of instanceof z.ZodArray) {
    const several = spec.each as SeveralSpec<Here>['each'] | undefined
    if (!several) return [{ ...plain, is: 'places' }]
    const all = [...several(here, sofar)]
    for (let n = 0; n < addedIn(sofar, name, spec); n++) all.push(spec.more!(here, all.length, sofar))
    return all.map((one, i) => {
      const element = of instanceof z.ZodTuple ? of.def.items[i]! : of.element
      return figureAsk(`${name}.${i}`, element, { ...figures, ...one.figures }, one.spot, {
        about: one.about ?? null,
        usual: one.usual,
        optional: isNullable(element),
      })
    })
  }
  return [
    figureAsk(name, schema, figures, spot, {
      optional,
      about: by<number | null | undefined>(spec.about, here, sofar) ?? null,
      offered: by(spec.offered, here, sofar),
      usual,
    }),
  ]
}

/** Behind everything that stands. */
const LAST_SEQ = Number.MAX_SAFE_INTEGER - 1000
/** Finer than this nothing is kept: what is reckoned stands in the job as it does in its store. */
const KEPT_DIGITS = 6
/** Figures as they are kept, however deep they lie. */
function kept(value: unknown): unknown {
  if (typeof value === 'number') return Number(value.toFixed(KEPT_DIGITS))
  if (Array.isArray(value)) return value.map(kept)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([name, of]) => [name, kept(of)]))
}

/** A turn at a part of a stage, as {@link TurnSpec} tells it. */
export function turnOf<W extends EntryWhat, H extends Here<Spot, unknown>, Order extends string>(
  spec: TurnSpec<W, H, Order>,
  reread: (here: H, snapshot: Snapshot) => H = (here, snapshot) => ({ ...here, snapshot }),
): Turn<H> {
  const kind = () => kindOf[spec.entry]
  const fields = Object.entries(spec.fields) as [string, AnySpec | Given<z.ZodUnknown, Here>][]
  const laid = (answers: Answers) => assembled(answers)
  /** What was touched beside the questions, for what is given. */
  const beside = (answers: Answers): Answers =>
    Object.fromEntries(
      fields.flatMap(([name, of]) => (typeof of === 'function' && name in answers ? [[name, answers[name]!]] : [])),
    )
  const asks = (here: H, answers: Answers): Ask[] => {
    const sofar = laid(answers)
    return fields.flatMap(([name, of]) =>
      typeof of === 'function' ? [] : asksOf(name, kind().given[name] as z.core.$ZodType, of, here, sofar),
    )
  }
  const make: Turn<H>['make'] = (here, answers, measuredBy, newId, more = {}) => {
    const { key, given } = kind()
    const asked = asks(here, answers)
    const whole = laid(filled(asked, answers))
    const values = fields.flatMap(([name, of]): [string, unknown][] => {
      if (typeof of === 'function') return [[name, of(here, laid(answers), measuredBy)]]
      if (name in whole) return [[name, whole[name]]]
      if (of.comes && answers[name] !== undefined) return [[name, answers[name]]]
      // What was not asked here is nothing, or none of several, where it may be; else its default fills it.
      if (inner(given[name] as z.core.$ZodType) instanceof z.ZodArray && !isNullable(given[name] as z.core.$ZodType))
        return [[name, []]]
      return isNullable(given[name] as z.core.$ZodType) ? [[name, null]] : []
    })
    const spot = spotOf(here.spot)
    const occasion = {
      ...('place' in given && spot.place !== null ? { place: spot.place } : {}),
      ...('cylinder' in given && (spot.cylinder !== null || isNullable(given.cylinder as z.core.$ZodType))
        ? { cylinder: spot.cylinder }
        : {}),
      ...('gaugeId' in given ? { gaugeId: measuredBy.gaugeId, uncertaintyMm: measuredBy.uncertaintyMm } : {}),
    }
    // Passed over where a text may be left out.
    const said = values.filter(([name, v]) => v !== null || isNullable(given[name] as z.core.$ZodType))
    const figures = kept(Object.fromEntries(said)) as Record<string, unknown>
    const act = { what: spec.entry, [key]: newId(), ...occasion, ...figures, ...more }
    return [...(spec.before?.(here, newId) ?? []), act as unknown as EntryAct]
  }
  /** The place as it would be with the entry made. */
  const after = (here: H, answers: Answers, measuredBy: MeasuredBy): H => {
    let n = 0
    const acts = make(here, answers, measuredBy, () => `tried-${n++}`)
    const at = new Date(here.nowMs).toISOString()
    const then = acts.reduce((s, act, i) => addEntry(s, act, { seq: LAST_SEQ + i, at, personId: '' }), here.snapshot)
    return reread(here, then)
  }
  /** What the stage says of its figures once all is answered. */
  const judged = (here: H, answers: Answers, measuredBy: MeasuredBy): Said['verdicts'] => {
    if (!spec.judged) return {}
    const asked = asks(here, answers)
    const whole = filled(asked, answers)
    if (nextAsk(asked, answers) !== null) return {}
    const verdict = spec.judged(after(here, answers, measuredBy), laid(whole) as SofarOf<W>)
    if (verdict === null) return {}
    if (typeof verdict !== 'string') return verdict
    return Object.fromEntries(asked.flatMap((a) => (typeof whole[a.key] === 'number' ? [[a.key, verdict]] : [])))
  }
  return {
    entry: spec.entry,
    orders: Object.keys(spec.after ?? {}),
    words: fields.flatMap(([name, of]) => {
      if (typeof of === 'function') return []
      return of.rows ? Object.keys(of.each as object).map((field) => `${name}.${field}`) : [name]
    }),
    choices: Object.fromEntries(
      fields.flatMap(([name, of]) => (typeof of !== 'function' && of.words ? [[name, of.words]] : [])),
    ),
    asks,
    more: fields.flatMap(([name, of]) => (typeof of !== 'function' && of.more ? [MORE + name] : []))[0] ?? null,
    said: (here, answers, measuredBy) => {
      const sofar = laid({ ...beside(answers), ...filled(asks(here, answers), answers) }) as SofarOf<W>
      const own = spec.said?.(here, sofar, measuredBy) ?? nothingSaid
      return spec.judged ? { ...own, verdicts: { ...own.verdicts, ...judged(here, answers, measuredBy) } } : own
    },
    make,
    refuses: (here, act) => {
      const early = Object.entries(spec.after ?? {}) as [Order, (here: H) => boolean][]
      return early.find(([, holds]) => holds(here))?.[0] ?? spec.refuses?.(here, act as ActOfWhat<W>) ?? null
    },
  }
}

/** The answers that make an entry what it is: for opening it again in its turn. */
export function answersOf(asks: readonly Ask[], entry: object): Answers {
  return Object.fromEntries(
    asks.flatMap(({ key }) => {
      const there = answerAt(entry, key)
      return there === undefined ? [] : [[key, there]]
    }),
  )
}
export type { AllKinds }
