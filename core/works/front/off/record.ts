import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, word, type Told } from '../../../job/told'
import { lastOf } from '../read-front'

export function record(snapshot: Snapshot): Block[] {
  const seen = lastOf(snapshot, 'dampers')
  const pulled = lastOf(snapshot, 'pulled')
  const told: Told[] = []
  if (seen)
    told.push(
      word('front.record-seen', {
        index: seen.indexDeg,
        rim: length(seen.runoutMm),
        rubber: word(`front.rubber.${seen.rubber}`),
      }),
    )
  if (pulled) told.push(word('front.record-pulled', { screws: pulled.screws }))
  return under(stageTitle('damper-off'), list(told))
}
