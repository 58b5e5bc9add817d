import { list, numbers, stageTitle, table, text, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, word } from '../../../job/told'
import { lastOf } from '../read-bushings'
import { readGalleries } from '../read-galleries'

export function record(snapshot: Snapshot): Block[] {
  const states = readGalleries(snapshot).filter((s) => s.wipes.length > 0)
  const done = lastOf(snapshot, 'blockDone')
  if (states.length === 0 && !done) return []
  const rows = states.map((s) => [
    s.passage.id,
    `${s.passage.from} – ${s.passage.to}`,
    joined(s.wipes.map((f) => word(`cam.wipe.${f}`))),
    word('cam.passage-words', { clean: s.clean, needed: s.needed }),
  ])
  const columns = [numbers('', 30), words('', 130), words(word('cam.wipe-label'), '*'), words('', 80)]
  return under(
    stageTitle('galleries'),
    done
      ? list([[word('cam.work-done'), ': ', { person: done.personId, at: done.at }, ', ', { time: done.at }]])
      : [text(word('cam.work-open'))],
    table('galleries', columns, rows),
  )
}
