import { z } from 'zod'
import { inner, sizingOf, type Quantity } from '../../figure-types'
import { spotOf } from '../../job/place'
import { placeTold } from '../../job/place-told'
import { list, title, under, type Block } from '../../job/record-blocks'
import type { Snapshot } from '../../job/snapshot'
import { joined, NONE, word, type Told } from '../../job/told'
import type { strike } from '../../job/base'
import type { ByTurn } from '../kind'
import { allKinds, entriesOf, rowsName, type EntryWhat } from '../kinds'
import { stageLogic } from '../logic'

/** Entries that a table of the record shows one by one. */
const shownElsewhere: readonly EntryWhat[] = ['book-time']

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

interface Entered extends ByTurn {
  seq: number
  at: string
  personId: string
  struck?: z.infer<typeof strike>
}

/**
 * Everything that was entered beside readings of the deck, in its order: when, by whom, what and with which figures;
 * what was struck out stands with why. Whatever a verdict was made of is found here as it was typed.
 */
export function enteredTold(snapshot: Snapshot): Block[] {
  const lines = allKinds
    .filter(({ what }) => !shownElsewhere.includes(what))
    .flatMap(({ what, given }) =>
      (entriesOf(snapshot, rowsName(what)) as readonly Entered[]).map((entry) => ({ what, given, entry })),
    )
    .sort((a, b) => a.entry.seq - b.entry.seq)
    .map(({ what, given, entry }): Told => {
      const own = entry as unknown as Record<string, unknown>
      const { cylinder, place } = spotOf(own as { cylinder?: number | null; place?: string | null })
      const name = word(`act.${what}`, {
        cylinder: cylinder ?? '',
        // Where a plug is, is an opening of its cylinder.
        place: place === null ? '' : what === 'tally-plug' ? word(`opening.${place}`) : placeTold(place),
        bolt: String(own.bolt ?? ''),
      })
      const figures = Object.entries(given)
        .filter(([field]) => !occasion.includes(field) && field !== 'bolt')
        .flatMap(([field, schema]) => {
          const chosen = choiceWords[`${what}.${field}`]
          const value = own[field]
          return chosen && typeof value === 'string'
            ? [word(`${chosen}.${value}`)]
            : told(field, value, schema as z.ZodType)
        })
      const readings = Object.values(entry.repeats ?? {}).map((all) => joined(all.map(String), ' · '))
      return [
        // A file that was tampered with may lack either: the rest is told all the same.
        entry.at ? { time: entry.at } : NONE,
        ' ',
        entry.at ? { person: entry.personId, at: entry.at } : NONE,
        ' · ',
        name,
        ...(figures.length > 0 ? [': ', joined(figures, ', ')] : []),
        ...(readings.length > 0 ? [' (', word('record.read-again', { readings: joined(readings, '; ') }), ')'] : []),
        { struck: entry.struck ?? null },
      ]
    })
  return under(title(word('record.entered')), list(lines))
}
