import type { Figure, Move, Passes } from '#core/job/move'
import { placeWords } from '#core/job/place'
import { clockHour } from '#core/measure/angle'

/** Writes figures the way this person reads them. */
export interface FigureWriter {
  length(valueMm: number, limitsMm?: number[]): string
  /** A length of a tool or a casting, no finer than a rule shows. */
  rough(valueMm: number): string
  /** @param down a torque at which to stop, which must not be rounded up */
  torque(valueNm: number, down?: boolean): string
  /** What something bears or gives, never rounded up. */
  force(valueN: number): string
  /** A pressure, with its unit. */
  pressure(kPa: number): string
  /** A whole number, its thousands set apart. */
  whole(value: number): string
  /** A sum of money, with the shop's sign. */
  money(value: number): string
  leaves(leavesMm: readonly number[]): string
  /** Several, joined the way the locale does. */
  list(items: readonly string[]): string
  /** A shim by its label where it has one; left out: by its thickness. */
  shim?(thicknessMm: number): string
}

/** A message by its key, with its figures already written. */
export interface Said {
  key: string
  params: Record<string, string | number>
  /** Blanks that are filled by another message: the blank and that message's key. */
  words?: Record<string, string>
}

export interface SaidMove {
  head: Said
  why: Said
  /** Which of two windows counts; null where there is one. */
  window: Said | null
  /** What is planned from here on, step by step; empty where it is one step only. */
  plan: Said[]
  caution: Said | null
  button: Said | null
}

/** How a figure is written, by how its name ends; the longest ending counts. */
const endings: readonly [string, (value: number, write: FigureWriter) => string | number][] = [
  ['RoughMm', (v, w) => w.rough(v)],
  ['Mm', (v, w) => w.length(v)],
  ['AtMostNm', (v, w) => w.torque(v, true)],
  ['Nm', (v, w) => w.torque(v)],
  ['AtDeg', (v) => clockHour(v)],
  ['KPa', (v, w) => w.pressure(v)],
  ['Money', (v, w) => w.money(v)],
  ['N', (v, w) => w.force(v)],
]
const isPasses = (value: Figure): value is Passes =>
  Array.isArray(value) && typeof (value as readonly unknown[])[0] === 'object'

/** The figures of a move as the blanks of its sentences: written ones, and words of the trade by their keys. */
export function blanks(
  { cylinder, place, stationDeg, figures }: Pick<Move, 'cylinder' | 'place' | 'stationDeg' | 'figures'>,
  write: FigureWriter,
): Omit<Said, 'key'> {
  const params: Record<string, string | number> = { cylinder: cylinder ?? '' }
  const words: Record<string, string> = {}
  if (place !== null) {
    const { key, n, along } = placeWords(place)
    words.place = key
    params.placeN = n
    if (along) words.along = along
  }
  if (stationDeg !== null) params.stationClock = clockHour(stationDeg)
  const put = (name: string, value: number) => {
    if (name === 'shimMm' && write.shim) params.shim = write.shim(value)
    // A reading against its limit is written so that it shows on which side it lies.
    else if (name === 'valueMm' && typeof figures.limitMm === 'number')
      params.value = write.length(value, [figures.limitMm])
    else {
      const [ending, written] = endings.find(([e]) => name.endsWith(e)) ?? ['', (v: number) => v]
      // A direction keeps in its blank's name that it is one: `highAtDeg` is `highClock`.
      params[`${ending ? name.slice(0, -ending.length) : name}${ending === 'AtDeg' ? 'Clock' : ''}`] = written(
        value,
        write,
      )
    }
  }
  for (const [name, value] of Object.entries(figures)) {
    if (value === null || value === undefined || isPasses(value)) continue
    if (typeof value === 'number') put(name, value)
    else if (typeof value === 'string') params[name] = value
    else if ('word' in value) words[name] = value.word
    else if (name === 'leavesMm') params.leaves = write.leaves(value as readonly number[])
    else params[name] = write.list((value as readonly (string | number)[]).map(String))
  }
  return Object.keys(words).length > 0 ? { params, words } : { params }
}

/** Passes in their order and the shim at the end, each with its figure. */
function sayPlan({ action, figures: { passes = null, shimMm } }: Move, write: FigureWriter): Said[] {
  if (!passes || !isPasses(passes)) return []
  const steps = passes.map((p) => ({ key: `move.plan.${p.kind}`, params: { pack: write.length(p.packMm) } }))
  const shim =
    action === 'cut' && typeof shimMm === 'number'
      ? [{ key: 'move.plan.shim', params: { shim: write.shim?.(shimMm) ?? write.length(shimMm) } }]
      : []
  const plan = [...steps, ...shim]
  return plan.length > 1 ? plan : []
}

/**
 * A next move as messages: which keys of the words files, with which figures. The sentences
 * themselves stand in the files, so a language is one file and no code.
 */
export function sayMove(move: Move, write: FigureWriter): SaidMove {
  const filled = blanks(move, write)
  // What leads away names where to.
  const leads = move.to ? blanks({ ...move, ...move.to }, write) : filled
  const path = `move.${move.words}`
  return {
    head: { key: `${isShared(move.head, sharedHeads) ? 'move' : path}.head.${move.head}`, ...filled },
    why: {
      key: isShared(move.reason, sharedReasons) ? `move.${move.reason}` : `${path}.why.${whyOf(move)}`,
      ...filled,
    },
    window:
      typeof move.figures.window === 'string' ? { key: `figures.counts.${move.figures.window}`, ...filled } : null,
    plan: sayPlan(move, write),
    caution: move.caution ? { key: `caution.${move.caution}`, ...filled } : null,
    button: move.button
      ? { key: `${isShared(move.button, sharedButtons) ? 'move' : path}.button.${move.button}`, ...leads }
      : null,
  }
}

/** What is said alike on every stage: why it is closed, that its sheet lacks it, and what leads on. */
export const sharedReasons = ['closed', 'no-section', 'left-open'] as const
export const sharedHeads = ['left-open'] as const
export const sharedButtons = ['close-stage', 'done', 'sheet-first', 'next-cylinder'] as const
const isShared = (word: string, shared: readonly string[]) => shared.includes(word)

/** A cut that a shim follows says so in its reason. */
const whyOf = ({ action, reason, words, figures }: Move) =>
  words === 'deck' && action === 'cut' && figures.shimMm ? `${reason}-then-shim` : reason
