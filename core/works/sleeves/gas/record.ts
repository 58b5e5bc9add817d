import { figures, numbers, stageTitle, table, text, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, word, type Told } from '../../../job/told'
import { readFlows, readSoap, tipScope } from '../read-sleeves'

export function record(snapshot: Snapshot): Block[] {
  const { values, outliers } = readFlows(snapshot)
  const soap = tipScope(snapshot).flatMap((c): Told[] => {
    const bubbles = readSoap(snapshot, c)
    return bubbles === null ? [] : [[c, ': ', word(bubbles ? 'sleeve.bubbles' : 'sleeve.no-bubbles')]]
  })
  const rows = values.map(({ cylinder, value }) => {
    const verdict = outliers?.values.find((o) => o.id === String(cylinder))?.verdict
    return [cylinder, value, verdict ? word(`sleeve.flow-verdict.${verdict}`) : '']
  })
  const columns = [
    numbers(word('record.cylinder'), 50),
    figures([word('sleeve.flow'), ', ', word('sleeve.flow-unit')], 110),
    words('', '*'),
  ]
  return under(
    stageTitle('gas-test'),
    soap.length > 0 ? [text([word('sleeve.soap'), ': ', joined(soap)])] : [],
    table('flows', columns, rows),
  )
}
