import type { Content } from 'pdfmake/interfaces'
import { readComplaint } from '#core/works/liners/read-complaint'
import { sayComplaint } from '#contract/words/say-strip'
import { signatureOf } from '#core/job/signature'
import { lines, title, type Writer } from './pdf-writer'
import { say, word } from './words'

/** Where a job of another shop came from. */
export function takenInBlock(w: Writer): Content[] {
  return w.snapshot.takenIn.map((way) => ({
    text: word('record.taken-in', {
      shop: way.shop || '—',
      number: way.number,
      saved: w.time(way.savedAt),
      when: w.time(way.at),
    }),
    bold: true,
    fontSize: 9.5,
    margin: [0, 2, 0, 0] as [number, number, number, number],
  }))
}

/** That a job is of a simulated engine, wherever it was signed, to stand behind the engine's name; nothing where it is not. */
export function simulatedAfter({ snapshot }: Writer): string {
  const simulated = snapshot.job.simulated || (signatureOf(snapshot)?.kept?.job.simulated ?? false)
  return simulated ? ` · ${word('record.simulated')}` : ''
}

/** What the engine came in with. */
export function intakeBlock(w: Writer): Content[] {
  const { complaint, complaints, usage, wantedBy } = w.snapshot.job
  const facts = [
    ...(complaints.length > 0 ? [complaints.map((c) => word(`complaint.${c}`)).join(', ')] : []),
    ...(usage ? [`${word('usage.name')} ${usage.value} ${word(`usage.${usage.unit}`)}`] : []),
    ...(wantedBy ? [`${word('jobs.wanted')} ${wantedBy}`] : []),
  ]
  return [
    ...(complaint
      ? [{ text: `“${complaint}”`, fontSize: 10, margin: [0, 2, 0, 0] as [number, number, number, number] }]
      : []),
    { text: facts.join(' · '), fontSize: 9.5, margin: [0, 1, 0, 6] },
  ]
}

/** What protrusion as found says of the complaint. */
export function complaintBlock(w: Writer): Content[] {
  const { signs, unexplained } = readComplaint(w.snapshot)
  const told = sayComplaint(
    signs.filter((s) => s.code !== 'not-measured'),
    w,
  ).map(say)
  if (told.length === 0) return []
  const rest =
    unexplained.length > 0
      ? [word('sign.unexplained', { complaints: unexplained.map((c) => word(`complaint.${c}`)).join(', ') })]
      : []
  return [title(word('sign.name')), lines([...told, ...rest], '')]
}
