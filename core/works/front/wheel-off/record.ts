import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, word, type Told } from '../../../job/told'
import { frontEntries, lastOf } from '../read-front'

export function record(snapshot: Snapshot): Block[] {
  const freed = frontEntries(snapshot, 'flywheelFreed').map((f) => word(`front.free.${f.step}`))
  const seen = lastOf(snapshot, 'flywheelLooks')
  const told: Told[] = freed.length > 0 ? [joined(freed)] : []
  if (seen) {
    const [face, teeth] = [word(`front.wheel-face.${seen.face}`), word(`front.teeth.${seen.teeth}`)]
    told.push(word('front.record-wheel', { face, teeth }), ...(seen.words ? [seen.words] : []))
  }
  return under(stageTitle('flywheel-off'), list(told))
}
