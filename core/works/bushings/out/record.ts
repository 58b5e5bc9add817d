import { list, numbers, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, word } from '../../../job/told'
import { housingsOf, lastAt } from '../read-bushings'
import { readPatterns } from '../read-old'
import { patternTold, percent } from '../told'

function copperTold(share: number, oClock: number | null) {
  if (share === 0) return []
  return oClock === null
    ? [word('cam.copper-some', { share: percent(share) })]
    : [word('cam.copper-of', { share: percent(share), hour: oClock })]
}

export function record(snapshot: Snapshot): Block[] {
  const rows = housingsOf(snapshot).flatMap((h) => {
    const out = lastAt(snapshot, 'out', h.place)
    if (!out) return []
    const told = [
      ...copperTold(out.copperShare, out.copperOClock),
      ...(out.holeInLine ? [] : [word('cam.hole-off')]),
      ...(out.words ? [out.words] : []),
    ]
    return [[h.n, word(`cam.looks.${out.looks}`), joined(told, '; ')]]
  })
  if (rows.length === 0) return []
  const columns = [numbers(word('cam.of-place', { n: '' }), 60), words(word('cam.looks-label'), 110), words('', '*')]
  return under(
    stageTitle('bushings-out'),
    table('bushings-out', columns, rows),
    list(readPatterns(snapshot).map(patternTold)),
  )
}
