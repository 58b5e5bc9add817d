import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, NONE, word } from '../../../job/told'
import { barrelsOf, readWorn } from '../read-barrels'

export const record = (snapshot: Snapshot): Block[] =>
  under(
    stageTitle('barrel-measure'),
    list(
      barrelsOf(snapshot).flatMap((spot) => {
        const { judged, measured, way } = readWorn(snapshot, spot)
        if (!judged || !measured) return []
        const { wornMaxMm } = spot.of.barrel
        return word('barrel.record-measured', {
          name: spot.name,
          largest: [length(judged.largestMm, [wornMaxMm]), ' (', length(wornMaxMm), ')'],
          taper: length(judged.taperMm),
          round: length(judged.outOfRoundMm),
          wall: word(`barrel.wall.${measured.wall}`),
          way: way ? word(`barrel.way.${way}`) : NONE,
        })
      }),
    ),
  )
