import { figures, numbers, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { NONE, word } from '../../../job/told'
import { sleeveEntries, sleeveScope } from '../read-sleeves'

export function record(snapshot: Snapshot): Block[] {
  const out = sleeveEntries(snapshot, 'out')
  const injectors = sleeveEntries(snapshot, 'injectors')
  const cylinders = sleeveScope(snapshot).filter((c) => [...out, ...injectors].some((e) => e.cylinder === c))
  const rows = cylinders.map((c) => {
    const injector = injectors.findLast((i) => i.cylinder === c)
    const sleeve = out.findLast((o) => o.cylinder === c)
    return [
      c,
      injector ? `${injector.trimCode || NONE} · ${injector.washers}` : NONE,
      sleeve ? word(`sleeve.schools.${sleeve.school}`) : NONE,
      sleeve ? { nm: sleeve.peakNm } : NONE,
      sleeve ? word(sleeve.chipsOut ? 'sleeve.chips-out' : 'sleeve.chips-left') : '',
    ]
  })
  const columns = [
    numbers(word('record.cylinder'), 30),
    words(word('sleeve.record-injector'), 120),
    words(word('sleeve.school'), 110),
    figures(word('record.took'), 60),
    words('', '*'),
  ]
  return under(stageTitle('sleeves-out'), table('sleeves-out', columns, rows))
}
