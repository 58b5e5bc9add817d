import type { Content } from 'pdfmake/interfaces'
import type { Snapshot } from '#core/job/snapshot'
import { blockAt, blockEntries } from '#core/works/block/entries'
import { photographed } from '#core/works/block/pistons/steps'
import { readLines, readRan, type ReadLine } from '#core/works/block/read-block'
import { lines, title, type Writer } from '../record/pdf-writer'
import { word } from '../record/words'
import type { RecordWork } from './record-work'

function pistonsBlock(w: Writer): Content[] {
  const out = w.snapshot.engine.heads.flat().filter((c) => blockAt(w.snapshot, 'pistons', c))
  if (out.length === 0) return []
  const told = [
    word('block.record-out', { cylinders: out.join(' ') }),
    ...(photographed(w.snapshot) ? [word('block.record-photo')] : []),
  ]
  return [title(word('stage.pistons-out')), lines(told, '')]
}

const faceOf = ({ entry }: ReadLine) => ({ face: word(`block.on.${entry.on}`), head: entry.head })
function lineText(w: Writer, line: ReadLine): string {
  const { entry, name, limitMm, verdict } = line
  const gap = word('block.gap-line', { gap: w.withUnit(entry.gapMm) })
  const told = word('block.record-line', { ...faceOf(line), line: word(`block.line.${name ?? 'drawn'}`), gap })
  if (limitMm === null || verdict === null) return told
  return `${told} ${word(`verdict.${verdict}`)}, ${word('block.limit', { limit: w.withUnit(limitMm) })}`
}

function deckBlock(w: Writer): Content[] {
  const read = readLines(w.snapshot)
  const ran = readRan(w.snapshot)
  const rings = blockEntries(w.snapshot, 'fireRings')
  if (read.length + rings.length === 0) return []
  const ranLines = w.snapshot.engine.heads.flat().flatMap((cylinder) => {
    const ring = blockAt(w.snapshot, 'fireRings', cylinder)
    if (!ring) return []
    const as = ran.find((r) => r.cylinder === cylinder)
    const by = w.withUnit(Math.abs(as?.droppedMm ?? 0))
    return word('block.record-ran', {
      cylinder,
      rings: ring.readings.map((r) => w.length(r.valueMm)).join('  '),
      ran: as ? as.stations.map((s) => w.length(s.heightMm)).join('  ') : '—',
      moved: as?.moved ? word(as.droppedMm! > 0 ? 'block.record-moved' : 'block.record-fell', { by }) : '',
    })
  })
  return [
    title(word('stage.deck-check')),
    lines(
      read.map((l) => lineText(w, l)),
      '',
    ),
    ...(ranLines.length > 0 ? [lines(ranLines, '')] : []),
  ]
}

/** What is out of flat, for the owner: each face once. */
function outOfFlat(snapshot: Snapshot): string[] {
  const out = readLines(snapshot).filter((l) => l.verdict === 'out')
  return [...new Set(out.map((l) => word('block.owner-flat', faceOf(l))))]
}

/** What lies around the liners on the record: pistons, deck and gasket. */
export const record: RecordWork<'block'> = {
  stages: { 'pistons-out': pistonsBlock, 'deck-check': deckBlock },
  cautions: (s) => (s.job.work.includes('deck') ? ['gasket'] : []),
  owner: { stands: () => [], done: outOfFlat },
}
