import type { z } from 'zod'
import type { strike } from './base'

/**
 * Something that is told on page and paper, before it has words and units: a text as it stands, a number as it stands,
 * a figure of a quantity, a message with its blanks, or several of them one behind the other.
 */
export type Told =
  | string
  | number
  | readonly Told[]
  /** A message by its key; numbers in its blanks choose its plural. */
  | { word: string; with?: Readonly<Record<string, Told>> }
  /** A length; with limits, rounding never carries it across one. `unit`: with its unit behind it. */
  | { mm: number; limitsMm?: readonly number[]; unit?: true }
  /** A length of a tool or a casting, no finer than a rule shows, with its unit. */
  | { roughMm: number }
  /** A pressure, a temperature, a torque, money: each with its unit. `down`: never rounded up. */
  | { kPa: number }
  | { celsius: number }
  | { nm: number | null; down?: true }
  | { money: number }
  /** Somebody, as they were called when they did it; left out: as they are called now. */
  | { person: string | null; at?: string }
  | { time: string }
  /** When something was done, by the device's clock and by the server's. */
  | { at: string; storedAt: string | null }
  /** How something was struck out; nothing where it was not. */
  | { struck: z.infer<typeof strike> }
  | { list: readonly Told[] }

/** Nothing is known of it. */
export const NONE = '—'

export const word = (key: string, blanks?: Readonly<Record<string, Told>>): Told =>
  blanks ? { word: key, with: blanks } : { word: key }
/** A length without its unit; a dash where there is none. */
export const length = (mm: number | null | undefined, limitsMm?: readonly number[]): Told =>
  mm == null ? NONE : limitsMm ? { mm, limitsMm } : { mm }
export const withUnit = (mm: number): Told => ({ mm, unit: true })
/** One behind the other, with something between them. */
export const joined = (all: readonly Told[], between = ', '): Told =>
  all.flatMap((one, i) => (i === 0 ? [one] : [between, one]))
/** Several lengths of one thing. */
export const lengths = (allMm: readonly number[], between = ' / '): Told =>
  joined(
    allMm.map((mm) => ({ mm })),
    between,
  )
