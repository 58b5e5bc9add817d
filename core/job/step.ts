import type { StageLogic, Doing, Hand, Refused } from '../works/stage-logic'
import type { EntryAct, EntryWhat } from '../works/kinds'
import { stageLine, type StageName } from '../works/stage-table'
import { filled } from './ask'
import type { GateProblem } from './gate'
import { leftMove } from './left-move'
import { mover, type ActionOf, type CautionOf, type Figures, type HeadOf, type Move, type Says } from './move'
import { sameSpot, spotKey, spotOf, type Spot } from './place'
import { isClosed, routeStages } from './route'
import type { Snapshot } from './snapshot'
import { turnOf, type Here, type Turn } from './turn'

/** What a stage's problems can be that every stage may have. */
export const commonGates = ['no-sheet', 'earlier-open'] as const
type GateOf<C extends Says> =
  (typeof commonGates)[number] | (C['gates'] extends readonly string[] ? C['gates'][number] : never)
type OrderOf<C extends Says> = C['orders'] extends readonly string[] ? C['orders'][number] : never

type OrBy<H, T> = T | ((here: H) => T)
/** One thing to be done at a place, or a doubt that stands there. */
export interface Step<C extends Says, H> {
  action: ActionOf<C>
  /** Whether it stands: the one condition of move and gate. */
  when: (here: H) => boolean
  /** What it is among the reasons that keep the stage open; a soft one a person may answer for; null: it is better done, and keeps nothing open. */
  gate: { code: GateOf<C>; soft: boolean } | null
  reason: OrBy<H, C['reasons'][number]>
  head?: OrBy<H, HeadOf<C> | undefined>
  caution?: OrBy<H, CautionOf<C> | null>
  /** Why its place is taken in hand from another one; left out: as the stage says it. */
  next?: C['reasons'][number]
  /** What the button says where it is not the action's own word; false: it is told, and done elsewhere on the screen. */
  button?: string | false
  /** The station of the deck that it is about. */
  stationDeg?: (here: H) => number | null
  /** Figures of its sentences beside those of its part. */
  figures?: (here: H) => Figures
  /** What it asks and comes to; left out: it is done elsewhere on the screen, or told. */
  turn?: Turn<H>
  /** It is done at place after place: with it done, the next one that wants it is taken in hand. */
  onward?: true
  /** It gives way to work that waits at another place and does not: what moves the whole unit comes between. */
  yields?: OrBy<H, boolean>
  /** What is entered anew once it was mended or changed elsewhere, at a machine shop or by hand: what was found stands beside it. */
  mended?: EntryWhat
  /** There is nothing to do about it: it is told, and answered for where the stage is closed. Only a soft one may be. */
  doubt?: true
}

/** Steps over places, in their order; its types are hidden in it. */
export interface Part {
  /** The step that stands at a place, the first of them; null where none does. */
  at(snapshot: Snapshot, spot: Spot, nowMs: number, hand: Hand): Standing | null
  places(snapshot: Snapshot): readonly Spot[]
  /** Its places are not taken in hand first. */
  anywhere: boolean
  /** They are gone through from the one in hand onward, round the unit. */
  round: boolean
  problems(snapshot: Snapshot, nowMs: number): GateProblem[]
  /** What is entered anew at a place once it was mended elsewhere; null where nothing is told there that could be. */
  mended(snapshot: Snapshot, spot: Spot, nowMs: number, hand: Hand): EntryWhat | null
  /** The turn that ends in a kind of entry, at a place; null where this part has none. */
  turn(snapshot: Snapshot, entry: EntryWhat, spot: Spot, nowMs: number, hand: Hand | null): Doing | null
  entries: readonly EntryWhat[]
  refuse(snapshot: Snapshot, act: EntryAct, nowMs: number): Refused | null
  /** What its turns can ask, as `measure-tip.valueMm`: each has its words. */
  words: readonly string[]
  /** Where the choices of its turns have their words, by entry and field. */
  choices: Readonly<Record<string, string>>
  /** The steps by what names them, for tests that go down each. */
  steps: readonly { action: string; code: string; soft: boolean; doubt: boolean }[]
}
interface Standing {
  move: Move
  doing: Doing | null
  doubt: boolean
  yields: boolean
  /** Why its place is taken in hand, where that has a reason of its own. */
  next: string | null
}

