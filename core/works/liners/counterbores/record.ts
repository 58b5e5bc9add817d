import { figures, list, numbers, table, title, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, length, word, type Told } from '../../../job/told'
import { clockHour } from '../../../measure/angle'
import { readLedges } from '../ledges'
import { leanTold } from '../told'

export function record(snapshot: Snapshot): Block[] {
  const rows = readLedges(snapshot).flatMap((l) =>
    l.plane === null
      ? []
      : [
          [
            l.cylinder,
            joined(
              l.stations.map((s) => (s.valueMm === null ? '·' : length(s.valueMm))),
              '  ',
            ),
            length(l.plane.centreMm),
            leanTold(l.plane.tiltMm, l.plane.highAtDeg),
            length(l.depthMm),
            {
              told: l.judgement ? word(`verdict.${l.judgement.verdict}`) : word('record.cut-since'),
              verdict: l.judgement?.verdict ?? null,
            },
          ],
        ],
  )
  const marks = snapshot.wearMarks.map((m): Told => [
    [`${m.cylinder} · `, word(`wear.${m.kind}`), ' · ', word('plan.station', { clock: clockHour(m.atDeg) })],
    [' · ', length(m.depthMm), ` ${m.words}`, { struck: m.struck }],
  ])
  const columns = [
    numbers(word('record.cylinder'), 30),
    numbers(word('record.stations', { clocks: snapshot.stationsDeg.map(clockHour).join(' · ') }), '*'),
    figures(word('figures.mean'), 48),
    figures(word('record.lean'), 78),
    figures(word('record.depth-now'), 56),
    words(word('record.verdict'), 62),
  ]
  return under(title(word('record.ledges')), table('ledges', columns, rows), list(marks))
}
