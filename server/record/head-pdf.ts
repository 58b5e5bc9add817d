import type { Content } from 'pdfmake/interfaces'
import { sealTold } from '#core/works/job/record'
import { signatureOf } from '#core/job/signature'
import type { Closure, Snapshot } from '#core/job/snapshot'
import { tell, type Teller } from '#contract/words/tell'
import { word } from './words'

type Margin = [number, number, number, number]

/** Where a job of another shop came from. */
export const takenInBlock = ({ takenIn }: Snapshot, by: Teller): Content[] =>
  takenIn.map((way) => ({
    text: word('record.taken-in', {
      shop: way.shop || '—',
      number: way.number,
      saved: by.time(way.savedAt),
      when: by.time(way.at),
    }),
    bold: true,
    fontSize: 9.5,
    margin: [0, 2, 0, 0] as Margin,
  }))

/** That a job is of a simulated engine, wherever it was signed, to stand behind the engine's name; nothing where it is not. */
export function simulatedAfter(snapshot: Snapshot): string {
  const simulated = snapshot.job.simulated || (signatureOf(snapshot)?.kept?.job.simulated ?? false)
  return simulated ? ` · ${word('record.simulated')}` : ''
}

/** Who signed it, and whether that stands. */
export const signedText = (snapshot: Snapshot, signature: Closure, by: Teller): string =>
  word('record.signed', {
    name: by.person(signature.personId, signature.at),
    when: tell({ at: signature.at, storedAt: signature.storedAt }, by),
    mark: signature.hash.slice(0, 12),
  }) + tell(sealTold(snapshot, signature), by)

/** What the engine came in with. */
export function intakeBlock({ job: { complaint, complaints, usage, wantedBy } }: Snapshot): Content[] {
  const facts = [
    ...(complaints.length > 0 ? [complaints.map((c) => word(`complaint.${c}`)).join(', ')] : []),
    ...(usage ? [`${word('usage.name')} ${usage.value} ${word(`usage.${usage.unit}`)}`] : []),
    ...(wantedBy ? [`${word('jobs.wanted')} ${wantedBy}`] : []),
  ]
  return [
    ...(complaint ? [{ text: `“${complaint}”`, fontSize: 10, margin: [0, 2, 0, 0] as Margin }] : []),
    { text: facts.join(' · '), fontSize: 9.5, margin: [0, 1, 0, 6] },
  ]
}
