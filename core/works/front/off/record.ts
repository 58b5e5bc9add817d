import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, NONE, word, type Told } from '../../../job/told'
import { damperScrap, roundRimMm } from '../read-damper'
import { lastOf, sectionOf } from '../read-front'

export function record(snapshot: Snapshot): Block[] {
  const seen = lastOf(snapshot, 'dampers')
  const pulled = lastOf(snapshot, 'pulled')
  const roundMm = seen && roundRimMm(snapshot, seen.indexDeg)
  const told: Told[] = []
  if (seen && sectionOf(snapshot)?.damper?.kind === 'fluid')
    told.push(
      word('front.record-hours', {
        hours: seen.ranH ?? NONE,
        dented: word(seen.dented ? 'front.dented-housing' : 'front.sound-housing'),
        rim: length(seen.runoutMm),
      }),
    )
  else if (seen)
    told.push(
      word('front.record-seen', {
        index: seen.indexDeg,
        round: roundMm === null ? NONE : { roughMm: roundMm },
        rim: length(seen.runoutMm),
        rubber: word(`front.rubber.${seen.rubber}`),
      }),
    )
  for (const why of damperScrap(snapshot) ?? []) told.push(word(`front.scrap.${why}`))
  if (pulled) told.push(word('front.record-pulled', { screws: pulled.screws }))
  return under(stageTitle('damper-off'), list(told))
}
