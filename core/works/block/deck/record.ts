import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { lengths, NONE, withUnit, word, type Told } from '../../../job/told'
import { blockAt } from '../entries'
import { readLines, readRan, type ReadLine } from '../read-block'

const faceOf = ({ entry }: ReadLine) => ({ face: word(`block.on.${entry.on}`), head: entry.head ?? '' })

function lineTold(line: ReadLine): Told {
  const { entry, name, limitMm, verdict } = line
  const gap = word('block.gap-line', { gap: withUnit(entry.gapMm) })
  const told = word('block.record-line', { ...faceOf(line), line: word(`block.line.${name ?? 'drawn'}`), gap })
  if (limitMm === null || verdict === null) return told
  return [told, ' ', word(`verdict.${verdict}`), ', ', word('block.limit', { limit: withUnit(limitMm) })]
}

/** What the fire rings and the deck say of how each cylinder ran. */
function ranTold(snapshot: Snapshot): Told[] {
  const ran = readRan(snapshot)
  return snapshot.engine.heads.flat().flatMap((cylinder) => {
    const ring = blockAt(snapshot, 'fireRings', cylinder)
    if (!ring) return []
    const as = ran.find((r) => r.cylinder === cylinder)
    const by = withUnit(Math.abs(as?.droppedMm ?? 0))
    return word('block.record-ran', {
      cylinder,
      rings: lengths(
        ring.readings.map((r) => r.valueMm),
        '  ',
      ),
      ran: as
        ? lengths(
            as.stations.map((s) => s.heightMm),
            '  ',
          )
        : NONE,
      moved: as?.moved ? word(as.droppedMm! > 0 ? 'block.record-moved' : 'block.record-fell', { by }) : '',
    })
  })
}

export const record = (snapshot: Snapshot): Block[] =>
  under(stageTitle('deck-check'), list(readLines(snapshot).map(lineTold)), list(ranTold(snapshot)))

/** What is out of flat, for the owner: each face once. */
export function outOfFlat(snapshot: Snapshot): Told[] {
  const out = readLines(snapshot).filter((l) => l.verdict === 'out')
  const once = new Map(out.map((l) => [`${l.entry.on} ${l.entry.head}`, l]))
  return [...once.values()].map((l) => word('block.owner-flat', faceOf(l)))
}
