import { figures, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, lengths, NONE, word, type Told } from '../../../job/told'
import { clockHour } from '../../../measure/angle'
import { endsOf } from '../read-front'
import { readSeal } from '../read-seal'
import { endTold } from '../told'

export function record(snapshot: Snapshot): Block[] {
  const rows = endsOf(snapshot).flatMap((end): Told[][] => {
    const { seal, started, depth, plane } = readSeal(snapshot, end)
    if (!seal) return []
    return [
      [
        endTold(end.place),
        [length(seal.outerMm), ' × ', length(seal.innerMm)],
        started ? [word(`front.lip.${started.lip}`), ', ', word(`front.outside.${started.outside}`)] : NONE,
        depth ? lengths(depth.edgesMm) : NONE,
        plane
          ? word('front.lean', {
              lean: length(plane.tiltMm),
              hour: plane.highAtDeg === null ? NONE : clockHour(plane.highAtDeg),
              max: length(end.of.maxLeanMm),
            })
          : NONE,
      ],
    ]
  })
  const columns = [
    words('', 40),
    figures(word('front.seal-outer'), 90),
    words([word('front.lip-label'), ', ', word('front.outside-label')], 80),
    figures(word('front.depths'), '*'),
    words('', 140),
  ]
  return under(stageTitle('seal-in'), table('seals-in', columns, rows))
}

/** Each end whose seal is in, for the owner. */
export const sealLines = (snapshot: Snapshot): Told[] =>
  endsOf(snapshot)
    .filter((e) => readSeal(snapshot, e).depth !== null)
    .map((e) => word('front.owner-seal', { end: endTold(e.place) }))
