import type { Content, TableCell } from 'pdfmake/interfaces'
import { padsOf, readFace } from '#core/works/faces/read-faces'
import { faceSteps } from '#core/works/faces/kinds'
import type { Snapshot } from '#core/job/snapshot'
import { figure, table, title, type Writer } from '../record/pdf-writer'
import { word } from '../record/words'
import type { RecordWork } from './record-work'

const cell = (text: string): TableCell => ({ text, fontSize: 9 })
const doneOf = (snapshot: Snapshot) => padsOf(snapshot).filter((p) => readFace(snapshot, p).has('ring-out'))

function facesBlock(w: Writer): Content[] {
  const rows = doneOf(w.snapshot).map((pad): TableCell[] => {
    const state = readFace(w.snapshot, pad)
    const steps = faceSteps.filter((s) => state.has(s)).map((s) => word(`face.part.${s}`))
    const air = state.air
      ? `${word('face.air-of', { start: w.pressure(state.air.startKPa), end: w.pressure(state.air.endKPa) })}: ${word(state.tight ? 'face.air-holds' : 'face.air-lost')}`
      : '—'
    return [cell(pad.of.name), cell(steps.join(', ')), figure(w.length(state.on.mm)), cell(air)]
  })
  if (rows.length === 0) return []
  return [title(word('stage.face-seal')), table(['', '', word('face.part.drawn'), ''], rows, [80, '*', 70, 130])]
}

/** Face seals on the record. */
export const record: RecordWork<'faces'> = {
  stages: { 'face-seal': facesBlock },
  owner: {
    stands: () => [],
    done: (snapshot) => {
      const n = doneOf(snapshot).filter((p) => readFace(snapshot, p).tight).length
      return n > 0 ? [word('face.owner', { n })] : []
    },
  },
}
