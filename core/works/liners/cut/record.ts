import { bySeq } from '../../../job/order'
import { figures, numbers, table, text, title, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, length, word, type Told } from '../../../job/told'

type Cut = Snapshot['cuts'][number]
function cutTold({ kind, packMm, leavesMm, unmeasured }: Cut): Told {
  const leaves = joined(
    leavesMm.map((l) => length(l)),
    ' + ',
  )
  const what = word('record.cut', { kind: word(`pass.${kind}`), pack: length(packMm), leaves })
  return unmeasured ? word('record.cut-unmeasured', { what, reason: unmeasured }) : what
}
function shimTold({ shims }: Snapshot, { shimId, thicknessMm }: Snapshot['shimFits'][number]): Told {
  if (!shimId) return word('record.shim-out')
  return word('record.shim', { shim: length(thicknessMm), label: shims.find((s) => s.id === shimId)?.label ?? '' })
}

/** Every cut and every shim, in the order they were made. */
export function record(snapshot: Snapshot): Block[] {
  const acts = [
    ...snapshot.cuts.map((c) => ({ ...c, what: cutTold(c) })),
    ...snapshot.shimFits.map((f) => ({ ...f, what: shimTold(snapshot, f) })),
  ].sort(bySeq)
  const columns = [
    numbers(word('record.cylinder'), 30),
    words(word('record.what'), '*'),
    figures(word('record.expected'), 54),
    words(word('record.by'), 150),
  ]
  const rows = acts.map((a) => [
    a.cylinder,
    { told: [a.what, { struck: a.struck }], struck: a.struck !== null },
    length(a.expectMm),
    [{ person: a.personId, at: a.at }, ', ', { time: a.at }],
  ])
  return [
    title(word('record.corrections')),
    ...(rows.length > 0 ? table('corrections', columns, rows) : [text(word('record.no-corrections'))]),
  ]
}
