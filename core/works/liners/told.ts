import { clockHour } from '../../measure/angle'
import { length, word, type Told } from '../../job/told'
import type { DryComparison } from './compare-dry'
import type { Pattern } from './find-patterns'
import type { ComplaintSign } from './read-complaint'

const clockOf = (angleDeg: number | null) => (angleDeg === null ? '' : clockHour(angleDeg))

/** What the deck says of the complaint, a sentence a sign; all steps stand in one, since they say the same of other pairs. */
export function complaintTold(signs: readonly ComplaintSign[]): { code: ComplaintSign['code']; told: Told }[] {
  const steps = signs.filter((s) => s.code === 'stepped')
  const pairs = steps.flatMap((s, i): Told[] => [
    i === 0 ? '' : ', ',
    `${s.cylinders.join('–')} `,
    length(s.valueMm ?? 0),
  ])
  return [...signs.filter((s) => s.code !== 'stepped'), ...steps.slice(0, 1)].map((s) => ({
    code: s.code,
    told: word(`sign.${s.code}`, {
      cylinders: s.code === 'stepped' ? pairs : s.cylinders.join(', '),
      value: s.valueMm === null ? '' : length(s.valueMm),
      clock: clockOf(s.atDeg),
    }),
  }))
}

/** What has moved since the dry fit, and the likely cause. */
export const shiftTold = (c: DryComparison): Told =>
  word(`dry.${c.cause}`, {
    cylinder: c.cylinder,
    shift: length(Math.abs(c.meanShiftMm)),
    tilt: length(c.tiltShiftMm),
    clock: clockOf(c.highAtDeg),
  })

/** What several findings say together. */
export const patternTold = (p: Pattern): Told =>
  word(`pattern.${p.code}`, {
    cylinders: p.cylinders.join(', '),
    clock: clockOf(p.atDeg),
    n: p.steps ?? '',
    kind: word(`finding.${p.kind}`),
    face: word(`face.${p.on}`),
  })

/** Where a leaning plane is high, and by how much; a dash where it leans nowhere. */
export const leanTold = (tiltMm: number, highAtDeg: number | null): Told =>
  highAtDeg === null ? '—' : word('record.lean-at', { lean: length(tiltMm), clock: clockHour(highAtDeg) })
