import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, lengths, withUnit, word, type Told } from '../../../job/told'
import { readDamper } from '../read-damper'
import { sectionOf } from '../read-front'

export function record(snapshot: Snapshot): Block[] {
  const { fit, interferenceMm, verdict, started, home } = readDamper(snapshot)
  if (!fit) return []
  const told: Told[] = [
    [word('front.hub'), ': ', lengths(fit.hubMm)],
    [word('front.nose'), ': ', lengths(fit.noseMm)],
  ]
  if (interferenceMm !== null)
    told.push([word('front.interference'), ': ', withUnit(interferenceMm), ', ', word(`front.fit-verdict.${verdict}`)])
  if (started) told.push([word('front.school-label'), ': ', word(`front.school.${started.school}`)])
  if (home)
    told.push(
      word('front.travel', {
        mm: length(Math.abs(home.beforeMm - home.afterMm)),
        of: length(sectionOf(snapshot)?.damper?.travelMm ?? 0),
      }),
    )
  return under(stageTitle('damper-on'), list(told))
}
