import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { word, type Told } from '../../../job/told'
import { bushingEntries, lastOf, sectionOf } from '../read-bushings'
import { readFloat, readSpin } from '../read-spin'
import { playTold } from '../told'

export function record(snapshot: Snapshot): Block[] {
  const { test, reading } = readSpin(snapshot)
  const { entry, endFloat, backlash } = readFloat(snapshot, 'after')
  const limitNm = sectionOf(snapshot)?.turningNm ?? null
  const eased = bushingEntries(snapshot, 'eased').map((e) => e.place.replace('housing-', ''))
  const told: Told[] = [
    ...(reading === null ? [] : [word(`cam.spin-reading.${reading}`)]),
    ...(test ? [word('cam.owner-spin', { peak: { nm: test.peakNm }, limit: { nm: limitNm, down: true } })] : []),
    ...(eased.length > 0 ? [[word('cam.eased'), ': ', word('cam.of-place', { n: eased.join(', ') })]] : []),
    ...(entry
      ? [
          ...playTold('cam.end-float', entry.endFloatMm, endFloat),
          ...playTold('cam.backlash', entry.backlashMm, backlash),
        ]
      : []),
    ...(lastOf(snapshot, 'shaftIn')?.asPhotographed ? [word('cam.timing-on')] : []),
    ...(lastOf(snapshot, 'camPlugs')?.fitted ? [word('cam.plug-sealed')] : []),
  ]
  return under(stageTitle('cam-spin'), list(told))
}
