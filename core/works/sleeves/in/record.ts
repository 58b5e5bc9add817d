import { figures, numbers, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, length, word } from '../../../job/told'
import { readIn, sleeveScope } from '../read-sleeves'

export function record(snapshot: Snapshot): Block[] {
  const rows = sleeveScope(snapshot).flatMap((c) => {
    const { entry, steps, drawn } = readIn(snapshot, c)
    if (!entry) return []
    const done = steps.map(({ step, mandrelMm }) => {
      const name = word(`sleeve-word.${step}`)
      return mandrelMm === null ? name : [name, ' ', length(mandrelMm)]
    })
    return [
      [
        c,
        joined(done),
        length(entry.boreMm),
        length(entry.topBelowMm),
        drawn ? word(`sleeve.mandrel-grips.${drawn.verdict}`) : '',
      ],
    ]
  })
  const columns = [
    numbers(word('record.cylinder'), 30),
    words(word('sleeve.record-steps'), '*'),
    figures(word('sleeve.bore-after'), 90),
    figures(word('sleeve.top-below'), 110),
    words('', 60),
  ]
  return under(stageTitle('sleeves-in'), table('sleeves-in', columns, rows))
}
