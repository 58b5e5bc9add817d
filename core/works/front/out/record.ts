import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, word, type Told } from '../../../job/told'
import { endsOf, entriesAt, lastAt } from '../read-front'
import { endTold } from '../told'

export function record(snapshot: Snapshot): Block[] {
  const told = endsOf(snapshot).flatMap(({ place }): Told[] => {
    const out = lastAt(snapshot, 'sealsOut', place)
    const tracks = entriesAt(snapshot, 'tracks', place).map(({ fromMm, toMm, trackMm, feel }) =>
      word('front.track-of', {
        from: length(fromMm),
        to: length(toMm),
        depth: trackMm === null ? word(`front.feel.${feel}`) : length(trackMm),
      }),
    )
    if (!out) return tracks
    const scratched = !out.scratched
      ? []
      : out.scratchFromMm === null || out.scratchToMm === null
        ? [', ', word('front.scratched')]
        : [', ', word('front.scratched-at', { from: length(out.scratchFromMm), to: length(out.scratchToMm) })]
    return [[endTold(place), ': ', word(`front.way.${out.way}`), ...scratched], ...tracks]
  })
  return under(stageTitle('seal-out'), list(told))
}
