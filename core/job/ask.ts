import type { Instrument, Quantity } from '../figure-types'
import type { Figures } from './move'

/** What was answered: a figure, a choice, a mark, a text, the cylinders that were touched; null: passed over. */
export type Answer = number | boolean | string | readonly number[] | null
/** Answers by the keys of what was asked. */
export type Answers = Readonly<Record<string, Answer>>

/** One thing that a turn wants to know, asked where the work is drawn. */
export interface Ask {
  /** Where in the entry it stands: `partC`, `levels.0.thrustMm`. */
  key: string
  is: 'figure' | 'choice' | 'yes-no' | 'text' | 'code' | 'places'
  /** Its sentence among those of the kind: the key without its numbers. */
  word: string
  /** What its sentence tells: which barrel, how deep, at which hour. */
  figures: Figures
  /** The spot of the drawing that it is about; null where it is about none. */
  spot: string | null
  /** It may be passed over. */
  optional: boolean
  /** What stands without being asked: it is changed by touching it. */
  usual: Answer | undefined
  /** What the figures ask for, of several: offered first, and taken by Enter. */
  offered: string | number | undefined
  /** Of a figure. */
  quantity: Quantity | null
  least: number
  most: number
  by: readonly Instrument[]
  /** About what it must be: ten times as much or as little is asked about once. */
  about: number | null
  /** Of a choice: what there is, in the words of its field. */
  options: readonly string[]
  /** Where they have their words. */
  words: string | null
  /** Of a code: those that the sheet has for here. */
  codes: readonly string[]
}

/** How a figure lies, and what is known of the whole so far. */
export interface Said {
  /** By the keys of the asks. */
  verdicts: Readonly<Record<string, 'in' | 'unsure' | 'out'>>
  /** Sentences among those of the kind, each with its figures. */
  lines: readonly { word: string; figures: Figures; verdict?: 'in' | 'unsure' | 'out' }[]
}
export const nothingSaid: Said = { verdicts: {}, lines: [] }

/** The key without its numbers: `levels.0.thrustMm` is `levels.thrustMm`. */
export const wordOfKey = (key: string): string =>
  key
    .split('.')
    .filter((part) => !/^\d+$/.test(part))
    .join('.')

/** What is asked now: the first that is neither answered nor usual; null where all is. */
export const nextAsk = (asks: readonly Ask[], answers: Answers): Ask | null =>
  asks.find((a) => answers[a.key] === undefined && a.usual === undefined) ?? null

/** The answers with what is usual filled in: those of what is asked now, and no others. */
export function filled(asks: readonly Ask[], answers: Answers): Answers {
  return Object.fromEntries(
    asks.flatMap(({ key, usual }) => {
      const answer = answers[key] === undefined ? usual : answers[key]
      return answer === undefined ? [] : [[key, answer]]
    }),
  )
}

/** Answers laid together by their keys: `levels.0.thrustMm` stands in the first of `levels`. What is open is left out. */
export function assembled(answers: Answers): Record<string, unknown> {
  const whole: Record<string, unknown> = {}
  for (const [key, answer] of Object.entries(answers)) {
    const path = key.split('.')
    let at: Record<string, unknown> = whole
    path.forEach((part, i) => {
      if (i === path.length - 1) at[part] = answer
      else at = (at[part] ??= /^\d+$/.test(path[i + 1]!) ? [] : {}) as Record<string, unknown>
    })
  }
  return whole
}

/** What of a whole stands under a key; undefined where nothing does. */
export function answerAt(whole: unknown, key: string): Answer | undefined {
  return key.split('.').reduce<unknown>((at, part) => (at as Record<string, unknown> | undefined)?.[part], whole) as
    Answer | undefined
}
