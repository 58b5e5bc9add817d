import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, length, NONE, word } from '../../../job/told'
import { barrelsOf } from '../read-barrels'
import { readDrop } from './read'

export const record = (snapshot: Snapshot): Block[] =>
  under(
    stageTitle('barrel-sleeve'),
    list(
      barrelsOf(snapshot).flatMap((spot) => {
        const { drop, home, flange, pinned } = readDrop(snapshot, spot)
        if (!drop) return []
        const where = word(home ? 'barrel.is-home' : 'barrel.is-stuck')
        return word('barrel.record-drop', {
          name: spot.name,
          home: joined(pinned ? [where, word('barrel.is-pinned')] : [where]),
          most: flange ? length(Math.max(...flange.edgesMm)) : NONE,
        })
      }),
    ),
  )
