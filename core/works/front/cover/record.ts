import { figures, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, word, type Told } from '../../../job/told'
import { readCover } from '../read-cover'
import { coveredEnds } from '../read-front'
import { endTold } from '../told'

export function record(snapshot: Snapshot): Block[] {
  const rows = coveredEnds(snapshot).flatMap((end): Told[][] => {
    const { sweep, set } = readCover(snapshot, end)
    if (!sweep || !set) return []
    const { runoutMaxMm, stepMaxMm } = end.of.cover!
    return [
      [
        endTold(end.place),
        word(`front.centred.${sweep.centredBy}`),
        [length(set.runoutMm, [runoutMaxMm]), ' (', length(runoutMaxMm), ')'],
        [length(sweep.leftStepMm), ' / ', length(sweep.rightStepMm), ' (', length(stepMaxMm), ')'],
        word(`front.verdict.${set.verdict}`),
      ],
    ]
  })
  const columns = [
    words('', 40),
    words(word('front.centred-label'), 90),
    figures(word('front.sweep'), 130),
    figures(word('front.rail-step'), '*'),
    words('', 80),
  ]
  return under(stageTitle('cover'), table('covers', columns, rows))
}
