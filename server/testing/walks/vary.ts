import { z } from 'zod'
import { inner } from '#core/figure-types'
import { sections as sectionsSchema } from '#core/works/kinds'
import type { Sections } from '#core/works/kinds'

/** Lengths, times and shares no larger than this are what is allowed; larger ones are what the engine is. */
const ALLOWED_MOST = 10
const NULL_SHARE = 0.12
const OTHER_SHARE = 0.15
const CHANGED_SHARE = 0.35
const TRIES = 40

/** A part of a sheet with some of its figures made larger or smaller, left out where they may be, chosen otherwise. */
function varied(value: unknown, schema: z.core.$ZodType | null, random: () => number): unknown {
  const of = schema && inner(schema)
  if (schema instanceof z.ZodNullable && value !== null && random() < NULL_SHARE) return null
  if (typeof value === 'number') {
    // What is counted in a list names something: which housings, which round.
    if (schema === null && Number.isInteger(value)) return value
    if (value === 0 || Math.abs(value) > ALLOWED_MOST || random() > CHANGED_SHARE) return value
    const now = value * (0.5 + random())
    return Number.isInteger(value) ? Math.max(1, Math.round(now)) : Number(now.toPrecision(3))
  }
  if (typeof value === 'boolean') return random() < OTHER_SHARE ? !value : value
  if (of instanceof z.ZodEnum && random() < OTHER_SHARE) return of.options[Math.floor(random() * of.options.length)]
  if (Array.isArray(value))
    return value.map((v) =>
      varied(v, typeof v !== 'number' && of instanceof z.ZodArray ? (of.element as z.ZodType) : null, random),
    )
  if (typeof value !== 'object' || value === null) return value
  const shape = of instanceof z.ZodObject ? (of.shape as Record<string, z.ZodType>) : {}
  const now = Object.fromEntries(
    // What a maker's compound or seal takes its time for is what it is.
    Object.entries(value).map(([k, v]) => [k, k.endsWith('Min') ? v : varied(v, shape[k] ?? null, random)]),
  )
  // No maker allows next to nothing.
  return widthOf(now) < LEAST_WIDTH * widthOf(value) ? value : now
}
const LEAST_WIDTH = 0.4
/** How wide a window is; endless where it is none. */
function widthOf(of: object): number {
  const { minMm, maxMm } = of as { minMm?: unknown; maxMm?: unknown }
  return typeof minMm === 'number' && typeof maxMm === 'number' ? maxMm - minMm : Infinity
}

/** A sheet of another maker: within the schema of each of its sections, the same engine with other limits. */
export function vary(sections: Sections, random: () => number): Sections {
  const { shape } = sectionsSchema as unknown as { shape: Record<string, z.ZodType> }
  return Object.fromEntries(
    Object.entries(sections).map(([name, of]) => {
      const schema = shape[name]!
      for (let i = 0; i < TRIES; i++) {
        const now = schema.safeParse(varied(of, inner(schema) as z.ZodType, random))
        if (now.success) return [name, now.data]
      }
      return [name, of]
    }),
  ) as Sections
}
