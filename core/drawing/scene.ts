import type { Figures } from '../job/move'
import type { Verdict } from '../measure/verdict'

/** What a shape is, in the drawing's own terms: page and paper each have their colours for it. */
export type Tone = 'line' | 'faint' | 'metal' | 'part' | 'in' | 'unsure' | 'out' | 'asked' | 'void'

/** What is written: a message with its figures, or a bare length. */
export type Written = { word: string; figures?: Figures } | { mm: number; limitsMm?: readonly number[] }

interface Placed {
  /** The spot of a turn that it stands for: a touch asks it. */
  spot?: string
}
export interface RectShape extends Placed {
  is: 'rect'
  x: number
  y: number
  w: number
  h: number
  fill?: Tone
  line?: Tone
  dashed?: boolean
}
export interface LineShape extends Placed {
  is: 'line'
  x1: number
  y1: number
  x2: number
  y2: number
  line: Tone
  dashed?: boolean
  wide?: boolean
}
/** Points in order, joined; `curve` without corners. */
export interface TraceShape extends Placed {
  is: 'trace'
  points: readonly (readonly [number, number])[]
  line?: Tone
  fill?: Tone
  dashed?: boolean
  curve?: boolean
  closed?: boolean
}
export interface RingShape extends Placed {
  is: 'ring'
  x: number
  y: number
  r: number
  line?: Tone
  fill?: Tone
  wide?: boolean
}
/** A figure's place: open where it is still to be read, marked by its verdict where it is. */
export interface SpotShape extends Placed {
  is: 'spot'
  x: number
  y: number
  state: 'open' | 'asked' | 'read' | Verdict
}
export interface TextShape extends Placed {
  is: 'text'
  x: number
  y: number
  said: Written
  size?: number
  anchor?: 'start' | 'middle' | 'end'
  bold?: boolean
  tone?: Tone
}
export type Shape = RectShape | LineShape | TraceShape | RingShape | SpotShape | TextShape

/** A drawing as data: what is in it, in px of a frame, the last on top. */
export interface Scene {
  name: string
  /** What it shows, for who cannot see it. */
  title: Written
  width: number
  height: number
  shapes: readonly Shape[]
}
export interface Frame {
  width: number
  height: number
}

/** The smallest figure in a section, px. */
export const LEAST_TEXT = 13
