import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { NONE, word } from '../../../job/told'
import { readHold, sectionOf } from '../read-sleeves'

export function record(snapshot: Snapshot): Block[] {
  const { start, end, result, wet } = readHold(snapshot)
  if (!start || !end || !result) return []
  const allowedKPa = sectionOf(snapshot)?.test.allowedDropKPa
  const told = word('sleeve.record-hold', {
    start: { kPa: start.startKPa },
    startC: { celsius: start.startC },
    end: { kPa: end.endKPa },
    endC: { celsius: end.endC },
    corrected: { kPa: result.correctedEndKPa },
    drop: { kPa: result.dropKPa },
    u: { kPa: result.uncertaintyKPa },
    allowed: allowedKPa === undefined ? NONE : { kPa: allowedKPa },
    verdict: word(`sleeve.verdict.${result.verdict}`),
  })
  const holes = wet.length > 0 ? [word('sleeve.hold-wet'), ` ${wet.join(', ')}`] : word('sleeve.hold-dry')
  return under(stageTitle('coolant-test'), list([told, holes]))
}
