import { z } from 'zod'
import { inner, sizingOf, type Quantity } from '../figure-types'
import { joined, word, type Told } from '../job/told'
import { allKinds, type EntryWhat } from './kinds'
import { stageLogic } from './logic'

const quantityTold: Partial<Record<Quantity, (value: number) => Told>> = {
  length: (mm) => ({ mm, unit: true }),
  rough: (roughMm) => ({ roughMm }),
  pressure: (kPa) => ({ kPa }),
  temperature: (celsius) => ({ celsius }),
  torque: (nm) => ({ nm }),
  angle: (deg) => [String(deg), word('unit.degrees')],
  share: (share) => [String(Math.round(share * 1000) / 10), ' ', word('unit.percent')],
}
const otherFigures: readonly [RegExp, Quantity][] = [
  [/Mm$/, 'length'],
  [/KPa$/, 'pressure'],
  [/C$/, 'temperature'],
  [/Nm$/, 'torque'],
  [/Deg$/, 'angle'],
]
/** What comes with the occasion, or is told of the gauge. */
const occasion: readonly string[] = ['cylinder', 'place', 'gaugeId', 'uncertaintyMm', 'uncertaintyKPa']

/** The figures, choices and words of a value, in the order in which they are given. */
function told(name: string, value: unknown, schema: z.core.$ZodType): Told[] {
  const of = inner(schema)
  if (value === null || value === undefined || value === '') return []
  if (typeof value === 'number') {
    const quantity = sizingOf(of)?.quantity ?? otherFigures.find(([ending]) => ending.test(name))?.[1]
    return [(quantity && quantityTold[quantity]?.(value)) ?? String(value)]
  }
  if (typeof value === 'boolean') return [word(value ? 'turn.yes' : 'turn.no')]
  if (typeof value === 'string') return z.uuid().safeParse(value).success ? [] : [value]
  if (Array.isArray(value)) {
    const each = of instanceof z.ZodArray ? of.element : null
    const items = of instanceof z.ZodTuple ? of.def.items : []
    return value.flatMap((v, i) => {
      const one = told(name, v, each ?? items[i] ?? z.unknown())
      return one.length > 1 ? [joined(one, ' / ')] : one
    })
  }
  const shape = of instanceof z.ZodObject ? (of.shape as Record<string, z.ZodType>) : {}
  return Object.entries(value as object).flatMap(([key, v]) => told(key, v, shape[key] ?? z.unknown()))
}

const choiceWords = Object.assign({}, ...Object.values(stageLogic).map((s) => s.choices ?? {})) as Record<
  string,
  string
>

const given = new Map(allKinds.map((kind) => [kind.what, Object.entries(kind.given)] as const))

/** What was given of an entry, in its order, by its fields: figures in their quantity, choices by their words. */
export const entryFigures = (what: EntryWhat, entry: Readonly<Record<string, unknown>>): Told[] =>
  (given.get(what) ?? [])
    .filter(([field]) => !occasion.includes(field) && field !== 'bolt')
    .flatMap(([field, schema]) => {
      const chosen = choiceWords[`${what}.${field}`]
      const value = entry[field]
      return chosen && typeof value === 'string'
        ? [word(`${chosen}.${value}`)]
        : told(field, value, schema as z.ZodType)
    })
/** Whether an act is an entry, with figures of its own. */
export const isEntry = (what: string): what is EntryWhat => given.has(what as EntryWhat)
