import { figures, list, numbers, table, title, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, word, type Told } from '../../../job/told'
import { clockHour } from '../../../measure/angle'
import { worstVerdict } from '../../../measure/verdict'
import { readLinerBore } from '../beside'
import { findPatterns } from '../find-patterns'
import { confirmedGrade } from '../suggest-grade'
import { patternTold } from '../told'

const gradesTold = (snapshot: Snapshot): Told[] =>
  snapshot.engine.heads.flat().flatMap((cylinder): Told[] => {
    const grade = confirmedGrade(snapshot, cylinder)
    if (!grade) return []
    const told = word('record.grade', {
      cylinder,
      grade: word(`grade.${grade.grade}`),
      suggested: word(`grade.${grade.suggested}`),
      name: { person: grade.personId, at: grade.at },
    })
    return [grade.words ? [told, ` ${grade.words}`] : told]
  })

/** Bores of liners that may stay, by the gauge. */
const boresTold = (snapshot: Snapshot): Told[] =>
  snapshot.engine.heads.flat().flatMap((cylinder) => {
    const bore = readLinerBore(snapshot, cylinder)
    if (!bore) return []
    const worn = word('beside.bore-worn', {
      wear: length(bore.wearMm),
      largest: length(bore.largestMm),
      taper: length(bore.taperMm),
      round: length(bore.outOfRoundMm),
      clearance: length(bore.clearanceMm),
    })
    const verdict = word(`beside.bore-verdict.${worstVerdict(Object.values(bore.verdicts))}`)
    return word('beside.record-bore', { cylinder, text: [worn, ', ', verdict] })
  })

export function record(snapshot: Snapshot): Block[] {
  const rows = [...snapshot.findings]
    .sort((a, b) => a.cylinder - b.cylinder)
    .map((f) => {
      const past = f.pastSteps === null ? [] : [word('look.past', { n: f.pastSteps }), ' ']
      return [
        f.cylinder,
        word(`face.${f.on}`),
        [word(`severity.${f.severity}`), ' ', word(`finding.${f.kind}`)],
        [word('plan.station', { clock: clockHour(f.atDeg) }), `, ${Math.round(f.spanDeg)}°`],
        [{ roughMm: f.fromMm }, ' – ', { roughMm: f.toMm }],
        { told: [...past, f.words, { struck: f.struck }], struck: f.struck !== null },
      ]
    })
  const columns = [
    numbers(word('record.cylinder'), 30),
    words(word('look.faces'), 54),
    words(word('look.what'), 92),
    figures(word('record.where'), 66),
    figures(word('record.down'), 84),
    words(word('wear.words'), '*'),
  ]
  const blocks = [
    ...table('findings', columns, rows),
    ...list([...findPatterns(snapshot).map(patternTold), ...boresTold(snapshot)]),
    ...list(gradesTold(snapshot)),
  ]
  const photos: Block[] = snapshot.photos.some((p) => !p.struck) ? [{ is: 'photos' }] : []
  return [...(blocks.length > 0 ? [title(word('record.findings'))] : []), ...blocks, ...photos]
}
