import { figures, numbers, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { lengths, word } from '../../../job/told'
import { readBore, sleeveScope } from '../read-sleeves'

export function record(snapshot: Snapshot): Block[] {
  const rows = sleeveScope(snapshot).flatMap((c) => {
    const { entry, size } = readBore(snapshot, c)
    if (!entry) return []
    return [
      [
        c,
        lengths(entry.topMm),
        lengths(entry.bottomMm),
        { told: word(`verdict.${size}`), verdict: size },
        word(`sleeve.damages.${entry.damage}`),
      ],
    ]
  })
  const columns = [
    numbers(word('record.cylinder'), 30),
    figures(word('sleeve.bore-top'), 120),
    figures(word('sleeve.bore-bottom'), 120),
    words(word('sleeve.size'), 70),
    words(word('sleeve.damage'), '*'),
  ]
  return under(stageTitle('sleeve-bores'), table('sleeve-bores', columns, rows))
}
