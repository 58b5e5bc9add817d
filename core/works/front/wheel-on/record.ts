import { figures, list, stageTitle, table, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, NONE, word } from '../../../job/told'
import type { Verdict } from '../../../measure/verdict'
import { readFlywheel } from '../read-flywheel'
import { sectionOf } from '../read-front'

export function record(snapshot: Snapshot): Block[] {
  const of = sectionOf(snapshot)?.flywheel
  const { tight, face, faceVerdict, bore, boreVerdict, mounts } = readFlywheel(snapshot)
  if (!of || !tight) return []
  const row = (name: string, mm: number, maxMm: number, verdict: Verdict | null) => [
    word(name),
    length(mm, [maxMm]),
    length(maxMm),
    { told: verdict ? word(`verdict.${verdict}`) : NONE, verdict },
  ]
  const rows = [
    ...(face ? [row('front.wheel-runout', face.tiltMm, of.faceRunoutMaxMm, faceVerdict)] : []),
    ...(bore && of.boreRunoutMaxMm !== null
      ? [row('front.housing-bore', bore.runoutMm, of.boreRunoutMaxMm, boreVerdict)]
      : []),
  ]
  const columns = [words('', '*'), figures(word('front.sweep'), 80), figures(word('front.allowed'), 80), words('', 100)]
  return [
    stageTitle('flywheel-on'),
    ...table('flywheel', columns, rows),
    ...list(mounts > 1 ? [word('front.mounted-times', { n: mounts })] : []),
  ]
}
