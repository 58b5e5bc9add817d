import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, word } from '../../../job/told'
import { barrelsOf } from '../read-barrels'
import { readBore } from './read'

export const record = (snapshot: Snapshot): Block[] =>
  under(
    stageTitle('barrel-bore'),
    list(
      barrelsOf(snapshot).flatMap((spot) => {
        const { judged, finished } = readBore(snapshot, spot)
        if (!judged || !finished) return []
        return word('barrel.record-finish', {
          name: spot.name,
          smallest: length(judged.smallestMm),
          largest: length(judged.largestMm),
          taper: length(judged.taperMm),
          round: length(judged.outOfRoundMm),
          deg: Math.round(finished.crosshatchDeg),
        })
      }),
    ),
  )
