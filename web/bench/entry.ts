import type { ReadingSet } from '#core/job/snapshot'
import type { Spot } from '#core/job/place'
import type { SetStage } from '#core/job/stages'
import type { StationState } from '#core/job/stations'
import type { Doubt, MeantIn } from '#core/measure/doubtful-reading'
import type { LengthProblem } from '#core/units/parse-length'

/** What the pad asks before it takes a reading. */
export type Question =
  | { kind: 'doubt'; doubt: Doubt; valueMm: number; source: 'typed' | 'gauge' }
  | { kind: 'twice'; valueMm: number; oldMm: number; readingId: string; source: 'typed' | 'gauge' }
  | { kind: 'unit'; valueMm: number; meant: MeantIn; said: string }
  | { kind: 'column'; valuesMm: number[] }
  | { kind: 'zero'; valueMm: number }
  | { kind: 'other-hand'; valueMm: number; source: 'typed' | 'gauge'; angleDeg: number; personId: string; read: number }

export type EntryProblem =
  LengthProblem | 'no-gauge-value' | 'nobody' | 'no-gauge' | 'closed' | 'set-ended' | 'all-read' | 'no-zero' | 'rubbish'

/** What became of a look at the zero. */
export interface ZeroSeen {
  zeroMm: number
  moved: boolean
  /** Where its sets were read. */
  spots: Spot[]
}

/** A spot that is read at its stations: a liner on the deck, a ledge, a place of another work. */
export interface EntryState {
  cylinder: number | null
  place?: string | null
  set: ReadingSet | null
  stations: StationState[]
  /** Sets that somebody else read here at the same time. */
  rivals?: ReadingSet[]
  /** Its readings no longer hold: something was cut or fitted since. */
  changed: object | null
}

/** What is read, and how a figure becomes a value. */
export interface EntryContext {
  stage: SetStage
  state: EntryState | null
  /** Every spot of the stage, the one in hand among them. */
  spots: readonly EntryState[]
  closed: boolean
  /** What the sheet or the plan expects here, mm. */
  expectMm: number
  /** Width of the window: the scale of what is usual, mm. */
  windowMm: number
  gaugeId: string
  zeroOn: ReadingSet['zeroOn']
  masterMm?: number | null
  clampNm?: number | null
  /** A station that is wanted once more, though it is read; null for none. */
  repeatDeg?: number | null
  /** The spot in hand is read to its end, or a zero was seen: takes the next one in hand where the work goes on there. */
  onward?(): void
  /** A value the gauge shows, as what is stored. */
  fromGauge(shownMm: number): number
  /** A figure somebody typed, as what is stored. */
  fromTyped(typedMm: number): number
}
