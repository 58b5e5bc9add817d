import { figures, list, numbers, stageTitle, table, text, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { lengths, word } from '../../../job/told'
import { housingsOf, readJournal } from '../read-bushings'
import { readFloat } from '../read-spin'
import { playTold } from '../told'

export function record(snapshot: Snapshot): Block[] {
  const { entry, endFloat, backlash } = readFloat(snapshot, 'before')
  const journals = housingsOf(snapshot).flatMap((h) => {
    const { entry: read, size } = readJournal(snapshot, h)
    return read ? [[h.n, lengths(read.mm), { told: word(`verdict.${size}`), verdict: size }]] : []
  })
  if (!entry && journals.length === 0) return []
  const told = entry
    ? [
        ...playTold('cam.end-float', entry.endFloatMm, endFloat),
        ...playTold('cam.backlash', entry.backlashMm, backlash),
        ...(entry.photographed ? [word('cam.photographed')] : []),
      ]
    : []
  const columns = [numbers(word('cam.of-place', { n: '' }), 60), figures(word('cam.journal-ways'), 180), words('', '*')]
  return [
    stageTitle('cam-out'),
    ...(told.length > 0 ? list(told) : [text(word('gate.cam-not-read'))]),
    ...table('journals', columns, journals),
  ]
}
