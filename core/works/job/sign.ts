import { nameOn } from '../../job/name-on'
import { among } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { earlierOpen, isClosed } from '../../job/route'
import { signatureState, signatureOf } from '../../job/signature'
import type { Snapshot } from '../../job/snapshot'
import { readTally } from '../../job/tally'
import type { StageLogic } from '../stage-logic'

const says = {
  actions: ['count-out', 'sign'],
  told: ['close-first', 'done', 'ended'],
  reasons: ['still-in', 'earlier-open', 'all-closed', 'broken', 'signed', 'signed-broken', 'signed-unknown', 'ended'],
  cautions: ['plug', 'defer'],
} as const
const make = mover('record', says)

/** The next move at the record: what is still open, what is still in the engine, then the signature. */
export function recordMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'record')) {
    const signature = signatureOf(snapshot)
    const name = nameOn(snapshot.people, signature?.personId, signature?.at)
    if (signature?.ended)
      return make('ended', 'ended', {
        figures: { name, mark: signature.hash.slice(0, 12) || '…', why: signature.note },
      })
    const state = signature ? signatureState(snapshot, signature) : 'unknown'
    // One that this device made a moment ago has its mark from the server.
    const good = state === 'stands' || (state === 'unknown' && !signature?.hash)
    return make('done', good ? 'signed' : state === 'broken' ? 'signed-broken' : 'signed-unknown', {
      figures: { name, mark: signature?.hash.slice(0, 12) || '…' },
    })
  }
  const still = readTally(snapshot)[0]
  const left = readTally(snapshot).reduce((n, s) => n + s.count, 0)
  if (still)
    return make('count-out', 'still-in', {
      cylinder: still.cylinder,
      caution: 'plug',
      figures: {
        item: { word: `stopper.${still.item}` },
        place: { word: `opening.${still.place}` },
        count: still.count,
        left,
      },
    })
  if (earlierOpen(snapshot, 'record')) return make('close-first', 'earlier-open')
  const signature = signatureOf(snapshot)
  const broken = signature !== null && signatureState(snapshot, signature) === 'broken'
  return make('sign', broken ? 'broken' : 'all-closed', { caution: 'defer' })
}

/** The record: what is still in the engine comes out, then it is signed. */
export const record: StageLogic = {
  says,
  problems: (s) => among('plug-in', [...new Set(readTally(s).map((m) => m.cylinder))], false),
  move: recordMove,
}
