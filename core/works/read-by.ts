import { z } from 'zod'
import { inner, sizingOf, type Instrument } from '../figure-types'
import { kindOf, type EntryWhat } from './kinds'

const known = new Map<EntryWhat, readonly Instrument[]>()

/** What the lengths of a kind of entry are read with, those that no rule reads; empty where it has none. */
export function lengthsReadBy(what: EntryWhat): readonly Instrument[] {
  const there = known.get(what)
  if (there) return there
  const found = [...new Set(Object.values(kindOf[what].given).flatMap((schema) => readBy(schema)))]
  known.set(what, found)
  return found
}

function readBy(schema: z.core.$ZodType): readonly Instrument[] {
  const of = inner(schema)
  const sizing = sizingOf(of)
  if (sizing) return sizing.quantity === 'length' ? sizing.by : []
  if (of instanceof z.ZodArray) return readBy(of.element)
  if (of instanceof z.ZodTuple) return of.def.items.flatMap((item) => readBy(item))
  return of instanceof z.ZodObject ? Object.values(of.shape).flatMap((field) => readBy(field as z.ZodType)) : []
}
