import type { z } from 'zod'
import { spotOf } from '../../job/place'
import { placeTold } from '../../job/place-told'
import { list, title, under, type Block } from '../../job/record-blocks'
import type { Snapshot } from '../../job/snapshot'
import { joined, NONE, word, type Told } from '../../job/told'
import type { strike } from '../../job/base'
import type { ByTurn } from '../kind'
import { allKinds, entriesOf, rowsName, type EntryWhat } from '../kinds'
import { entryFigures } from '../entry-figures'

/** Entries that a table of the record shows one by one. */
const shownElsewhere: readonly EntryWhat[] = ['book-time']

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
    .flatMap(({ what }) =>
      (entriesOf(snapshot, rowsName(what)) as readonly Entered[]).map((entry) => ({ what, entry })),
    )
    .sort((a, b) => a.entry.seq - b.entry.seq)
    .map(({ what, entry }): Told => {
      const own = entry as unknown as Record<string, unknown>
      const { cylinder, place } = spotOf(own as { cylinder?: number | null; place?: string | null })
      const name = word(`act.${what}`, {
        cylinder: cylinder ?? '',
        // Where a plug is, is an opening of its cylinder.
        place: place === null ? '' : what === 'tally-plug' ? word(`opening.${place}`) : placeTold(place),
        bolt: String(own.bolt ?? ''),
      })
      const figures = entryFigures(what, own)
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
