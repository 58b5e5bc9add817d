import type { Content, TableCell } from 'pdfmake/interfaces'
import { tell, type Teller } from '#contract/words/tell'
import { cellOf as cellFrom, type Block, type Cell, type Column } from '#core/job/record-blocks'
import type { Snapshot } from '#core/job/snapshot'
import type { Told } from '#core/job/told'
import { readDeck } from '#core/works/liners/deck'
import { GREY, RED, title, type Printable } from './paper'
import { photoRows } from './photos-pdf'
import { profileSvg } from './profile-svg'

/** Room between what stands one below the other, points. */
const APART: [number, number, number, number] = [0, 4, 0, 0]

const cellStyle = {
  text: { fontSize: 9 },
  figure: { font: 'Figures', fontSize: 8.5, alignment: 'right' },
  number: { font: 'Figures', fontSize: 8.5, alignment: 'left' },
} as const satisfies Record<Column['is'], object>

function cellOf(of: Told | Cell, { is }: Column, by: Teller): TableCell {
  return { ...cellStyle[is], ...lineOf(of, by) }
}

/** What is told, and how it is set off. */
function lineOf(of: Told | Cell, by: Teller) {
  const { told, bold, struck, bad } = cellFrom(of)
  const color = bad ? RED : struck ? GREY : null
  return { text: tell(told, by), ...(bold || bad ? { bold: true } : {}), ...(color ? { color } : {}) }
}

type Table = Extract<Block, { is: 'table' }>
function tableOf({ columns, rows }: Table, by: Teller): Content {
  const heads = columns.map((c): TableCell => ({ text: tell(c.head, by), bold: true, fontSize: 8.5 }))
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: columns.map((c) => c.wide),
      body: [heads, ...rows.map((row) => row.map((cell, i) => cellOf(cell, columns[i]!, by)))],
    },
    layout: 'lightHorizontalLines',
  }
}

/** What a stage puts on a paper. @param judged the job as the stage was judged: drawings go by it */
export function blockContent(block: Block, judged: Snapshot, by: Teller, photos: Printable): Content[] {
  switch (block.is) {
    case 'title':
      return [title(tell(block.told, by))]
    case 'text': {
      const { told, bold = false, bad, small } = block
      return [{ text: tell(told, by), fontSize: small ? 8 : 9, bold, margin: APART, ...(bad ? { color: RED } : {}) }]
    }
    case 'list':
      return [{ ul: block.lines.map((l) => lineOf(l, by)), fontSize: 9, margin: APART }]
    case 'facts': {
      const body = block.rows.map((row) => row.map((told) => ({ text: tell(told, by), fontSize: 9 })))
      return [{ table: { widths: [130, '*'], body }, layout: 'noBorders' }]
    }
    case 'table':
      return [tableOf(block, by)]
    case 'profile': {
      const [now, found] = [readDeck(judged, block.stage), readDeck(judged, 'as-found')]
      return [{ svg: profileSvg(judged, now, found, (mm) => by.length(mm)), width: 515 }]
    }
    case 'photos':
      return photoRows(judged, photos)
  }
}
