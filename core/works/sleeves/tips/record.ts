import { figures, numbers, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, word } from '../../../job/told'
import { readTip, sectionOf, tipScope } from '../read-sleeves'

export function record(snapshot: Snapshot): Block[] {
  const limits = sectionOf(snapshot)?.tip
  const rows = tipScope(snapshot).flatMap((c) => {
    const { tip, washerMm, setting } = readTip(snapshot, c)
    if (!tip || !limits) return []
    const { minMm, maxMm } = limits
    const verdict = setting?.verdict ?? null
    return [
      [
        c,
        length(washerMm),
        length(tip.valueMm, [minMm, maxMm]),
        setting?.reading ? word(`sleeve.reading.${setting.reading}`) : '',
        {
          told: verdict ? word(`verdict.${verdict}`) : '',
          window: verdict && { valueMm: tip.valueMm, minMm, maxMm, verdict },
          verdict,
        },
      ],
    ]
  })
  const columns = [
    numbers(word('record.cylinder'), 30),
    figures(word('sleeve.washer'), 70),
    figures(word('sleeve.tip-measured'), 120),
    words('', '*'),
    words('', 80),
  ]
  return under(stageTitle('tips'), table('tips', columns, rows))
}
