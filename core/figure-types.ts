import { z } from 'zod'
import { angleDeg as anyAngleDeg, lengthMm, temperatureC } from './schema'

/** What a figure is: how it is typed, written and rounded goes by it. */
export const quantities = [
  'length',
  'rough',
  'temperature',
  'angle',
  'pressure',
  'torque',
  'count',
  'share',
  'number',
] as const
export type Quantity = (typeof quantities)[number]

/** What a figure can be taken with; a gauge of the shop is one of these kinds. */
export const instruments = [
  'sled',
  'depth',
  'bore',
  'outside',
  'dial',
  'feeler',
  'rule',
  'thermometer',
  'pressure',
  'wrench',
  'protractor',
  'stopwatch',
  'eye',
] as const
export type Instrument = (typeof instruments)[number]

/** What belongs to a figure's type: no engine has less or more, and what it can be read with. */
export interface Sizing {
  quantity: Quantity
  least: number
  most: number
  by: readonly Instrument[]
  /** As it may stand in what is stored already: bounds came later than entries. */
  stored: z.ZodNumber
}
const sizings = new WeakMap<object, Sizing>()

declare const sized: unique symbol
/** A figure that knows its quantity and its bounds: only such a one can be asked. */
export type Sized = z.ZodNumber & { readonly [sized]: true }

/** A figure of a quantity between two bounds, both allowed. */
function figureOf(sizing: Sizing): Sized {
  const { least, most, stored } = sizing
  const schema = stored.min(least, `must be ${least} or more`).max(most, `must be ${most} or less`)
  sizings.set(schema, sizing)
  return schema as Sized
}
interface Bounds {
  least: number
  most: number
  by?: readonly Instrument[]
}

/** A length read by an instrument, mm. @param rough no finer than a rule shows: typed in inches where thou are read */
export const lengthOf = ({ least, most, by = [], rough = false }: Bounds & { rough?: boolean }): Sized =>
  figureOf({ quantity: rough ? 'rough' : 'length', least, most, by, stored: lengthMm })
/** A temperature, °C. */
export const temperatureOf = ({ least, most, by = ['thermometer'] }: Bounds): Sized =>
  figureOf({ quantity: 'temperature', least, most, by, stored: temperatureC })
/** An angle, degrees. */
export const angleOf = ({ least, most, by = ['protractor'] }: Bounds): Sized =>
  figureOf({ quantity: 'angle', least, most, by, stored: anyAngleDeg })
/** A pressure above the air's, kPa. */
export const pressureOf = ({ least, most, by = ['pressure'] }: Bounds): Sized =>
  figureOf({ quantity: 'pressure', least, most, by, stored: z.number().min(-1e6).max(1e6) })
/** A torque, N·m. */
export const torqueOf = ({ least, most, by = ['wrench'] }: Bounds): Sized =>
  figureOf({ quantity: 'torque', least, most, by, stored: z.number().min(-1e6).max(1e6) })
/** How many: whole. */
export const countOf = ({ least, most, by = ['eye'] }: Bounds): Sized =>
  figureOf({ quantity: 'count', least, most, by, stored: z.int() as unknown as z.ZodNumber })
/** A share of a whole, 0 to 1: typed and written in percent. */
export const shareOf = ({ least, most, by = ['eye'] }: Bounds): Sized =>
  figureOf({ quantity: 'share', least, most, by, stored: z.number().min(0).max(1) })
/** A figure that is none of these. */
export const numberOf = ({ least, most, by = [] }: Bounds): Sized =>
  figureOf({ quantity: 'number', least, most, by, stored: z.number() })

/** What is around a schema taken off: a default, nothing allowed, left out. */
export function inner(schema: z.core.$ZodType): z.core.$ZodType {
  let of = schema
  while (of instanceof z.ZodDefault || of instanceof z.ZodNullable || of instanceof z.ZodOptional)
    of = of._zod.def.innerType
  return of
}
/** The sizing of a figure; null where it is none, or has no bounds. */
export const sizingOf = (schema: z.core.$ZodType): Sizing | null => sizings.get(inner(schema)) ?? null

/**
 * A schema as it reads what is stored: alike in shape, with the bounds there were before figures had theirs. What was
 * once taken is read for ever; only what comes in anew is bounded.
 */
export function storedForm(schema: z.core.$ZodType): z.core.$ZodType {
  const sizing = sizings.get(schema)
  if (sizing) return sizing.stored
  const def = schema._zod.def as unknown as Record<string, unknown>
  const changed = changedParts(schema, def)
  return Object.keys(changed).length === 0 ? schema : z.core.clone(schema, { ...def, ...changed } as never)
}
/** The parts of a schema whose stored forms differ. */
function changedParts(schema: z.core.$ZodType, def: Record<string, unknown>): Record<string, unknown> {
  const looked = (part: string) => {
    const now = storedForm(def[part] as z.core.$ZodType)
    return now === def[part] ? {} : { [part]: now }
  }
  if (schema instanceof z.ZodDefault || schema instanceof z.ZodNullable || schema instanceof z.ZodOptional)
    return looked('innerType')
  if (schema instanceof z.ZodArray) return looked('element')
  if (schema instanceof z.ZodTuple) {
    const before = def.items as z.core.$ZodType[]
    const items = before.map((i) => storedForm(i))
    return items.some((now, i) => now !== before[i]) ? { items } : {}
  }
  if (schema instanceof z.ZodObject) {
    const shape = schema.shape as Record<string, z.core.$ZodType>
    const now = Object.entries(shape).map(([name, of]) => [name, storedForm(of)] as const)
    return now.some(([name, of]) => of !== shape[name]) ? { shape: Object.fromEntries(now) } : {}
  }
  return {}
}
