import { figures, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, length, NONE, word } from '../../../job/told'
import { faceSteps } from '../kinds'
import { padsOf, readFace } from '../read-faces'

/** The pads that were begun. */
export const begun = (snapshot: Snapshot) => padsOf(snapshot).filter((p) => readFace(snapshot, p).has('ring-out'))

export const record = (snapshot: Snapshot): Block[] =>
  under(
    stageTitle('face-seal'),
    table(
      'faces',
      [words('', 80), words('', '*'), figures(word('face.part.drawn'), 70), words('', 130)],
      begun(snapshot).map((pad) => {
        const { has, on, air, tight, offPressure } = readFace(snapshot, pad)
        const held = air && word('face.air-of', { start: { kPa: air.startKPa }, end: { kPa: air.endKPa } })
        return [
          pad.of.name,
          joined(faceSteps.filter(has).map((s) => word(`face.part.${s}`))),
          length(on.mm),
          held
            ? {
                told: [held, ': ', word(`face.air-${offPressure ? 'off' : tight ? 'holds' : 'lost'}`)],
                bold: !tight,
                bad: !tight,
              }
            : NONE,
        ]
      }),
    ),
  )
