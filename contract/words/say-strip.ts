import type { DryComparison } from '#core/works/liners/compare-dry'
import type { Pattern } from '#core/works/liners/find-patterns'
import type { ComplaintSign } from '#core/works/liners/read-complaint'
import { clockHour } from '#core/measure/angle'
import type { FigureWriter, Said } from './say-move'

type Lengths = Pick<FigureWriter, 'length'>
const clockOf = (angleDeg: number | null) => (angleDeg === null ? '' : clockHour(angleDeg))

/** What the deck says of the complaint, a message a sign; all steps stand in one, since they say the same of other pairs. */
export function sayComplaint(
  signs: readonly ComplaintSign[],
  write: Lengths,
): (Said & { code: ComplaintSign['code'] })[] {
  const steps = signs.filter((s) => s.code === 'stepped')
  const pairs = steps.map((s) => `${s.cylinders.join('–')} ${write.length(s.valueMm ?? 0)}`).join(', ')
  return [...signs.filter((s) => s.code !== 'stepped'), ...steps.slice(0, 1)].map((s) => ({
    code: s.code,
    key: `sign.${s.code}`,
    params: {
      cylinders: s.code === 'stepped' ? pairs : s.cylinders.join(', '),
      value: s.valueMm === null ? '' : write.length(s.valueMm),
      clock: clockOf(s.atDeg),
    },
  }))
}

/** What has moved since the dry fit, and the likely cause. */
export function sayShift(c: DryComparison, write: Lengths): Said {
  return {
    key: `dry.${c.cause}`,
    params: {
      cylinder: c.cylinder,
      shift: write.length(Math.abs(c.meanShiftMm)),
      tilt: write.length(c.tiltShiftMm),
      clock: clockOf(c.highAtDeg),
    },
  }
}

/** What several findings say together. */
export function sayPattern(p: Pattern): Said {
  return {
    key: `pattern.${p.code}`,
    params: { cylinders: p.cylinders.join(', '), clock: clockOf(p.atDeg), n: p.steps },
    words: { kind: `finding.${p.kind}`, face: `face.${p.on}` },
  }
}