const valueOf = <H, T>(value: OrBy<H, T>, here: H): T =>
  typeof value === 'function' ? (value as (here: H) => T)(here) : value
const once = <T>(all: readonly T[]): T[] => [...new Set(all)]

/** A turn as its stage's screen takes it: at its place, as it stands now. */
function doingOf<H extends Here>(turn: Turn<H>, here: H, onward = false): Doing {
  return {
    entry: turn.entry,
    onward,
    ...spotOf(here.spot),
    asks: (answers) => turn.asks(here, answers),
    more: turn.more,
    said: (answers, by) => turn.said(here, answers, by),
    make: (answers, by, newId, more) => {
      const asks = turn.asks(here, answers)
      const whole = filled(asks, answers)
      if (asks.some((a) => whole[a.key] === undefined || (whole[a.key] === null && !a.optional))) return null
      return turn.make(here, answers, by, newId, more)
    },
  }
}

/**
 * The pieces a stage is made of, by what it says: parts with their turns and steps, and the logic of all of them.
 *
 * @param stage its name in the table
 * @param says every code its moves, gates and refusals can have
 */
export function stageSteps<const C extends Says>(stage: StageName, says: C) {
  const make = mover(stage, says)

  /**
   * Steps over places that are read alike.
   *
   * @param of where it is done; how a place is read, once a snapshot; what all its sentences may tell; what is told of
   *   one of the work's places that is none of these
   */
  function part<P extends Spot, S>(of: {
    places: (snapshot: Snapshot) => readonly P[]
    read: (snapshot: Snapshot, spot: P) => S
    figures?: (here: Here<P, S>) => Figures
    elsewhere?: OrderOf<C>
    /** The place by its spot, where there are more than those that wait. */
    placeAt?: (snapshot: Snapshot, spot: Spot) => P | null
    /** Its places are not taken in hand: the first of them is simply next. */
    anywhere?: true
    /** Such places are named by the gate all the same: each is there to be answered for. */
    named?: true
    /** They are gone through from the one in hand onward, round the unit. */
    round?: true
    /** Where an entry belongs that names its place otherwise than by cylinder and place. */
    spotOf?: (act: EntryAct) => Spot
  }) {
    type H = Here<P, S>
    const known = new WeakMap<Snapshot, Map<string, S>>()
    const stateAt = (snapshot: Snapshot, spot: P): S => {
      let own = known.get(snapshot)
      if (!own) known.set(snapshot, (own = new Map<string, S>()))
      const key = spotKey(spot)
      if (!own.has(key)) own.set(key, of.read(snapshot, spot))
      return own.get(key)!
    }
    const hereAt = (snapshot: Snapshot, spot: P, nowMs: number, hand: Hand | null): H => ({
      snapshot,
      spot,
      nowMs,
      hand,
      state: stateAt(snapshot, spot),
    })
    const find = (snapshot: Snapshot, spot: Spot) =>
      of.places(snapshot).find((p) => sameSpot(p, spot) || (p.place === null && p.cylinder === null)) ??
      of.placeAt?.(snapshot, spot) ??
      null

    return {
      /** A turn of this part. */
      turn: <W extends EntryWhat>(spec: Parameters<typeof turnOf<W, H, OrderOf<C>>>[0]): Turn<H> =>
        turnOf<W, H, OrderOf<C>>(spec, (here, snapshot) => hereAt(snapshot, here.spot, here.nowMs, here.hand)),
      /** The part with its steps in order. @param more turns that no step asks for: entries of its own that may come */
      of(steps: readonly Step<C, H>[], more: readonly Turn<H>[] = []): Part {
        // One that is made again is asked by its own turn, where it has one.
        const turns = once([...more, ...steps.flatMap((s) => s.turn ?? [])])
        const moveOf = (step: Step<C, H>, here: H) => {
          const head = valueOf(step.head, here)
          const { cylinder, place } = spotOf(here.spot)
          return make(step.action, valueOf(step.reason, here), {
            ...(head === undefined ? {} : { head }),
            caution: valueOf(step.caution, here) ?? null,
            cylinder,
            place,
            ...(step.button === undefined ? {} : { button: step.button }),
            ...(step.stationDeg ? { stationDeg: step.stationDeg(here) } : {}),
            figures: { ...of.figures?.(here), ...step.figures?.(here) },
          })
        }
        return {
          places: of.places,
          anywhere: of.anywhere === true,
          round: of.round === true,
          entries: turns.map((t) => t.entry),
          choices: Object.fromEntries(
            turns.flatMap((t) => Object.entries(t.choices).map(([field, path]) => [`${t.entry}.${field}`, path])),
          ),
          words: once(turns.flatMap((t) => t.words.map((word) => `${t.entry}.${word}`))),
          steps: steps.flatMap(({ action, gate, doubt = false }) => (gate ? [{ action, ...gate, doubt }] : [])),
          at(snapshot, spot, nowMs, hand) {
            const own = find(snapshot, spot)
            if (!own) return null
            const here = hereAt(snapshot, own, nowMs, hand)
            // What can be done comes before what can only be told.
            const step = steps.find((s) => !s.doubt && s.when(here)) ?? steps.find((s) => s.when(here))
            if (!step) return null
            const doing = step.turn ? doingOf(step.turn, here, step.onward) : null
            return {
              move: moveOf(step, here),
              doing,
              doubt: step.doubt === true,
              yields: step.yields !== undefined && valueOf(step.yields, here),
              next: step.next ?? null,
            }
          },
          mended(snapshot, spot, nowMs, hand) {
            const own = find(snapshot, spot)
            if (!own) return null
            const here = hereAt(snapshot, own, nowMs, hand)
            return steps.find((s) => s.mended && s.when(here))?.mended ?? null
          },
          problems: (snapshot, nowMs) =>
            steps.flatMap(({ when, gate }) => {
              if (gate === null) return []
              const spots = of.places(snapshot).filter((spot) => when(hereAt(snapshot, spot, nowMs, null)))
              if (spots.length === 0) return []
              // What is next by itself is named by nobody.
              const told = of.anywhere && !of.named ? [] : spots
              const cylinders = told.flatMap((s) => s.cylinder ?? [])
              const places = told.flatMap((s) => s.place ?? [])
              return [{ ...gate, cylinders, ...(places.length > 0 ? { places } : {}) }]
            }),
          turn(snapshot, entry, spot, nowMs, hand) {
            const turn = turns.find((t) => t.entry === entry)
            const own = find(snapshot, spot)
            return turn && own ? doingOf(turn, hereAt(snapshot, own, nowMs, hand)) : null
          },
          refuse(snapshot, act, nowMs) {
            const turn = turns.find((t) => t.entry === act.what)
            if (!turn) return null
            const at = of.spotOf?.(act) ?? spotOf(act)
            const own = find(snapshot, at)
            if (!own) {
              // What is done to the unit as a whole is done at none of its places.
              if (at.cylinder === null && at.place === null) return null
              // A cylinder of the engine that nothing is asked of is none of this part's business.
              if (of.elsewhere === undefined && at.cylinder !== null) return null
              if (of.elsewhere === undefined) return { code: 'unknown-place', details: [spotKey(at)] }
              return { code: 'out-of-order', details: [of.elsewhere] }
            }
            const early = turn.refuses(hereAt(snapshot, own, nowMs, null), act)
            return early === null ? null : { code: 'out-of-order', details: [early] }
          },
        }
      },
    }
  }

  /** The stage as a whole, where its steps are done at no place. */
  const whole = <S>(read: (snapshot: Snapshot) => S, figures?: (here: Here<Spot, S>) => Figures) =>
    part({
      places: () => [{ cylinder: null, place: null }],
      read: (snapshot) => read(snapshot),
      ...(figures ? { figures } : {}),
    })

  /**
   * What a stage waits for before anything is done in it: the stages it rests on, and what the sheet must tell.
   *
   * @param has whether the sheet tells of the work
   * @param reason why it waits
   * @param figures what is told of the stage that it waits for
   * @param sheet what is said where the sheet lacks the work; left out: the same
   */
  const first = (
    has: (snapshot: Snapshot) => boolean,
    action: ActionOf<C>,
    reason: C['reasons'][number],
    figures?: (open: StageName) => Figures,
    sheet?: { action: ActionOf<C>; reason: C['reasons'][number] },
  ): Part => {
    interface Before {
      open: StageName | null
      sheet: boolean
    }
    const missing = {
      ...(sheet ?? { action, reason }),
      when: ({ state }: { state: Before }) => !state.sheet,
      gate: { code: 'no-sheet' as const, soft: false },
    }
    const open = {
      action,
      when: ({ state }: { state: Before }) => state.open !== null,
      gate: { code: 'earlier-open' as const, soft: false },
      reason,
      ...(figures ? { figures: ({ state }: { state: Before }) => figures(state.open!) } : {}),
    }
    const rests = stageLine[stage].restsOn.length > 0
    return whole((snapshot): Before => ({ open: openUnder(snapshot, stage), sheet: has(snapshot) })).of(
      // Where nothing is said of the sheet by itself, what it waits for is told first.
      !rests ? [missing] : sheet ? [missing, open] : [open, missing],
    )
  }

  /**
   * What every stage knows of itself, made of its parts: the move is the first step that stands, at the place in hand
   * before any other; its problems are every step that stands anywhere.
   *
   * @param of its parts in order; the move to another place; what is told when nothing stands any more
   */
  function logic(of: {
    parts: readonly Part[]
    next?: {
      action: ActionOf<C>
      reason: C['reasons'][number]
      figures: (snapshot: Snapshot, spot: Spot) => Figures
      caution?: (snapshot: Snapshot) => CautionOf<C> | null
    }
    /** It may be closed with a stage open that it rests on: a job may pass that by. */
    alone?: true
    /** What the closing of it says. */
    closes: (
      snapshot: Snapshot,
      nowMs: number,
    ) => {
      reason: C['reasons'][number]
      head?: HeadOf<C>
      caution?: CautionOf<C> | null
      figures?: Figures
    }
  }): StageLogic {
    const bySoftness = new Map<string, boolean>()
    for (const { code, soft } of of.parts.flatMap((p) => p.steps)) {
      if ((bySoftness.get(code) ?? soft) !== soft) throw new Error(`${stage}: ${code} is hard and soft.`)
      bySoftness.set(code, soft)
    }
    if (of.parts.some((p) => p.steps.some((s) => s.doubt && !s.soft)))
      throw new Error(`${stage}: a doubt that is hard.`)
    const standing = (snapshot: Snapshot, hand: Hand): Standing => {
      const nowMs = hand.nowMs ?? 0
      const plain = (move: Move): Standing => ({ move, doing: null, doubt: false, yields: false, next: null })
      const left = leftMove(snapshot, stage)
      if (left) return plain(left)
      if (isClosed(snapshot, stage)) return plain(make('done' as ActionOf<C>, 'closed'))
      let doubt: { move: Move; own: boolean } | null = null
      for (const part of of.parts) {
        const spots = part.places(snapshot)
        const own = spots.find((s) => isInHand(s, hand))
        const there = own ? part.at(snapshot, own, nowMs, hand) : null
        const mine = there && !there.doubt ? there : null
        if (mine && !mine.yields) return mine
        if (there && !mine && !doubt?.own) doubt = { move: there.move, own: true }
        const others = (part.round && own ? onward(spots, own) : spots)
          .filter((spot) => spot !== own)
          .map((spot) => ({ spot, at: part.at(snapshot, spot, nowMs, hand) }))
        const told = others.find(({ at }) => at?.doubt)?.at
        if (told) doubt ??= { move: told.move, own: false }
        const works = others.filter(({ at }) => at && !at.doubt)
        // What gives way is gone to only where nothing else waits, and from nowhere that has work itself.
        const next = works.find(({ at }) => !at!.yields) ?? (mine ? undefined : works[0])
        if (next) {
          if (!of.next || part.anywhere) return next.at!
          const { action, figures } = of.next
          const reason = (next.at!.next as C['reasons'][number] | null) ?? of.next.reason
          const to = spotOf(next.spot)
          // What is told of the place in hand is told before it is left.
          if (doubt?.own) return plain({ ...doubt.move, action, button: action, to })
          const caution = of.next.caution?.(snapshot) ?? null
          return plain(make(action, reason, { ...to, caution, figures: figures(snapshot, next.spot) }))
        }
        if (mine) return mine
      }
      // With nothing but doubts left it can be closed: they are told, and answered for there.
      if (doubt) return plain({ ...doubt.move, action: 'close-stage', button: 'close-stage' })
      const { reason, ...rest } = of.closes(snapshot, nowMs)
      return plain(make('close-stage' as ActionOf<C>, reason, rest))
    }
    return {
      says,
      move: (snapshot, hand) => standing(snapshot, hand).move,
      doing: (snapshot, hand) => standing(snapshot, hand).doing,
      turn: (snapshot, entry, spot, nowMs, hand) => {
        for (const part of of.parts) {
          const found = part.turn(snapshot, entry, spot, nowMs, hand ?? null)
          if (found) return found
        }
        return null
      },
      mended: (snapshot, hand) => {
        for (const part of of.parts) {
          const spots = part.places(snapshot)
          const spot = part.anywhere ? spots[0] : spots.find((s) => isInHand(s, hand))
          const entry = spot ? part.mended(snapshot, spot, hand.nowMs ?? 0, hand) : null
          if (entry) return { entry, ...spotOf(spot!) }
        }
        return null
      },
      problems: (snapshot, nowMs) =>
        merged(
          [...(of.alone ? [] : restsOpen(snapshot, stage)), ...of.parts.flatMap((p) => p.problems(snapshot, nowMs))],
          of.parts.flatMap((p) => p.places(snapshot)).flatMap((s) => s.place ?? []),
        ),
      refuse: (snapshot, act, nowMs) =>
        of.parts.find((p) => p.entries.some((e) => e === act.what))?.refuse(snapshot, act, nowMs) ?? null,
      steps: of.parts.flatMap((p) => p.steps),
      asked: once(of.parts.flatMap((p) => p.words)),
      choices: Object.assign({}, ...of.parts.map((p) => p.choices)) as Record<string, string>,
    }
  }
  return { part, whole, first, logic }
}

