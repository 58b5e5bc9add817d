import { z } from 'zod'
import type { Sections } from '#core/works/kinds'

/** A part of a sheet's section as a form needs it: made from the very schema that judges it. */
export type Shape =
  | { is: 'number'; whole: boolean }
  | { is: 'text' }
  | { is: 'yes' }
  | { is: 'choice'; options: (string | number)[] }
  | { is: 'numbers' }
  | { is: 'group'; fields: Record<string, Shape>; optional: readonly string[] }
  | { is: 'list'; of: Shape }
  | { is: 'maybe'; of: Shape }

/** The shape of a section, from its schema. */
export function sectionShape(schema: z.core.$ZodType): Shape {
  const { def } = (schema as z.core.$ZodTypes)._zod
  switch (def.type) {
    case 'object': {
      const fields = Object.entries(def.shape)
      const optional = fields.filter(([, f]) => f._zod.optin !== undefined).map(([name]) => name)
      return { is: 'group', fields: Object.fromEntries(fields.map(([name, f]) => [name, sectionShape(f)])), optional }
    }
    case 'array':
      return manyOf(sectionShape(def.element))
    case 'tuple':
      return manyOf(sectionShape(def.items[0]!))
    case 'nullable':
      return { is: 'maybe', of: sectionShape(def.innerType) }
    case 'optional':
    case 'default':
    case 'readonly':
      return sectionShape(def.innerType)
    case 'pipe':
      return sectionShape(def.in)
    case 'enum':
      return { is: 'choice', options: Object.values(def.entries) }
    case 'union':
      return { is: 'choice', options: def.options.flatMap((o) => literals(o)) }
    case 'literal':
      return { is: 'choice', options: literals(schema) }
    case 'boolean':
      return { is: 'yes' }
    case 'string':
      return { is: 'text' }
    case 'number':
      return { is: 'number', whole: (def.checks ?? []).some(isWhole) || 'format' in def }
    default:
      throw new Error(`A form has no field for ${def.type}`)
  }
}

const manyOf = (of: Shape): Shape => (of.is === 'number' ? { is: 'numbers' } : { is: 'list', of })
const isWhole = (check: z.core.$ZodCheck<never>) => (check._zod.def as { format?: string }).format === 'safeint'
function literals(schema: z.core.$ZodType): (string | number)[] {
  const { def } = (schema as z.core.$ZodTypes)._zod
  return def.type === 'literal' ? (def.values as (string | number)[]) : []
}

/** Something of that shape with nothing filled in. */
export function emptyOf(shape: Shape): unknown {
  switch (shape.is) {
    case 'group':
      return Object.fromEntries(Object.entries(shape.fields).map(([k, s]) => [k, emptyOf(s)]))
    case 'list':
    case 'numbers':
      return []
    case 'text':
      return ''
    case 'yes':
      return false
    case 'choice':
      return shape.options[0]
    default:
      return null
  }
}

/** A value with the gaps that a later version of its schema left filled with nothing. */
export function filledAs(shape: Shape, value: unknown): unknown {
  if (value === undefined) return emptyOf(shape)
  if (shape.is === 'group' && value !== null)
    return Object.fromEntries(
      Object.entries(shape.fields).map(([k, s]) => [k, filledAs(s, (value as Record<string, unknown>)[k])]),
    )
  if (shape.is === 'list') return (value as unknown[]).map((v) => filledAs(shape.of, v))
  if (shape.is === 'maybe' && value !== null) return filledAs(shape.of, value)
  return value
}

type SectionFile = { section?: z.ZodType }
const files = import.meta.glob<SectionFile>('../../../core/works/*/data.ts', { eager: true })

/** The sections there are, each by the name of its work. */
export const sectionSchemas: Readonly<Partial<Record<keyof Sections, z.ZodType>>> = Object.fromEntries(
  Object.entries(files).flatMap(([path, { section }]) => (section ? [[path.split('/').at(-2)!, section]] : [])),
)
