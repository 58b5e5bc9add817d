import type { Snapshot } from '../../../job/snapshot'
import type { Spot } from '../../../job/place'
import { faceLine, faceLineNames, faceOf, type FaceLine, type FaceLineName } from '../faces'
import { flatFaces, type FlatFace } from '../kinds'
import { linesOpen, type ReadLine } from '../read-block'

/** A line as a place of the stage: `deck-1-left`, or one drawn by its two ends in whole millimetres. */
export interface LineSpot extends Spot {
  cylinder: null
  place: string
  on: FlatFace
  head: number
  /** Its usual name; null for one that somebody drew. */
  name: FaceLineName | null
  line: FaceLine
}
/** Across is counted from the middle: places have no sign, so it is moved by so much, mm. */
const MOVED_MM = 1000

/** The place of a line that was drawn. */
export function drawnPlace(on: FlatFace, head: number, { from, to }: FaceLine): string {
  const whole = [from[0], from[1] + MOVED_MM, to[0], to[1] + MOVED_MM].map((mm) => Math.max(0, Math.round(mm)))
  return [on, head, 'd', ...whole].join('-')
}

/** Where a line that was laid lies, as a place. */
export const placeOf = ({ entry, name }: ReadLine): string =>
  name ? `${entry.on}-${entry.head}-${name}` : drawnPlace(entry.on, entry.head, entry)

/** The line that a place names; null where it names none of this engine. */
export function lineAt({ engine }: Snapshot, { place }: Spot): LineSpot | null {
  const [on, head, name, ...ends] = (place ?? '').split('-')
  if (!flatFaces.includes(on as FlatFace) || !engine.heads[Number(head) - 1]) return null
  const at = { cylinder: null, place: place!, on: on as FlatFace, head: Number(head) }
  const named = faceLineNames.find((n) => n === [name, ...ends].join('-'))
  if (named) return { ...at, name: named, line: faceLine(faceOf(engine, at.head), named, engine.boreMm) }
  const [a, b, c, d] = ends.map(Number)
  if (name !== 'd' || ends.length !== 4 || ends.some((e) => !/^\d+$/.test(e))) return null
  return { ...at, name: null, line: { from: [a!, b! - MOVED_MM], to: [c!, d! - MOVED_MM] } }
}

/** The usual lines that nobody has laid yet, as places. */
export const openLines = (snapshot: Snapshot): LineSpot[] =>
  linesOpen(snapshot).map(({ on, head, name }) => lineAt(snapshot, { cylinder: null, place: `${on}-${head}-${name}` })!)
