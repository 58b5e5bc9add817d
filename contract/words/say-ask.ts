import type { Ask, Said as SaidSofar } from '#core/job/ask'
import type { Spot } from '#core/job/place'
import { blanks, type FigureWriter, type Said } from './say-move'

/** What a turn asks, as a message: its sentence stands among those of the kind it ends in. */
export const sayAsk = (entry: string, { word, figures }: Ask, spot: Spot, write: FigureWriter): Said => ({
  key: `ask.${entry}.${word}`,
  ...blanks({ ...spot, stationDeg: null, figures }, write),
})

/** The same in a word or two, for its cell: where the kind has none, its sentence stands there. */
export const sayCell = (entry: string, ask: Ask, spot: Spot, write: FigureWriter): Said => ({
  ...sayAsk(entry, ask, spot, write),
  key: `cell.${entry}.${ask.word}`,
})

/** What is known so far, as a message. */
export const saySofar = (
  entry: string,
  { word, figures }: SaidSofar['lines'][number],
  spot: Spot,
  write: FigureWriter,
): Said => ({ key: `said.${entry}.${word}`, ...blanks({ ...spot, stationDeg: null, figures }, write) })
