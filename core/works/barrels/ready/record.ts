import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, word } from '../../../job/told'
import { readySteps } from '../kinds'
import { barrelsOf } from '../read-barrels'
import { isReadied } from './read'

export const record = (snapshot: Snapshot): Block[] =>
  under(
    stageTitle('barrel-ready'),
    list(
      barrelsOf(snapshot).flatMap((spot) => {
        const done = readySteps.filter((step) => isReadied(snapshot, spot.place, step))
        return done.length > 0 ? [[spot.name, ': ', joined(done.map((step) => word(`barrel.ready.${step}`)))]] : []
      }),
    ),
  )
