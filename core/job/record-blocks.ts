import type { Verdict } from '../measure/verdict'
import type { MeasuredStage } from './stages'
import { word, type Told } from './told'

/** A cell that is more than what it tells. */
export interface Cell {
  told: Told
  verdict?: Verdict | null
  /** Where a figure lies between its limits, mm. */
  window?: { valueMm: number; minMm: number; maxMm: number; verdict: Verdict } | null
  bold?: boolean
  /** It was struck out. */
  struck?: boolean
  /** Something is wrong with it. */
  bad?: boolean
}
/** A column of a table: its head, how wide it is on paper (points; all that is left where it is `'*'`), and what stands in it. */
export interface Column {
  head: Told
  wide: number | '*'
  is: 'text' | 'figure' | 'number'
}
/** A part of a record: page and paper draw it alike. */
export type Block =
  | { is: 'title'; told: Told }
  | { is: 'text'; told: Told; bold?: true; bad?: true; small?: true }
  | { is: 'list'; lines: readonly (Told | Cell)[] }
  /** What is called so, and how it is. */
  | { is: 'facts'; rows: readonly (readonly [Told, Told])[] }
  | { is: 'table'; name: string; columns: readonly Column[]; rows: readonly (readonly (Told | Cell)[])[] }
  /** The deck as it stands on a stage, with as found behind it. */
  | { is: 'profile'; stage: MeasuredStage }
  /** The photos of the job that stand. */
  | { is: 'photos' }

const isCell = (cell: Told | Cell): cell is Cell => typeof cell === 'object' && !Array.isArray(cell) && 'told' in cell
/** What is only told, as a cell. */
export const cellOf = (of: Told | Cell): Cell => (isCell(of) ? of : { told: of })

export const title = (told: Told): Block => ({ is: 'title', told })
export const stageTitle = (stage: string): Block => title(word(`stage.${stage}`))
export const text = (told: Told): Block => ({ is: 'text', told })

const column =
  (is: Column['is']) =>
  (head: Told, wide: Column['wide']): Column => ({ head, wide, is })
/** A column of words, of figures at the right, of numbers at the left. */
export const words = column('text')
export const figures = column('figure')
export const numbers = column('number')

/** A table, where there is anything in it. @param name what the page calls it */
export const table = (
  name: string,
  columns: readonly Column[],
  rows: readonly (readonly (Told | Cell)[])[],
): Block[] => (rows.length > 0 ? [{ is: 'table', name, columns, rows }] : [])
/** Lines with dots before them, where there are any; else what is said in their place. */
export const list = (lines: readonly (Told | Cell)[], none: Told = ''): Block[] =>
  lines.length > 0 ? [{ is: 'list', lines }] : none === '' ? [] : [text(none)]
/** What stands under a title, where anything does. */
export const under = (head: Block, ...blocks: readonly (readonly Block[])[]): Block[] => {
  const all = blocks.flat()
  return all.length > 0 ? [head, ...all] : []
}
