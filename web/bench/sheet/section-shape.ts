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

interface Json {
  type?: string
  enum?: (string | number)[]
  const?: string | number
  anyOf?: Json[]
  properties?: Record<string, Json>
  items?: Json
  prefixItems?: Json[]
  required?: string[]
}

function shapeOf(json: Json): Shape {
  if (json.enum) return { is: 'choice', options: json.enum }
  if (json.anyOf) {
    const others = json.anyOf.filter((a) => a.type !== 'null')
    if (others.every((a) => a.const !== undefined)) return { is: 'choice', options: others.map((a) => a.const!) }
    const of = shapeOf(others[0]!)
    return others.length < json.anyOf.length ? { is: 'maybe', of } : of
  }
  if (json.type === 'boolean') return { is: 'yes' }
  if (json.type === 'string') return { is: 'text' }
  if (json.type === 'object') {
    const fields = Object.fromEntries(Object.entries(json.properties ?? {}).map(([k, v]) => [k, shapeOf(v)]))
    return { is: 'group', fields, optional: Object.keys(fields).filter((k) => !json.required?.includes(k)) }
  }
  if (json.type === 'array') {
    const of = shapeOf(json.items ?? json.prefixItems?.[0] ?? { type: 'number' })
    return of.is === 'number' ? { is: 'numbers' } : { is: 'list', of }
  }
  return { is: 'number', whole: json.type === 'integer' }
}

/** The shape of a section, from its schema. */
export const sectionShape = (schema: z.ZodType): Shape =>
  shapeOf(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Json)

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
