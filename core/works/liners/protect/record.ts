import { list, title, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { tallyTotals } from '../../../job/tally'
import { word } from '../../../job/told'

export function record(snapshot: Snapshot): Block[] {
  const { tally } = snapshot
  if (tally.length === 0) return []
  const { wentIn, cameOut, stillIn } = tallyTotals(snapshot)
  const told = tally.map((m) =>
    word(m.goesIn ? 'record.tally-in' : 'record.tally-out', {
      n: m.count,
      item: word(`stopper.${m.item}`),
      place: word(`opening.${m.place}`),
      cylinder: m.cylinder,
      name: { person: m.personId, at: m.at },
      when: { time: m.at },
    }),
  )
  return [
    title(word('record.tally-title')),
    { is: 'text', told: word('protect.totals', { wentIn, cameOut, still: stillIn }), bold: true },
    ...list(told),
  ]
}