/** Places from the one in hand onward, round the unit. */
const onward = (spots: readonly Spot[], own: Spot): readonly Spot[] => {
  const i = spots.indexOf(own)
  return [...spots.slice(i), ...spots.slice(0, i)]
}

/** Whether a place is the one in hand; the stage as a whole always is. */
const isInHand = (spot: Spot, hand: Hand): boolean =>
  spot.place === null ? spot.cylinder === null || spot.cylinder === hand.cylinder : spot.place === hand.place

/** The first of the stages that this one rests on that is still open on this job's route; null where none is. */
export function openUnder(snapshot: Snapshot, stage: StageName): StageName | null {
  const { restsOn } = stageLine[stage]
  return routeStages(snapshot).find((s) => restsOn.includes(s) && !isClosed(snapshot, s)) ?? null
}
const restsOpen = (snapshot: Snapshot, stage: StageName): GateProblem[] =>
  openUnder(snapshot, stage) === null ? [] : [{ code: 'earlier-open', cylinders: [], soft: false }]

/** Problems of one code laid together, each place once, in the order of the places. */
function merged(problems: readonly GateProblem[], order: readonly string[]): GateProblem[] {
  const codes = once(problems.map((p) => p.code))
  return codes.map((code) => {
    const own = problems.filter((p) => p.code === code)
    const named = new Set(own.flatMap((p) => p.places ?? []))
    const places = once(order).filter((place) => named.has(place))
    return {
      code,
      cylinders: once(own.flatMap((p) => p.cylinders)).sort((a, b) => a - b),
      ...(places.length > 0 ? { places } : {}),
      soft: own.every((p) => p.soft),
    }
  })
}
