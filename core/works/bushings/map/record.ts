import { figures, numbers, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, lengths, NONE, word } from '../../../job/told'
import { housingsOf, readBushing, readClearance, readHousing } from '../read-bushings'

export function record(snapshot: Snapshot): Block[] {
  const rows = housingsOf(snapshot).flatMap((h) => {
    const housing = readHousing(snapshot, h)
    const { read, interferenceMm } = readBushing(snapshot, h)
    if (!housing.entry && !read) return []
    const clearance = readClearance(snapshot, h)
    return [
      [
        h.n,
        housing.entry ? lengths(housing.entry.boreMm) : NONE,
        read?.code ?? NONE,
        length(interferenceMm),
        length(clearance?.clearanceMm),
        clearance ? word(`cam.verdict.${clearance.verdict}`) : '',
      ],
    ]
  })
  const named = (key: string) => word(key, { n: '' })
  const columns = [
    numbers(named('cam.of-place'), 50),
    figures(named('cam.bore'), 100),
    words(named('cam.code'), 80),
    figures(named('cam.interference'), 70),
    figures(named('cam.clearance'), '*'),
    words('', 70),
  ]
  return under(stageTitle('bushing-map'), table('bushing-map', columns, rows))
}
