import { figures, list, numbers, table, title, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, length, lengths, NONE, word } from '../../../job/told'
import { partFigures } from '../../../plan/read-repair'

export function record(snapshot: Snapshot): Block[] {
  const { liners, shims, placements, job } = snapshot
  const here = liners.filter((l) => placements.some((p) => p.linerId === l.id) || l.fitted?.jobId === job.id)
  const rows = here.map((l) => {
    const rings =
      l.ringsMm &&
      joined(
        l.ringsMm.map((mm) => length(mm)),
        ' + ',
      )
    return [
      rings ? word('record.own-rings', { label: l.label, rings }) : l.label,
      l.fitted?.jobId === job.id ? String(l.fitted.cylinder) : NONE,
      length(partFigures(l)?.meanMm),
      l.readings.length > 0
        ? lengths(
            l.readings.map((r) => r.valueMm),
            '  ',
          )
        : NONE,
    ]
  })
  const fitted = shims.flatMap((s) =>
    s.fitted?.jobId === job.id
      ? [
          word('record.shim-part', {
            label: s.label,
            cylinder: s.fitted.cylinder,
            actual: length(s.actualMm),
            nominal: length(s.nominalMm),
          }),
        ]
      : [],
  )
  const columns = [
    words(word('record.liner'), 60),
    words(word('record.cylinder'), 40),
    figures(word('record.flange'), 60),
    numbers(word('record.part-readings'), '*'),
  ]
  return under(title(word('record.parts')), table('parts', columns, rows), list(fitted))
}
