import { gateProblems, isClosed } from './route'
import { sealState, signatureOf } from './seal'
import type { Snapshot } from './snapshot'
import { make, type StageMove } from '../works/liners/ledge-moves'
import { readTally } from './tally'

/** The next move at the record: what is still open, what is still in the engine, then the signature. */
export function recordMove(snapshot: Snapshot): StageMove {
  if (isClosed(snapshot, 'record')) {
    const signature = signatureOf(snapshot)
    const name = snapshot.people.find((p) => p.id === signature?.personId)?.name ?? '—'
    const stands = signature === null || sealState(snapshot, signature) !== 'broken'
    return make('record', 'done', stands ? 'signed' : 'signed-broken', {
      button: false,
      figures: { name, mark: signature?.hash.slice(0, 12) || '…' },
    })
  }
  const problems = gateProblems(snapshot, 'record')
  const still = readTally(snapshot)[0]
  const left = readTally(snapshot).reduce((n, s) => n + s.count, 0)
  if (still)
    return make('record', 'count-out', 'still-in', {
      cylinder: still.cylinder,
      caution: 'plug',
      figures: { item: still.item, place: still.place, count: still.count, left },
    })
  if (problems.length > 0) return make('record', 'close-first', 'earlier-open', { button: false })
  const signature = signatureOf(snapshot)
  const broken = signature !== null && sealState(snapshot, signature) === 'broken'
  return make('record', 'sign', broken ? 'broken' : 'all-closed', { caution: 'defer' })
}
