import { figures, numbers, table, title, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, NONE, word, type Told } from '../../../job/told'
import { pastStopNm } from './puller'

export function record(snapshot: Snapshot): Block[] {
  const rows = snapshot.pulls.map((p) => {
    const stopNm = pastStopNm(snapshot, p)
    const told: Told = [
      word(`pull.out.${p.ranOut}`),
      ...(stopNm === null ? [] : ['; ', word('pull.took-over', { stop: { nm: stopNm, down: true as const } })]),
      p.words ? `; ${p.words}` : '',
      { struck: p.struck },
    ]
    return [
      p.cylinder,
      snapshot.pullers.find((x) => x.id === p.pullerId)?.name ?? word('record.by-hand'),
      { nm: p.peakNm },
      p.tightMm.length > 0 ? joined(p.tightMm.map((roughMm) => ({ roughMm }))) : NONE,
      { told, struck: p.struck !== null },
    ]
  })
  const columns = [
    numbers(word('record.cylinder'), 30),
    words(word('puller.in-hand'), 110),
    figures(word('record.took'), 60),
    figures(word('pull.tight-at'), 90),
    words(word('record.ran-out'), '*'),
  ]
  return under(title(word('record.pulls')), table('pulls', columns, rows))
}
