import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, NONE, word } from '../../../job/told'
import { barrelsOf } from '../read-barrels'
import { readFit } from './read'

export const record = (snapshot: Snapshot): Block[] =>
  under(
    stageTitle('barrel-fit'),
    list(
      barrelsOf(snapshot).flatMap((spot) => {
        const { interferenceMm, pinChosen, verdict } = readFit(snapshot, spot)
        if (interferenceMm === null || verdict === null) return []
        return word('barrel.record-fit', {
          name: spot.name,
          interference: [length(interferenceMm), ', ', word(`barrel.verdict.${verdict}`)],
          pin: pinChosen ? word(`barrel.pin-school.${pinChosen}`) : NONE,
        })
      }),
    ),
  )
