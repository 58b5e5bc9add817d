import { z } from 'zod'
import { cylinderNumber } from '../schema'

/** A place that is no cylinder, by its code: a housing, an end, a pad, a barrel. */
export const placeCode = z
  .string()
  .regex(/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/, 'must be a code of small letters, digits and dashes')
  .max(30)

/** Where on a unit something is: a cylinder, or a place by its code. One of the two is null. */
export interface Spot {
  cylinder: number | null
  place: string | null
}

/** A spot that is a cylinder. */
export interface CylinderSpot extends Spot {
  cylinder: number
  place: null
}

/** A spot as part of a schema: a cylinder, or else a place. */
export const spotShape = { cylinder: cylinderNumber.nullable(), place: placeCode.nullable().default(null) }

/** A cylinder as a spot. */
export const atCylinder = (cylinder: number): CylinderSpot => ({ cylinder, place: null })

/** Where an entry was made; an entry that names neither is nowhere. */
export function spotOf(entry: object): Spot {
  const { cylinder = null, place = null } = entry as Partial<Spot>
  return { cylinder, place }
}

/** Whether two spots are the same one. */
export const sameSpot = (a: Spot, b: Spot): boolean => a.cylinder === b.cylinder && a.place === b.place

/** A spot in one word, for keys and marks: `3`, or `housing-2`. */
export const spotKey = (spot: Spot): string => spot.place ?? String(spot.cylinder)

/** Those from the one in hand onward, round the unit; from the first where it is not among them. */
export function inTurnFrom<T extends Spot>(all: readonly T[], hand: Spot): T[] {
  const at = Math.max(
    0,
    all.findIndex((t) => sameSpot(t, hand)),
  )
  return [...all.slice(at), ...all.slice(0, at)]
}

/** The word of a place and its number among its kind: `housing-3` is the third housing; of a line over a face also how it lies. */
export function placeWords(place: string): { key: string; n: string; along?: string } {
  const line = /^(deck|head)-(\d+)-(d-)?(.+)$/.exec(place)
  if (line) return { key: `place.${line[1]!}-line`, n: line[2]!, along: `block.line.${line[3] ? 'drawn' : line[4]!}` }
  const [, kind, n] = /^(.*?)(?:-(\d+))?$/.exec(place)!
  return { key: `place.${kind}`, n: n ?? '' }
}
